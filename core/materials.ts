export interface MaterialFacts {
  name: string
  /** Mean coefficient of linear expansion, per K. */
  alphaPerK: number
  /** Young's modulus, MPa. */
  youngMPa: number
  /** Poisson's ratio. */
  poisson: number
}

/**
 * Usual figures of the materials of an overhaul, near room temperature.
 *
 * Range: 0 to 100 °C, usual alloys of their kind; expansion scatters by about ± 1 · 10⁻⁶ per K within a kind, the modulus by some per cent
 * (cast iron by more: 90 to 130 GPa by its grade). Drawing and maker stand above them.
 * Source: general values of workshop handbooks, e.g. Dubbel, Taschenbuch für den Maschinenbau, properties of materials.
 * @example MATERIALS.bronze.alphaPerK // 0.000018
 */
export const MATERIALS = {
  'steel': { name: 'Steel', alphaPerK: 11.5e-6, youngMPa: 210_000, poisson: 0.3 },
  'stainless steel': { name: 'Stainless steel', alphaPerK: 16e-6, youngMPa: 195_000, poisson: 0.3 },
  'cast iron': { name: 'Grey cast iron', alphaPerK: 10.5e-6, youngMPa: 110_000, poisson: 0.26 },
  'bronze': { name: 'Bronze', alphaPerK: 18e-6, youngMPa: 105_000, poisson: 0.34 },
  'aluminium': { name: 'Aluminium', alphaPerK: 23.5e-6, youngMPa: 71_000, poisson: 0.33 },
} as const satisfies Record<string, MaterialFacts>

export type Material = keyof typeof MATERIALS

export const MATERIAL_NAMES = Object.keys(MATERIALS) as Material[]

/** Of steel, when nothing else is known. */
export const STEEL_PER_K = MATERIALS.steel.alphaPerK
