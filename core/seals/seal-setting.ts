import { DomainError } from '../domain-error'
import { withoutDust } from '../numbers'
import type { Verdict } from '../metrology'
import type { WorkingLine } from '../working'

/** Growth of one length that lies between the seal and its fixed point: positive lengths press the spring further when they grow. */
export interface ThermalGrowth { lengthMm: number, perK: number, deltaC: number }

interface Common {
  /** What the compression of the spring may be, mm. Left out: 0.4 mm (1/64 in) either way of what is wanted, general practice. */
  window?: { fromMm: number, toMm: number } | undefined
  /** Lengths that grow between cold and warm. */
  growth?: ThermalGrowth | readonly ThermalGrowth[] | undefined
  /**
   * Thickness of the gasket, compressed, with the sign of the joint that it opens: positive where it brings the faces together and presses
   * the spring further, negative where it holds them apart.
   */
  gasketMm?: number | undefined
  /** How far the shaft can still go from where it stood: positive presses the spring further. */
  endPlayMm?: number | undefined
  /** Free length of the spring, where the method does not ask for it. */
  springFreeMm?: number | undefined
  /** Where the rotating part was found to stand after assembly, measured as `standsAtMm`. */
  checkMm?: number | undefined
}

export type SealSettingInput = Common & (
  /** From the shoulder of the shaft to the still face, along the shaft. */
  | { method: 'shoulder', shoulderToFaceMm: number, springFreeMm: number, springWorkingMm: number }
  /** From a scribed datum to the still face as drawn, without gasket. */
  | { method: 'datum', datumToFaceMm: number, workingLengthMm: number }
  /** Spacers or gaskets behind the rotating part when the faces just touch, and by how much the spring is to be pressed from there. */
  | { method: 'spacer', spacerMm: readonly number[], compressionMm: number }
  /** Set by the clips of a cartridge: what the maker has set, and by how much the shaft was moved since the clips came out. */
  | { method: 'clips', compressionMm: number, movedMm?: number | undefined }
)
export const SETTING_METHODS = ['shoulder', 'datum', 'spacer', 'clips'] as const
export type SettingMethod = SealSettingInput['method']

export interface SealSetting {
  /** Where the rotating part must stand: from the shoulder or the datum towards the face; the stack of spacers; 0 with clips. */
  standsAtMm: number
  /** How far the spring is pressed there, cold; null where its free length is not known. */
  compressionMm: number | null
  window: { fromMm: number, toMm: number } | null
  /** How far it is pressed warm. */
  afterGrowthMm: number | null
  /** Least and most of it, cold and warm, with the end play either way. */
  leastMm: number | null
  mostMm: number | null
  verdict: Verdict | null
  /** Pressed too far is `tight`, too little is `wide`. */
  side: 'tight' | 'wide' | null
  /** Found less wanted, and what that means; null without a check reading. */
  check: { differenceMm: number, compressionMm: number | null, verdict: Verdict | null, says: string } | null
  working: WorkingLine[]
}

const USUAL_WINDOW_MM = 0.4
const NOISE_MM = 1e-9

const need = (value: number, what: string, mayBeNegative = false) => {
  if (!Number.isFinite(value) || (!mayBeNegative && value < 0))
    throw new DomainError('seal-setting.length', `${what} is a length in millimetres${mayBeNegative ? '' : ', zero or more'}.`)
}
const mm = (value: number) => `${withoutDust(value, 3)} mm`
const signed = (value: number) => `${value < 0 ? '−' : '+'} ${withoutDust(Math.abs(value), 3)}`

interface Stand { standsAtMm: number, compressionMm: number | null, aimMm: number | null, line: WorkingLine }

function standOf(input: SealSettingInput, gasketMm: number): Stand {
  const source = 'geometry along the shaft; lengths of the drawing'
  const gasket = gasketMm === 0 ? '' : ' − gasket'
  const ofGasket = gasketMm === 0 ? '' : ` ${signed(-gasketMm)}`
  switch (input.method) {
    case 'shoulder': {
      const { shoulderToFaceMm, springFreeMm, springWorkingMm } = input
      need(shoulderToFaceMm, 'From shoulder to face')
      need(springFreeMm, 'The free length')
      need(springWorkingMm, 'The working length')
      if (springWorkingMm > springFreeMm)
        throw new DomainError('seal-setting.free', 'A spring at its working length is shorter than a free one.')
      return {
        standsAtMm: shoulderToFaceMm - gasketMm - springWorkingMm, compressionMm: springFreeMm - springWorkingMm,
        aimMm: springFreeMm - springWorkingMm,
        line: { label: 'Stands from the shoulder at', formula: `shoulder to face${gasket} − working length`,
          substituted: `${shoulderToFaceMm}${ofGasket} − ${springWorkingMm}`, result: mm(shoulderToFaceMm - gasketMm - springWorkingMm),
          source },
      }
    }
    case 'datum': {
      const { datumToFaceMm, workingLengthMm, springFreeMm } = input
      need(datumToFaceMm, 'From datum to face', true)
      need(workingLengthMm, 'The working length')
      if (springFreeMm !== undefined && workingLengthMm > springFreeMm)
        throw new DomainError('seal-setting.free', 'A spring at its working length is shorter than a free one.')
      const compressionMm = springFreeMm === undefined ? null : springFreeMm - workingLengthMm
      return {
        standsAtMm: datumToFaceMm - gasketMm - workingLengthMm, compressionMm, aimMm: compressionMm,
        line: { label: 'Stands from the datum at', formula: `datum to face${gasket} − working length`,
          substituted: `${datumToFaceMm}${ofGasket} − ${workingLengthMm}`, result: mm(datumToFaceMm - gasketMm - workingLengthMm), source },
      }
    }
    case 'spacer': {
      const { spacerMm, compressionMm } = input
      spacerMm.forEach((one, i) => need(one, `Spacer ${i + 1}`))
      need(compressionMm, 'The compression')
      const stackMm = spacerMm.reduce((sum, one) => sum + one, 0)
      return {
        standsAtMm: stackMm + compressionMm - gasketMm, compressionMm, aimMm: compressionMm,
        line: { label: 'Stack of spacers', formula: `spacers at touch + compression${gasket}`,
          substituted: `${[...spacerMm].join(' + ') || '0'} + ${compressionMm}${ofGasket}`, result: mm(stackMm + compressionMm - gasketMm),
          source: 'spacers or gaskets as a feeler: the spring is free when the faces just touch' },
      }
    }
    case 'clips': {
      const { compressionMm, movedMm = 0 } = input
      need(compressionMm, 'The compression that the maker has set')
      need(movedMm, 'The move of the shaft', true)
      return {
        standsAtMm: 0, compressionMm: compressionMm + movedMm + gasketMm, aimMm: compressionMm,
        line: { label: 'Pressed', formula: 'set by the clips + moved since', substituted: `${compressionMm} ${signed(movedMm)}${
          gasketMm === 0 ? '' : ` ${signed(gasketMm)}`}`, result: mm(compressionMm + movedMm + gasketMm),
        source: 'the maker’s setting holds as long as the shaft stays where it was when the clips came out' },
      }
    }
    default:
      throw new DomainError('seal-setting.method', `A seal is set by ${SETTING_METHODS.join(', ')}.`)
  }
}

/**
 * Where the rotating part of a mechanical seal must stand, and how far its spring is pressed there: cold, warm, and with the shaft at
 * either end of its play.
 *
 * All lengths lie along the shaft; whatever is added to the compression is positive where it presses the spring further. The shaft is
 * pushed to the stop at which it stood when the lengths were taken.
 *
 * @returns `in` when the spring is pressed by what it may be in every state, `doubtful` when only the end play takes it out, `out`
 * @throws DomainError `seal-setting.length`, `seal-setting.free`, `seal-setting.method`, `seal-setting.window`, `seal-setting.growth`
 * Source: geometry; growth = length × α × ΔT. Drawing and maker of the seal stand above it.
 * @example sealSetting({ method: 'shoulder', shoulderToFaceMm: 62, springFreeMm: 38, springWorkingMm: 34 })
 *   // { standsAtMm: 28, compressionMm: 4, … }
 */
export function sealSetting(input: SealSettingInput): SealSetting {
  const { gasketMm = 0, endPlayMm = 0, checkMm, window } = input
  need(gasketMm, 'The gasket', true)
  need(endPlayMm, 'The end play', true)
  if (input.springFreeMm !== undefined) need(input.springFreeMm, 'The free length')
  const growth = [input.growth ?? []].flat() as ThermalGrowth[]
  if (!growth.every(({ lengthMm, perK, deltaC }) => [lengthMm, perK, deltaC].every(Number.isFinite)))
    throw new DomainError('seal-setting.growth', 'Growth needs a length, an expansion coefficient and a difference of temperature.')
  if (window && !(window.fromMm <= window.toMm && Number.isFinite(window.fromMm) && Number.isFinite(window.toMm)))
    throw new DomainError('seal-setting.window', 'The window of the compression goes from its smaller to its larger limit.')
  const { standsAtMm, compressionMm, aimMm, line } = standOf(input, gasketMm)
  const allowed = window ?? (aimMm === null ? null : { fromMm: Math.max(0, aimMm - USUAL_WINDOW_MM), toMm: aimMm + USUAL_WINDOW_MM })
  const grownMm = growth.reduce((sum, { lengthMm, perK, deltaC }) => sum + lengthMm * perK * deltaC, 0)
  const warmMm = compressionMm === null ? null : compressionMm + grownMm
  const judge = (cold: number | null): { verdict: Verdict | null, side: 'tight' | 'wide' | null, least: number | null,
    most: number | null } => {
    if (cold === null) return { verdict: null, side: null, least: null, most: null }
    const states = [cold, cold + grownMm]
    const all = [...states, ...states.map(state => state + endPlayMm)]
    const [least, most] = [Math.min(...all), Math.max(...all)]
    if (!allowed) return { verdict: null, side: null, least, most }
    const wide = (value: number) => value < allowed.fromMm - NOISE_MM
    const tight = (value: number) => value > allowed.toMm + NOISE_MM
    const verdict = states.some(state => wide(state) || tight(state)) ? 'out' : wide(least) || tight(most) ? 'doubtful' : 'in'
    return { verdict, side: tight(most) ? 'tight' : wide(least) ? 'wide' : null, least, most }
  }
  const judged = judge(compressionMm)
  return {
    standsAtMm: withoutDust(standsAtMm), compressionMm, window: allowed, afterGrowthMm: warmMm, leastMm: judged.least, mostMm: judged.most,
    verdict: judged.verdict, side: judged.side,
    check: checkMm === undefined ? null : checked(checkMm - standsAtMm, compressionMm, judge),
    working: [
      line,
      ...compressionMm === null
        ? []
        : [{ label: 'Spring pressed by',
            formula: input.method === 'shoulder' || input.method === 'datum' ? 'free − working length' : 'as set',
            substituted: input.springFreeMm === undefined ? mm(compressionMm) : `${input.springFreeMm} − ${withoutDust(input.springFreeMm - compressionMm, 3)}`,
            result: `${mm(compressionMm)}${allowed ? `, may be ${withoutDust(allowed.fromMm, 3)} to ${mm(allowed.toMm)}` : ''}`,
            source: window ? 'limits: as given' : 'limits: 0.4 mm (1/64 in) either way, general practice' }],
      ...growth.map(({ lengthMm, perK, deltaC }) => ({
        label: 'Growth', formula: 'length × α × ΔT', substituted: `${lengthMm} mm × ${(perK * 1e6).toFixed(1)} · 10⁻⁶ × ${deltaC} K`,
        result: `${(lengthMm * perK * deltaC).toFixed(3)} mm`, source: 'linear expansion',
      })),
      ...warmMm === null || growth.length === 0
        ? []
        : [{ label: 'Pressed warm', formula: 'cold + growth', substituted: `${withoutDust(compressionMm!, 3)} ${signed(grownMm)}`,
            result: mm(warmMm), source: 'geometry along the shaft' }],
      ...judged.least === null || endPlayMm === 0
        ? []
        : [{ label: 'With the end play', formula: 'cold and warm, at either stop', substituted: `end play ${signed(endPlayMm)}`,
            result: `${withoutDust(judged.least, 3)} to ${mm(judged.most!)}`, source: 'geometry along the shaft' }],
    ],
  }
}

type Judge = (coldMm: number | null) => { verdict: Verdict | null }

function checked(differenceMm: number, compressionMm: number | null, judge: Judge): NonNullable<SealSetting['check']> {
  if (!Number.isFinite(differenceMm)) throw new DomainError('seal-setting.length', 'The check reading is a length in millimetres.')
  const foundMm = compressionMm === null ? null : compressionMm + differenceMm
  const by = mm(Math.abs(differenceMm))
  return {
    differenceMm, compressionMm: foundMm, verdict: judge(foundMm).verdict,
    says: Math.abs(differenceMm) < 0.005
      ? 'It stands where it should.'
      : differenceMm > 0
        ? `It stands ${by} nearer to the face: the spring is pressed further, the faces run hot. Set screws gone, sleeve slid, a gasket too thin or left out.`
        : `It stands ${by} farther from the face: the spring is pressed less, it may leak at rest. Not against its stop, a gasket too thick or in twice.`,
  }
}
