import { ENERGY_KINDS, ENERGY_WORDS, type EnergyKind, type EnergyWords } from './energies'
import { FAMILIES, type Family } from './families'
import { USUAL_PARTS, WORD_ROWS, type WordRow } from './words'

/**
 * What a shop knows of machines before it has a sheet: the families with their usual parts and readings, what the word for a part says of
 * it, and how each energy is made safe. It is read when something is written at the bench or the desk; what was written stands for itself,
 * so a log folds the same whatever becomes of these.
 */
export interface Catalogue {
  format: 'needler-catalogue/1'
  revision: number
  families: readonly Family[]
  words: readonly WordRow[]
  usualParts: readonly string[]
  energies: readonly ({ kind: EnergyKind } & EnergyWords)[]
}

export const SHIPPED_CATALOGUE: Catalogue = {
  format: 'needler-catalogue/1', revision: 1, families: FAMILIES, words: WORD_ROWS, usualParts: USUAL_PARTS,
  energies: ENERGY_KINDS.map(kind => ({ kind, ...ENERGY_WORDS[kind] })),
}
