import type { QuantityKind } from '../units'

/** Fields whose value lies in what their position measures. */
const OF_THE_POSITION: ReadonlySet<string> = new Set(['limits/lower', 'limits/upper', 'reuse/lower', 'reuse/upper', 'uncertainty', 'needs/from', 'needs/to', 'needs/step'])
const BY_ENDING: readonly (readonly [RegExp, QuantityKind])[] = [
  [/(Mm|Mm\/(lower|upper|\*))$/, 'length'], [/Kg$/, 'mass'], [/(Nm|Nm\/(aim|from|to))$/, 'torque'], [/Deg$/, 'angle'], [/MPa$/, 'pressure'],
]

/**
 * What a number of a sheet measures, by the place it stands at.
 *
 * @param path the fields from the thing down, with `*` for each of a list
 * @param thing whose number it is: positions measure what they say
 * @returns undefined for a bare number, such as a count or a ratio
 * @example fieldQuantity('torqueNm/aim', joint) // 'torque'
 */
export function fieldQuantity(path: string, thing: { quantity?: unknown } = {}): QuantityKind | undefined {
  if (typeof thing.quantity === 'string' && OF_THE_POSITION.has(path)) return thing.quantity as QuantityKind
  return BY_ENDING.find(([ending]) => ending.test(path))?.[1]
}
