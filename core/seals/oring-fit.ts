import { DomainError } from '../domain-error'
import { withoutDust } from '../numbers'
import type { Verdict } from '../metrology'
import type { WorkingLine } from '../working'
import { ORING_SIZES, type OringSize } from './oring-size'

export const ORING_APPLICATIONS = ['static radial', 'static axial', 'reciprocating', 'rotating'] as const
export type OringApplication = (typeof ORING_APPLICATIONS)[number]

export interface OringFitInput {
  insideMm: number
  sectionMm: number
  /** What the inside of the ring sits on: the bottom of the groove in a shaft, the inner wall of a face groove. */
  grooveDiameterMm: number
  /** From the bottom of the groove to the face that the ring presses on. */
  glandDepthMm: number
  glandWidthMm: number
  application: OringApplication
  /** `outside`: a groove in a bore; `grooveDiameterMm` is then what the outside of the ring lies on. */
  seatsOn?: 'inside' | 'outside' | undefined
  /** Both ways, mm; 0 where left out. */
  insideToleranceMm?: number | undefined
  sectionToleranceMm?: number | undefined
  grooveToleranceMm?: number | undefined
  depthToleranceMm?: number | undefined
  widthToleranceMm?: number | undefined
}

/** A share with its window, at the nominal sizes and at the worst of the tolerances. */
export interface OringWindow {
  value: number
  /** At the extremes of the tolerances. */
  least: number
  most: number
  from: number
  to: number
  /** `in` with all tolerances, `doubtful` only at the nominal sizes, `out`. */
  verdict: Verdict
  side: 'low' | 'high' | null
  /** What a share on that side does. */
  meaning: string | null
}

export interface OringFit {
  /** Of the inside diameter; negative is a ring that is pressed together. */
  stretch: number
  sectionAfterMm: number
  /** The section if its volume stayed the same: told beside, not used. */
  sectionByVolumeMm: number
  squeeze: number
  /** Of the area of the gland. */
  fill: number
  windows: Record<'stretch' | 'squeeze' | 'fill', OringWindow>
  verdict: Verdict
  working: WorkingLine[]
}

/**
 * What a ring may be stretched, pressed and fill. A ring that turns against a shaft is never stretched: it would heat, draw together and
 * seize. General practice after ISO 3601-2 and the handbooks; the maker's gland stands above them.
 */
const WINDOWS: Readonly<Record<OringApplication, Record<'stretch' | 'squeeze' | 'fill', readonly [from: number, to: number]>>> = {
  'static radial': { stretch: [0, 0.05], squeeze: [0.1, 0.3], fill: [0.55, 0.9] },
  'static axial': { stretch: [-0.01, 0.05], squeeze: [0.13, 0.35], fill: [0.55, 0.9] },
  'reciprocating': { stretch: [0, 0.05], squeeze: [0.07, 0.22], fill: [0.55, 0.85] },
  'rotating': { stretch: [-0.05, 0], squeeze: [0.02, 0.1], fill: [0.55, 0.85] },
}
/** A ring that lies in a bore is pressed together a little, or it falls out of its groove. */
const STRETCH_OUTSIDE: readonly [number, number] = [-0.03, 0]

const MEANINGS = {
  stretch: { low: 'too large: it buckles, hangs out of its groove and is cut',
    high: 'too small: thin and under tension, it ages and leaks' },
  squeeze: { low: 'too little pressed: it leaks, first of all cold', high: 'too much pressed: hard to fit, takes a set, drags' },
  fill: { low: 'much room: it rolls and wanders', high: 'no room to swell or to grow warm: it is extruded or lifts the joint' },
} as const

/** Up to here the rule of the standard was measured. */
const RULE_TO = 0.25
/** Beyond this its parabola would turn back; it is held. */
const RULE_TURNS_AT_PERCENT = 0.59 / (2 * 0.0046)

/**
 * The cross section of a stretched ring, mm.
 *
 * @param stretch of the inside diameter as a share; nothing is lost at or below 0
 * Range: measured to a stretch of 25 %.
 * Source: ISO 3601-2, empirical: reduction in % is 0.01 + 1.06 s − 0.1 s² to 3 %, 0.56 + 0.59 s − 0.0046 s² above, s in %.
 * @example stretchedSection(3.53, 0.03) // 3.449
 */
export function stretchedSection(sectionMm: number, stretch: number): number {
  if (stretch <= 0) return sectionMm
  const s = Math.min(stretch * 100, RULE_TURNS_AT_PERCENT)
  const percent = s <= 3 ? 0.01 + 1.06 * s - 0.1 * s * s : 0.56 + 0.59 * s - 0.0046 * s * s
  return sectionMm * (1 - percent / 100)
}

interface Sizes { insideMm: number, sectionMm: number, grooveMm: number, depthMm: number, widthMm: number }

function shares({ insideMm, sectionMm, grooveMm, depthMm, widthMm }: Sizes, isOutside: boolean) {
  const stretch = isOutside ? grooveMm / (insideMm + 2 * sectionMm) - 1 : grooveMm / insideMm - 1
  const sectionAfterMm = stretchedSection(sectionMm, stretch)
  return {
    stretch, sectionAfterMm, squeeze: (sectionAfterMm - depthMm) / sectionAfterMm,
    fill: Math.PI / 4 * sectionAfterMm ** 2 / (depthMm * widthMm),
  }
}

const POSITIVE: readonly (readonly [keyof OringFitInput, string])[] = [
  ['insideMm', 'The inside diameter of the ring'], ['sectionMm', 'The section of the ring'],
  ['grooveDiameterMm', 'The diameter on which it sits'], ['glandDepthMm', 'The depth of the gland'],
  ['glandWidthMm', 'The width of the gland'],
]
const TOLERANCES = ['insideToleranceMm', 'sectionToleranceMm', 'grooveToleranceMm', 'depthToleranceMm', 'widthToleranceMm'] as const

/**
 * How a ring sits in its groove: stretched, pressed and filling it, at the nominal sizes and at the extremes of their tolerances.
 *
 * @returns plain shares (0.2 is 20 %); out of a window is a verdict with its meaning, never an error
 * @throws DomainError `oring.not-positive`, `oring.application`, `oring.tolerance`
 * Range: elastomers near room temperature; swelling and heat take room of their own.
 * Source: geometry; section after stretch by ISO 3601-2 (`stretchedSection`); windows of general practice.
 * @example oringFit({ ...oringSize('AS568', '214'), grooveDiameterMm: 25.4, glandDepthMm: 2.9, glandWidthMm: 4.8, application: 'static
 *   radial' }).squeeze // 0.169
 */
export function oringFit(input: OringFitInput): OringFit {
  const { insideMm, sectionMm, grooveDiameterMm, glandDepthMm, glandWidthMm, application, seatsOn = 'inside' } = input
  for (const [key, name] of POSITIVE)
    if (!(Number(input[key]) > 0 && Number.isFinite(input[key])))
      throw new DomainError('oring.not-positive', `${name} is a length greater than zero.`)
  if (!Object.hasOwn(WINDOWS, application))
    throw new DomainError('oring.application', `"${String(application)}" is no use of a ring: ${ORING_APPLICATIONS.join(', ')}.`)
  const sizes = POSITIVE.map(([key]) => Number(input[key]))
  const tolerances = TOLERANCES.map(key => input[key] ?? 0)
  if (!tolerances.every((tolerance, i) => tolerance >= 0 && tolerance < sizes[i]!))
    throw new DomainError('oring.tolerance', 'A tolerance is zero or more, and smaller than its size.')
  const isOutside = seatsOn === 'outside'
  /** With each size at its tolerance above (1), below (−1), or as it is. */
  const at = (sideOf: (size: number) => number) => {
    const [inside, section, groove, depth, width] = sizes.map((size, i) => size + sideOf(i) * tolerances[i]!)
    return shares({ insideMm: inside!, sectionMm: section!, grooveMm: groove!, depthMm: depth!, widthMm: width! }, isOutside)
  }
  const now = at(() => 0)
  // Each share is largest or smallest at a corner of the tolerances: a small ring is stretched most and so thinnest.
  const corners = Array.from({ length: 2 ** sizes.length }, (_, corner) => at(size => (corner >> size) % 2 === 0 ? -1 : 1))
  const windows = WINDOWS[application]
  const judged = (key: 'stretch' | 'squeeze' | 'fill'): OringWindow => {
    const [from, to] = key === 'stretch' && isOutside ? STRETCH_OUTSIDE : windows[key]
    const all = corners.map(corner => corner[key])
    const [value, least, most] = [now[key], Math.min(...all), Math.max(...all)]
    const isIn = (share: number) => share >= from - 1e-12 && share <= to + 1e-12
    const verdict = !isIn(value) ? 'out' : isIn(least) && isIn(most) ? 'in' : 'doubtful'
    const side = verdict === 'in' ? null : (verdict === 'out' ? value : least) < from - 1e-12 ? 'low' : 'high'
    return { value, least, most, from, to, verdict, side, meaning: side && MEANINGS[key][side] }
  }
  const found = { stretch: judged('stretch'), squeeze: judged('squeeze'), fill: judged('fill') }
  const verdicts = Object.values(found).map(({ verdict }) => verdict)
  const percent = (share: number) => `${(share * 100).toFixed(1)} %`
  const source = 'general practice after ISO 3601-2'
  const inWindow = ({ value, from, to }: OringWindow) => `${percent(value)}, window ${percent(from)} to ${percent(to)}`
  return {
    stretch: now.stretch, sectionAfterMm: now.sectionAfterMm,
    sectionByVolumeMm: now.stretch > 0 ? sectionMm / Math.sqrt(1 + now.stretch) : sectionMm,
    squeeze: now.squeeze, fill: now.fill, windows: found,
    verdict: verdicts.includes('out') ? 'out' : verdicts.includes('doubtful') ? 'doubtful' : 'in',
    working: [
      {
        label: isOutside ? 'Stretch, over its outside' : 'Stretch',
        formula: isOutside ? 'groove ÷ (inside + 2 section) − 1' : 'groove ÷ inside − 1',
        substituted: isOutside
          ? `${withoutDust(grooveDiameterMm, 4)} ÷ (${withoutDust(insideMm, 4)} + 2 × ${withoutDust(sectionMm, 4)}) − 1`
          : `${withoutDust(grooveDiameterMm, 4)} ÷ ${withoutDust(insideMm, 4)} − 1`,
        result: inWindow(found.stretch), source: `geometry; window: ${source}`,
      },
      {
        label: 'Section, stretched', formula: 'section less its reduction',
        substituted: `${sectionMm.toFixed(3)} mm at ${percent(now.stretch)}; by constant volume ${
          (now.stretch > 0 ? sectionMm / Math.sqrt(1 + now.stretch) : sectionMm).toFixed(3)} mm`,
        result: `${now.sectionAfterMm.toFixed(3)} mm`,
        source: now.stretch > RULE_TO ? 'ISO 3601-2, empirical; beyond the 25 % to which it was measured' : 'ISO 3601-2, empirical',
      },
      {
        label: 'Squeeze', formula: '(section after − depth) ÷ section after',
        substituted: `(${now.sectionAfterMm.toFixed(3)} − ${glandDepthMm.toFixed(3)}) ÷ ${now.sectionAfterMm.toFixed(3)}`,
        result: inWindow(found.squeeze), source: `geometry; window: ${source}`,
      },
      {
        label: 'Fill', formula: 'π/4 section after² ÷ (depth × width)',
        substituted: `π/4 × ${now.sectionAfterMm.toFixed(3)}² ÷ (${glandDepthMm.toFixed(3)} × ${glandWidthMm.toFixed(3)})`,
        result: inWindow(found.fill), source: `geometry; window: ${source}`,
      },
    ],
  }
}

type Groove = Omit<OringFitInput, 'insideMm' | 'sectionMm' | 'insideToleranceMm' | 'sectionToleranceMm'>

/**
 * The sizes whose nominal ring suits a groove in all three windows, the ones nearest the middle of their squeeze first.
 *
 * @throws DomainError those of `oringFit`
 * @example ringsForGroove({ grooveDiameterMm: 25.4, glandDepthMm: 2.9, glandWidthMm: 4.8, application: 'static radial' })[0]?.size // '214'
 */
export function ringsForGroove(groove: Groove, most = 5): (OringSize & { fit: OringFit })[] {
  // Outside these no window can hold, and the fit need not be worked out.
  const mayFit = ({ sectionMm, insideMm }: OringSize) => sectionMm > groove.glandDepthMm && sectionMm < groove.glandDepthMm * 1.7
    && insideMm < groove.grooveDiameterMm * 1.06 && insideMm + 2 * sectionMm > groove.grooveDiameterMm * 0.94
  const offMiddle = ({ squeeze: { value, from, to } }: OringFit['windows']) => Math.abs(value - (from + to) / 2) / (to - from)
  oringFit({ ...groove, insideMm: groove.grooveDiameterMm, sectionMm: groove.glandDepthMm })
  return ORING_SIZES.filter(mayFit).map(size => ({ ...size, fit: oringFit({ ...size, ...groove }) }))
    .filter(({ fit }) => fit.verdict !== 'out')
    .sort((one, other) => offMiddle(one.fit.windows) - offMiddle(other.fit.windows)).slice(0, most)
}

/**
 * What a ring has kept of its squeeze: its compression set as a share, 0 for a new one, 1 for one that has taken the shape of its gland.
 * Measured half an hour after it came out; the hour is written beside it.
 *
 * @param freshMm section of a new one; @param measuredMm of this one, across the way it was pressed
 * @returns negative when it has swollen more than it has set
 * @throws DomainError `oring.not-positive`, `oring.not-pressed` where the gland is no shallower than the ring
 * Source: definition of ISO 815-1, applied to the gland.
 * @example compressionSet({ freshMm: 3.53, measuredMm: 3.2, glandDepthMm: 2.9 }) // 0.524
 */
export function compressionSet({ freshMm, measuredMm, glandDepthMm }: {
  freshMm: number, measuredMm: number, glandDepthMm: number
}): number {
  if (![freshMm, measuredMm, glandDepthMm].every(value => value > 0 && Number.isFinite(value)))
    throw new DomainError('oring.not-positive', 'Sections and the depth of the gland are lengths greater than zero.')
  if (freshMm <= glandDepthMm)
    throw new DomainError('oring.not-pressed', 'A ring no thicker than its gland is deep was never pressed: it cannot have taken a set.')
  return (freshMm - measuredMm) / (freshMm - glandDepthMm)
}

/**
 * What a ring has swollen, measured where it was not pressed: of its section, and of its volume.
 *
 * @throws DomainError `oring.not-positive`
 * Source: geometry, the same in all directions.
 * @example swelling({ freshMm: 3.53, measuredMm: 3.7 }) // { section: 0.048, volume: 0.151 }
 */
export function swelling({ freshMm, measuredMm }: { freshMm: number, measuredMm: number }): { section: number, volume: number } {
  if (![freshMm, measuredMm].every(value => value > 0 && Number.isFinite(value)))
    throw new DomainError('oring.not-positive', 'Sections are lengths greater than zero.')
  return { section: measuredMm / freshMm - 1, volume: (measuredMm / freshMm) ** 3 - 1 }
}
