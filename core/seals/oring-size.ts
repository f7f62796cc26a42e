import { DomainError } from '../domain-error'
import { withoutDust } from '../numbers'
import { AEROSPACE_INSIDES_MM, AEROSPACE_SECTIONS, ORING_SERIES } from './oring-tables'

export type OringStandard = 'AS568' | 'ISO 3601'

export interface OringSize {
  standard: OringStandard
  /** What is written on the bag: a dash, or diameters. */
  size: string
  insideMm: number
  sectionMm: number
  /** Both ways, mm. */
  insideToleranceMm: number
  sectionToleranceMm: number
  /** Edition, class and series that the figures stand for. */
  edition: string
  toleranceClass: 'A' | 'B' | null
  series: 'general industrial' | 'aerospace'
}

interface DashSize { dash: number, insideThou: number, sectionThou: number, insideToleranceThou: number, sectionToleranceThou: number }

const MM_PER_THOU = 0.0254
const DASHES: ReadonlyMap<number, DashSize> = new Map(ORING_SERIES.flatMap(({ first, insidesThou, tolerancesThou, ...section }) =>
  insidesThou.map((insideThou, i): [number, DashSize] => [first + i, {
    dash: first + i, insideThou, ...section, insideToleranceThou: tolerancesThou.findLast(([from]) => from <= first + i)![1],
  }])))

const mm = (thou: number) => withoutDust(thou * MM_PER_THOU)
const toHundredths = (value: number) => Math.round(value * 100 + 1e-9) / 100
const dashOf = (dash: number) => String(dash).padStart(3, '0')

/** Every dash that there is, as text. */
export const ORING_DASHES: readonly string[] = [...DASHES.keys()].map(dashOf)

const asAs568 = ({ dash, ...size }: DashSize): OringSize => ({
  standard: 'AS568', size: dashOf(dash), insideMm: mm(size.insideThou), sectionMm: mm(size.sectionThou),
  insideToleranceMm: mm(size.insideToleranceThou), sectionToleranceMm: mm(size.sectionToleranceThou),
  edition: 'AS568', toleranceClass: null, series: 'general industrial',
})

/** Class B of ISO 3601-1 is wider on the inside diameter, by this rule of the standard. */
const classBMm = (insideMm: number) => toHundredths(0.009 * insideMm ** 0.95 + 0.11)
/** The series for aerospace is closer. */
const aerospaceMm = (insideMm: number) => toHundredths(0.007 * insideMm ** 0.95 + 0.09)
/** The one section whose class B is a hundredth wider than its class A. */
const WIDER_IN_B: Readonly<Record<number, number>> = { 103: 0.09 }

function asIso({ dash, ...size }: DashSize, toleranceClass: 'A' | 'B'): OringSize {
  const insideMm = toHundredths(mm(size.insideThou))
  const sectionToleranceMm = toHundredths(mm(size.sectionToleranceThou))
  return {
    standard: 'ISO 3601', size: `${dashOf(dash)}${toleranceClass}`, insideMm, sectionMm: toHundredths(mm(size.sectionThou)),
    insideToleranceMm: toleranceClass === 'A' ? toHundredths(mm(size.insideToleranceThou)) : classBMm(insideMm),
    sectionToleranceMm: toleranceClass === 'A' ? sectionToleranceMm : WIDER_IN_B[size.sectionThou] ?? sectionToleranceMm,
    edition: 'ISO 3601-1:2012', toleranceClass, series: 'general industrial',
  }
}

function asAerospace(insideMm: number, sectionMm: number): OringSize | null {
  const section = AEROSPACE_SECTIONS.find(one => one.sectionMm === sectionMm)
  return section && AEROSPACE_INSIDES_MM.includes(insideMm) && insideMm >= section.fromMm && insideMm <= section.toMm
    ? {
        standard: 'ISO 3601', size: `${insideMm} × ${sectionMm}`, insideMm, sectionMm, insideToleranceMm: aerospaceMm(insideMm),
        sectionToleranceMm: section.toleranceMm, edition: 'ISO 3601-1:2012', toleranceClass: null, series: 'aerospace',
      }
    : null
}

const DIAMETERS = /^(\d+(?:[.,]\d+)?)\s*[x×]\s*(\d+(?:[.,]\d+)?)$/i
const DASH = /^-?(\d{3})([AB])?$/i

/**
 * The size of an O-ring by its standard.
 *
 * @param standard `AS568`: dashes 001 to 475 as text with their leading zeros, in millimetres of the inch figures (0.984 in is 24.9936 mm);
 *   `ISO 3601`: the same size codes with their class (`214B`; B where none is said), rounded to 0.01 mm as there, or inside × section
 *   (`25 × 3.55`) of the metric series for aerospace
 * @throws DomainError `oring.size` for a size that the standard does not have
 * Source: AS568 (all revisions agree on these sizes; 901 to 932 for boss seals are another list); ISO 3601-1:2012, sizes, classes A and B.
 * @example oringSize('AS568', '214') // { insideMm: 24.9936, sectionMm: 3.5306, insideToleranceMm: 0.254, sectionToleranceMm: 0.1016, … }
 */
export function oringSize(standard: OringStandard, size: string): OringSize {
  const written = size.trim()
  const [, digits, letter] = DASH.exec(written) ?? []
  const dash = digits === undefined ? undefined : DASHES.get(Number(digits))
  if (standard === 'AS568' && dash && !letter) return asAs568(dash)
  if (standard === 'ISO 3601' && dash) return asIso(dash, letter?.toUpperCase() === 'A' ? 'A' : 'B')
  const [, inside, section] = standard === 'ISO 3601' ? DIAMETERS.exec(written) ?? [] : []
  const [insideMm, sectionMm] = [inside, section].map(text => Number(text?.replace(',', '.')))
  const found = inside === undefined ? null : asAerospace(insideMm!, sectionMm!) ?? byDiameters(insideMm!, sectionMm!)
  if (found) return found
  throw new DomainError('oring.size', standard === 'AS568'
    ? `AS568 has no dash "${written}": they run 001–050, 102–178, 201–284, 309–395 and 425–475.`
    : `ISO 3601-1 has no size "${written}": a size code as 214B, or inside × section as 24.99 × 3.53 or 25 × 3.55.`)
}

function byDiameters(insideMm: number, sectionMm: number): OringSize | null {
  for (const dash of DASHES.values()) {
    const size = asIso(dash, 'B')
    if (size.insideMm === insideMm && size.sectionMm === sectionMm) return size
  }
  return null
}

export interface OringCandidate extends OringSize {
  /** Measured less nominal, mm. */
  insideDeviationMm: number
  sectionDeviationMm: number
  /** Both lie inside the tolerances of the size; a used ring may well not. */
  isWithin: boolean
}

/** Every size of both series once. */
export const ORING_SIZES: readonly OringSize[] = [
  ...[...DASHES.values()].map(asAs568),
  ...AEROSPACE_SECTIONS.flatMap(({ sectionMm }) => AEROSPACE_INSIDES_MM.flatMap(insideMm => asAerospace(insideMm, sectionMm) ?? [])),
]
/** A section tells more than an inside diameter: half a millimetre on it is another series. */
const WEIGHT_OF_SECTION = 6

const farOff = ({ insideDeviationMm, sectionDeviationMm }: OringCandidate) =>
  Math.hypot(insideDeviationMm, WEIGHT_OF_SECTION * sectionDeviationMm)

/**
 * The sizes that lie nearest to a measured ring, of both series, the nearest first.
 *
 * A used ring has taken a set and swollen; measure it round its length, and let the groove decide (`ringsForGroove`).
 *
 * @param insideMm inside diameter, relaxed; @param sectionMm cross section
 * @param most how many
 * @throws DomainError `oring.measured`
 * @example nearestOring({ insideMm: 25.1, sectionMm: 3.5 })[0]?.size // '214'
 */
export function nearestOring({ insideMm, sectionMm }: { insideMm: number, sectionMm: number }, most = 5): OringCandidate[] {
  if (!(insideMm > 0 && sectionMm > 0 && Number.isFinite(insideMm) && Number.isFinite(sectionMm)))
    throw new DomainError('oring.measured', 'A ring has an inside diameter and a section, both greater than zero.')
  return ORING_SIZES.map((size) => {
    const [inside, section] = [insideMm - size.insideMm, sectionMm - size.sectionMm]
    return {
      ...size, insideDeviationMm: withoutDust(inside), sectionDeviationMm: withoutDust(section),
      isWithin: Math.abs(inside) <= size.insideToleranceMm + 1e-9 && Math.abs(section) <= size.sectionToleranceMm + 1e-9,
    }
  }).sort((one, other) => farOff(one) - farOff(other)).slice(0, most)
}
