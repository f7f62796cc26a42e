import type { Rule } from './finding'

const KINDS: readonly (readonly [RegExp, string])[] = [
  [/\b(water cooler|cooling water)\b/i, 'cooling water'],
  [/\bsteam\b/i, 'steam'],
]

/** Each energy that the sheet names is isolated before the first part comes off. */
export const isolation: Rule = {
  name: 'isolation',
  source: 'general practice of isolation: electric, pressure, hydraulic, steam, cooling water, stored load, springs',
  find: (sheet) => {
    const { energies = [], steps, parts } = sheet
    const first = steps.findIndex(step => step.removes)
    const before = first < 0 ? steps : steps.slice(0, first)
    const isolated = new Set(before.flatMap(step => step.isolates ?? []))
    const named = energies.filter(({ key }) => !isolated.has(key)).map(({ key, name }) => ({
      list: 'energies' as const, key, severity: 'danger' as const, sentence: `${name} is not isolated before "${steps[first]?.title ?? 'the work'}".`,
    }))
    const kinds = new Set(energies.map(({ kind }) => kind))
    const said = energies.length === 0
      ? []
      : KINDS.flatMap(([word, kind]) => parts.filter(({ name }) => word.test(name) && !kinds.has(kind as never)).map(({ key, name }) => ({
          list: 'parts' as const, key, severity: 'danger' as const, sentence: `${name}: no energy of the sheet names its ${kind}, so nothing isolates it.`,
        })))
    return [...named, ...said, ...(energies.length === 0
      ? [{ list: 'steps' as const, key: steps[0]!.key, field: 'isolates', severity: 'doubtful' as const, sentence: 'The sheet does not name its energies, so nobody can check that each is isolated.' }]
      : [])]
  },
}
