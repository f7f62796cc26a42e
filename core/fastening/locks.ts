import { roundTurn } from '../angles'
import { DomainError } from '../domain-error'
import { threadSize } from './thread-size'

const STEEL_MPA = 206_000

const positive = (value: number, code: string, sentence: string): void => {
  if (!(value > 0 && Number.isFinite(value))) throw new DomainError(code, sentence)
}
const countOf = (value: number, code: string, sentence: string): void => {
  if (!(Number.isInteger(value) && value >= 1 && value <= 360)) throw new DomainError(code, sentence)
}

export interface CastleNutTurn {
  /** How far on from where it stands until a slot meets the pin hole, degrees. */
  turnDeg: number
  /** Torque there; null where nobody knows how fast it rises. */
  torqueNm: number | null
  verdict: 'fits' | 'beyond' | 'feel'
  sentence: string
}

/**
 * How far a castle nut goes on from its lower torque until a slot meets the hole of the split pin. It is never turned back for it.
 *
 * @param slots of the nut, usually 6; both ends of a hole through the bolt count alike when the slots are even
 * @param pastDeg how far a slot stands past the hole at the lower torque, degrees in the direction of tightening
 * @param lowerNm where it stands; @param upperNm most that the joint may have
 * @param risesNmPerDeg how fast the torque rises, as felt between two angles
 * @returns `beyond` when the next slot asks for more than the upper torque: another washer or nut; `feel` when the rise is not known
 * @throws DomainError `castle-nut.slots`, `castle-nut.angle`, `castle-nut.torque`
 * Source: general practice; geometry.
 * @example castleNutTurn({ slots: 6, pastDeg: 20, lowerNm: 60, upperNm: 80, risesNmPerDeg: 0.4 }).turnDeg // 40
 */
export function castleNutTurn({ slots, pastDeg, lowerNm, upperNm, risesNmPerDeg }: {
  slots: number, pastDeg: number, lowerNm: number, upperNm: number, risesNmPerDeg?: number | undefined
}): CastleNutTurn {
  countOf(slots, 'castle-nut.slots', 'A castle nut has a whole number of slots, usually 6.')
  if (!Number.isFinite(pastDeg)) throw new DomainError('castle-nut.angle', 'How far a slot stands past the hole is an angle in degrees.')
  if (!(lowerNm > 0 && upperNm >= lowerNm && Number.isFinite(upperNm)))
    throw new DomainError('castle-nut.torque', 'The lower torque is more than zero and the upper one not below it.')
  if (risesNmPerDeg !== undefined) positive(risesNmPerDeg, 'castle-nut.torque',
    'A torque that does not rise while the nut turns is a nut that yields: stop.')
  const apart = 360 / (slots % 2 === 0 ? slots : 2 * slots)
  const past = ((pastDeg % apart) + apart) % apart
  const turnDeg = past < 1e-9 || apart - past < 1e-9 ? 0 : apart - past
  const torqueNm = risesNmPerDeg === undefined ? (turnDeg === 0 ? lowerNm : null) : lowerNm + turnDeg * risesNmPerDeg
  if (turnDeg === 0) return { turnDeg, torqueNm, verdict: 'fits', sentence: 'A slot stands at the hole: pin it.' }
  const on = `${turnDeg.toFixed(0)}° on`
  if (torqueNm === null)
    return { turnDeg, torqueNm, verdict: 'feel',
      sentence: `Go ${on} and stay below ${upperNm} N·m; if it gets there first, change washer or nut. Never back.` }
  return torqueNm <= upperNm
    ? { turnDeg, torqueNm, verdict: 'fits', sentence: `Go ${on}: about ${torqueNm.toFixed(0)} N·m, not above ${upperNm} N·m. Never back.` }
    : { turnDeg, torqueNm, verdict: 'beyond',
        sentence: `${on} would be ${torqueNm.toFixed(0)} N·m, above ${upperNm} N·m: change washer or nut. Never back.` }
}

export interface TabAlignment {
  /** Tab and slot that meet first, counted from 1 in the direction of tightening. */
  tab: number
  slot: number
  /** How far the nut goes on until they meet, degrees. */
  turnDeg: number
  /** Does it stay within what the nut may still be turned? */
  verdict: 'fits' | 'beyond'
  /** What that turn moves along the shaft, mm; null without a pitch. */
  alongMm: number | null
}

/**
 * Which tab of a lock washer meets a slot of its nut first when the nut goes on. Tabs and slots of different number are a vernier: the
 * next pair is never far. The nut is not backed off past where it was set.
 *
 * @param tabs of the washer, an odd number; @param slots of the nut
 * @param pastDeg how far slot 1 stands past tab 1, in the direction of tightening
 * @param furthestDeg how far it may go on: by its upper torque or by the end clearance
 * @throws DomainError `tab.count`, `tab.angle`
 * Source: geometry.
 * @example tabAlignment({ tabs: 17, slots: 4, pastDeg: 0 }).turnDeg // 0: tab 1 lies in slot 1
 */
export function tabAlignment({ tabs, slots, pastDeg, furthestDeg = Infinity, pitchMm }: {
  tabs: number, slots: number, pastDeg: number, furthestDeg?: number, pitchMm?: number
}): TabAlignment {
  countOf(tabs, 'tab.count', 'A lock washer has a whole number of tabs, one or more.')
  countOf(slots, 'tab.count', 'A nut has a whole number of slots, one or more.')
  if (!Number.isFinite(pastDeg) || Number.isNaN(furthestDeg))
    throw new DomainError('tab.angle', 'How far a slot stands past a tab is an angle in degrees.')
  const pairs = Array.from({ length: tabs * slots }, (_, i) => {
    const [tab, slot] = [Math.floor(i / slots), i % slots]
    const turn = roundTurn(tab * 360 / tabs - slot * 360 / slots - pastDeg)
    return { tab: tab + 1, slot: slot + 1, turnDeg: 360 - turn < 1e-9 ? 0 : turn }
  })
  const first = pairs.reduce((best, pair) => pair.turnDeg < best.turnDeg - 1e-9 ? pair : best)
  return {
    ...first, verdict: first.turnDeg <= furthestDeg + 1e-9 ? 'fits' : 'beyond',
    alongMm: pitchMm === undefined ? null : first.turnDeg / 360 * pitchMm,
  }
}

/**
 * What a witness line tells that no longer meets: how far the nut has come along the bolt, and what the clamp has lost or won.
 *
 * @param offDeg how far the line on the nut stands off, degrees; tightening is positive
 * @param stiffnessNPerMm of bolt and clamped parts in series; without it only the way is said
 * @throws DomainError `witness.angle`, `witness.stiffness`, and those of `threadSize`
 * Source: geometry of the pitch; F = c s.
 * @example witnessAngle({ thread: 'M16', offDeg: -6 }).alongUm // -33.3
 */
export function witnessAngle({ thread, offDeg, stiffnessNPerMm }: { thread: string, offDeg: number, stiffnessNPerMm?: number | undefined }):
{ alongUm: number, clampN: number | null } {
  if (!Number.isFinite(offDeg)) throw new DomainError('witness.angle', 'How far a line stands off is an angle in degrees.')
  if (stiffnessNPerMm !== undefined) positive(stiffnessNPerMm, 'witness.stiffness',
    'A stiffness is a number of newtons a millimetre greater than zero.')
  const alongMm = threadSize(thread).pitchMm * offDeg / 360
  return { alongUm: alongMm * 1000, clampN: stiffnessNPerMm === undefined ? null : alongMm * stiffnessNPerMm }
}

/**
 * How far a nut is turned on from snug for a preload: what bolt and parts give, in degrees of the pitch.
 *
 * @param gripMm thickness of what is clamped; head and nut add 0.9 d of bolt that stretches too
 * @param partsStiffnessNPerMm of what is clamped; taken as rigid when left out, so the turn is then the least
 * @throws DomainError `preload.value`, `grip.length`, `parts.stiffness`, and those of `threadSize`
 * Range: steel bolts threaded over their stretched length, elastic.
 * Source: Hooke; VDI 2230-1, 5.1.1 (0.5 d of the head and 0.4 d of the nut give with the bolt).
 * @example turnOfNut({ thread: 'M16', preloadN: 60_000, gripMm: 60 }).turnDeg
 */
export function turnOfNut({ thread, preloadN, gripMm, partsStiffnessNPerMm }: {
  thread: string, preloadN: number, gripMm: number, partsStiffnessNPerMm?: number | undefined
}): { turnDeg: number, stretchMm: number, boltStiffnessNPerMm: number } {
  positive(preloadN, 'preload.value', 'A preload is a force greater than zero.')
  positive(gripMm, 'grip.length', 'What is clamped has a thickness greater than zero.')
  if (partsStiffnessNPerMm !== undefined) positive(partsStiffnessNPerMm, 'parts.stiffness',
    'A stiffness is a number of newtons a millimetre greater than zero.')
  const { nominalMm, pitchMm, stressAreaMm2 } = threadSize(thread)
  const boltStiffnessNPerMm = STEEL_MPA * stressAreaMm2 / (gripMm + 0.9 * nominalMm)
  const stretchMm = preloadN / boltStiffnessNPerMm + (partsStiffnessNPerMm === undefined ? 0 : preloadN / partsStiffnessNPerMm)
  return { turnDeg: 360 * stretchMm / pitchMm, stretchMm, boltStiffnessNPerMm }
}
