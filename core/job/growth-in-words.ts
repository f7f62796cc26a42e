import type { Shaping, Sheet } from '../sheet'

/**
 * What one entry wrote into the sheet, as a line of the record.
 *
 * @example growthInWords(sheet, state.growth[0]!) // 'Take off: 8 × Cover screws; Put back: 8 × Cover screws'
 */
export function growthInWords(sheet: Sheet, entry: Shaping): string {
  const nameOf = (key: string) => [...sheet.parts, ...sheet.steps.map(({ key: step, title }) => ({ key: step, name: title }))]
    .find(one => one.key === key)?.name ?? 'an entry that was dropped'
  if (entry.what === 'joined') return `Two entries of ${nameOf(entry.keep)} are one`
  if (entry.what === 'mended') return `Order: ${nameOf(entry.step)} waits for ${entry.after.map(nameOf).join(', ')}`
  const { steps = [], parts = [] } = entry.adds
  const said = steps.filter(step => step.limb !== 'floor').map(step => step.title)
  return (said.length > 0 ? said : [...steps.map(step => step.title), ...parts.map(part => part.name)]).join('; ')
}
