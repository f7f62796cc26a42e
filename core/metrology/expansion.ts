/**
 * Mean coefficients of linear expansion near room temperature, per K.
 *
 * Range: 0 to 100 °C, usual alloys of their kind; scatter within a kind is about ± 1 · 10⁻⁶ per K. Data of the maker stand above it.
 * Source: general values of workshop handbooks, e.g. Dubbel, Taschenbuch für den Maschinenbau, properties of materials.
 * @example EXPANSION_PER_K.bronze // 0.000018
 */
export const EXPANSION_PER_K = {
  'steel': 11.5e-6, 'stainless steel': 16e-6, 'cast iron': 10.5e-6, 'bronze': 18e-6, 'aluminium': 23.5e-6,
} as const

export type Material = keyof typeof EXPANSION_PER_K
