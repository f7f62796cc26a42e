import { DomainError } from '../domain-error'
import { INCH_MM, PSI_MPA } from '../units'

export interface PropertyClass {
  /** Stress under proof load; of stainless steel Rp0.2. */
  proofMPa: number
  yieldMPa: number
  tensileMPa: number
  source: string
  /** What is to be known of the figures: beyond the standard's sizes, or that proof is Rp0.2. */
  note?: string
}

const KSI_MPA = 1000 * PSI_MPA

/** Up to which diameter a row holds, mm, and its proof stress, yield and tensile strength, MPa. */
interface Row { toMm: number, proofMPa: number, yieldMPa: number, tensileMPa: number }
const row = (toMm: number, proofMPa: number, yieldMPa: number, tensileMPa: number): Row => ({ toMm, proofMPa, yieldMPa, tensileMPa })
const inKsi = (toInches: number, proof: number, yielding: number, tensile: number): Row =>
  row(toInches * INCH_MM, proof * KSI_MPA, yielding * KSI_MPA, tensile * KSI_MPA)

interface Table { source: string, rows: readonly Row[], fromMm?: number, note?: string }
const ISO_898 = 'ISO 898-1, table 3'
const SAE = 'SAE J429, table 1'
const STAINLESS = { source: 'ISO 3506-1, table 3', note: 'The proof stress is Rp0.2.' }

const TABLES: Readonly<Record<string, Table>> = {
  '4.6': { source: ISO_898, rows: [row(39, 225, 240, 400)] },
  '4.8': { source: ISO_898, rows: [row(39, 310, 340, 420)] },
  '5.6': { source: ISO_898, rows: [row(39, 280, 300, 500)] },
  '5.8': { source: ISO_898, rows: [row(39, 380, 420, 520)] },
  '6.8': { source: ISO_898, rows: [row(39, 440, 480, 600)] },
  '8.8': { source: ISO_898, rows: [row(16, 580, 640, 800), row(39, 600, 660, 830)] },
  '9.8': { source: ISO_898, rows: [row(16, 650, 720, 900)] },
  '10.9': { source: ISO_898, rows: [row(39, 830, 940, 1040)] },
  '12.9': { source: ISO_898, rows: [row(39, 970, 1100, 1220)] },
  'SAE 2': { source: SAE, fromMm: INCH_MM / 4, rows: [inKsi(0.75, 55, 57, 74), inKsi(1.5, 33, 36, 60)] },
  'SAE 5': { source: SAE, fromMm: INCH_MM / 4, rows: [inKsi(1, 85, 92, 120), inKsi(1.5, 74, 81, 105)] },
  'SAE 8': { source: SAE, fromMm: INCH_MM / 4, rows: [inKsi(1.5, 120, 130, 150)] },
  'A2-70': { ...STAINLESS, rows: [row(39, 450, 450, 700)] },
  'A4-70': { ...STAINLESS, rows: [row(39, 450, 450, 700)] },
  'A4-80': { ...STAINLESS, rows: [row(39, 600, 600, 800)] },
}

/** The classes by name, as a sheet may name them. */
export const PROPERTY_CLASSES: readonly string[] = Object.keys(TABLES)

/**
 * Strength of a bolt by its class and diameter. Above the sizes of ISO 898-1 and ISO 3506-1 a class is by agreement: the figures of the
 * largest size are given and the note says so. 9.8 ends at M16, SAE grades at 1 1/2 inch.
 *
 * @param name `4.6` … `12.9`, `SAE 2`, `SAE 5`, `SAE 8`, `A2-70`, `A4-70`, `A4-80`
 * @param nominalMm nominal diameter, mm
 * @throws DomainError `class.unknown`, `class.size` where the class does not exist in that size
 * Source: ISO 898-1:2013, SAE J429, ISO 3506-1.
 * @example propertyClass('8.8', 20) // { proofMPa: 600, yieldMPa: 660, tensileMPa: 830, … }
 */
export function propertyClass(name: string, nominalMm: number): PropertyClass {
  const plain = name.trim().toUpperCase()
  const table = Object.hasOwn(TABLES, plain) ? TABLES[plain] : undefined
  if (!table) throw new DomainError('class.unknown', `"${name}" is no class of a bolt; known are ${PROPERTY_CLASSES.join(', ')}.`)
  if (!(nominalMm > 0)) throw new DomainError('class.size', 'A bolt has a diameter greater than zero.')
  const { source, rows, note, fromMm = 0 } = table
  const within = rows.find(candidate => nominalMm <= candidate.toMm + 1e-9)
  const isOpen = source === ISO_898 ? name !== '9.8' : source === STAINLESS.source
  if (nominalMm < fromMm - 1e-9 || (!within && !isOpen))
    throw new DomainError('class.size', `Class ${name} does not exist for a diameter of ${nominalMm} mm (${source}).`)
  const { proofMPa, yieldMPa, tensileMPa } = within ?? rows.at(-1)!
  const notes = [note, within ? undefined : `Above ${rows.at(-1)!.toMm} mm the class is by agreement.`].filter(Boolean).join(' ')
  return { proofMPa, yieldMPa, tensileMPa, source, ...(notes ? { note: notes } : {}) }
}

/** Class of a nut → the strongest bolt that it holds to its proof load (ISO 898-2, table 1; SAE J995 has the grades of the bolts). */
const NUTS: Readonly<Record<string, string>> = {
  4: '4.8', 5: '5.8', 6: '6.8', 8: '8.8', 9: '9.8', 10: '10.9', 12: '12.9', 70: 'A2-70', 80: 'A4-80',
}

/**
 * The class of bolt that a nut can hold.
 *
 * @param nutClass `4` … `12` of steel, `70`, `80` or `A2-70` … of stainless steel, `SAE 2`, `SAE 5`, `SAE 8`
 * @throws DomainError `class.unknown`
 * Source: ISO 898-2, table 1; ISO 3506-2; SAE J995.
 * @example nutProofClass('8') // '8.8'
 */
export function nutProofClass(nutClass: string): string {
  const plain = nutClass.trim().toUpperCase()
  const named = Object.hasOwn(NUTS, plain) ? NUTS[plain] : Object.hasOwn(TABLES, plain) ? plain : undefined
  if (!named)
    throw new DomainError('class.unknown', `"${nutClass}" is no class of a nut; known are ${Object.keys(NUTS).join(', ')}, and the classes of bolts.`)
  return named
}
