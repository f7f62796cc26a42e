import type { Bend, Shaping, Sheet, SheetDocument } from '../sheet'
import { formatQuantity, formatRange } from '../units'

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

/**
 * What a figure of this machine is instead, as a line of the record.
 *
 * @example bendInWords(sheet, { of: 'limit', position: 'end-float', lower: null, upper: 0.4 }) // 'up to 0.400 mm'
 */
export function bendInWords(sheet: Pick<SheetDocument, 'steps' | 'positions'>, bend: Bend): string {
  if (bend.of === 'part') return `${bend.part.count} of it, which the sheet does not know`
  if (bend.of === 'count') return `${bend.count} at "${sheet.steps.find(step => step.key === bend.step)?.title ?? bend.step}"`
  if (bend.of === 'joint') {
    const { aim, from, to } = bend.torqueNm
    const say = (value: number) => formatQuantity(value, 'torque')
    return from === undefined && to === undefined ? say(aim) : `${say(aim)} (${say(from ?? aim)} to ${say(to ?? aim)})`
  }
  const quantity = sheet.positions.find(one => one.key === bend.position)?.quantity ?? 'length'
  return formatRange(bend.lower, bend.upper, quantity) ?? 'no limit'
}
