import { assemblyFluid, facePair } from '../../seals'
import type { Found, Rule } from './finding'

/** What the sheet puts on rings and faces is nothing that the table of general practice forbids, and faces that run together may. */
export const sealFluid: Rule = {
  name: 'seal-fluid',
  source: 'compatibility tables of the elastomer trade, general practice; the maker stands above them',
  find: ({ parts, product, seals = [] }) => [
    ...parts.flatMap(({ key, name, wetting }): Found[] => {
      if (!wetting) return []
      const { elastomer, place, with: fluid } = wetting
      const forbidden = assemblyFluid({ elastomer, place, fluid: product }).forbidden.find(one => one.fluid === fluid)
      return forbidden ? [{ list: 'parts', key, field: 'wetting', severity: 'wrong', sentence: `${fluid} on ${name}: ${forbidden.reason}` }] : []
    }),
    ...seals.flatMap(({ key, name, faces }): Found[] => {
      const [turning, still] = (['turning', 'still'] as const).map(motion => faces.filter(face => face.motion === motion))
      return turning!.flatMap(({ material }, i): Found[] => {
        const other = still![i]?.material
        if (!material || !other) return []
        const { verdict, sentence } = facePair(material, other)
        return verdict === 'no pair' ? [{ list: 'seals', key, field: 'faces', severity: 'wrong', sentence: `${name}: ${sentence}` }] : []
      })
    }),
  ],
}
