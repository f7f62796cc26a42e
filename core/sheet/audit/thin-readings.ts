import type { Rule } from './finding'

/** Larger machines, whose record holds more. */
const LARGE = /decanter|gearbox|sleeve-bearing|turbo|split-casing|vertical|compressor|direct-current|separator/i
const [LEAST_LARGE, LEAST] = [80, 25]

/** A record that is worth keeping has as many values as its family asks for. */
export const thinReadings: Rule = {
  name: 'thin-readings',
  source: 'general practice: run-outs at each seat, bores and seats by part, clearances at each end, alignment, start-up',
  find: (sheet) => {
    const sizes = new Map(sheet.positions.map(({ key, stations, planes }) => [key, stations.length * planes.length]))
    const values = sheet.steps.flatMap(step => step.reads ?? []).reduce((sum, { position }) => sum + (sizes.get(position) ?? 0), 0)
    const least = LARGE.test(sheet.family) ? LEAST_LARGE : LEAST
    return values >= least
      ? []
      : [{ list: 'steps' as const, key: sheet.steps.at(-1)!.key, field: 'reads', severity: 'thin' as const, sentence: `${values} values a job; a record of this family holds ${least} or more.` }]
  },
}
