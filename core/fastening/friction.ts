import { DomainError } from '../domain-error'

export interface Friction { from: number, to: number, source: string }

const VDI = 'friction classes A to D of VDI 2230-1, table A5; general practice'

/** Friction in thread and under head by how they are met. Which end holds nobody knows without a test on these very bolts. */
const FRICTIONS: Readonly<Record<string, Friction>> = {
  'dry': { from: 0.14, to: 0.24, source: `${VDI}: class C` },
  'water': { from: 0.14, to: 0.24, source: `${VDI}: class C, water does not lubricate a thread` },
  'oil': { from: 0.08, to: 0.16, source: `${VDI}: class B` },
  'grease': { from: 0.08, to: 0.16, source: `${VDI}: class B` },
  'anti-seize': { from: 0.06, to: 0.12, source: `${VDI}: between class A and B` },
  'thread lock': { from: 0.1, to: 0.18, source: `${VDI}: between class B and C, wet` },
  'sealant': { from: 0.1, to: 0.18, source: `${VDI}: between class B and C, wet` },
}

/**
 * The friction that is to be expected in a thread and under a head by what is on them.
 *
 * @param lubricant the word of the step: dry, oil, grease, anti-seize, thread lock, sealant, water
 * @throws DomainError `friction.unknown`
 * Source: VDI 2230-1, table A5 (friction classes); general practice for the pairing.
 * @example frictionOf('oil') // { from: 0.08, to: 0.16, … }
 */
export function frictionOf(lubricant: string): Friction {
  const known = Object.hasOwn(FRICTIONS, lubricant) ? FRICTIONS[lubricant] : undefined
  if (!known) throw new DomainError('friction.unknown', `"${lubricant}" is no lubricant; known are ${Object.keys(FRICTIONS).join(', ')}.`)
  return known
}
