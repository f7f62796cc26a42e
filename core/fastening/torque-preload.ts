import { DomainError } from '../domain-error'
import { radians } from '../angles'
import type { WorkingLine } from '../working'
import { headBearing } from './head-bearing'
import { requireTorque } from './require-torque'
import { threadSize, type ThreadSize } from './thread-size'

/** How a bolt turns torque into pull: either the two frictions apart, or one nut factor for both. */
export type Rubbing
  = | { threadFriction: number, headFriction: number, headDiameterMm?: number, nutFactor?: undefined }
    | { nutFactor: number, threadFriction?: undefined, headFriction?: undefined, headDiameterMm?: undefined }

export interface TorqueAndPreload {
  torqueNm: number
  preloadN: number
  /** What the pitch takes: the part that stretches the bolt. */
  pitchNm: number
  /** What friction in the thread takes; null where only a nut factor is known. */
  threadNm: number | null
  /** What friction under the turned head or nut takes; null where only a nut factor is known. */
  headNm: number | null
  /** K of T = K F d. */
  nutFactor: number
  working: WorkingLine[]
}

const LONG_FORM = 'VDI 2230-1, T = F (P/2π + d₂ μ/(2 cos 30°) + D_km μ/2)'
const SHORT_FORM = 'T = K F d, general practice'
/** Half the flank angle of ISO and unified threads. */
const FLANK_DEG = 30

/**
 * The torque that pulls a bolt to a preload.
 *
 * @param preloadN wanted pull, N, greater than zero
 * @param threadFriction friction in the thread, 0 to 1; @param headFriction friction under what is turned, 0 to 1
 * @param headDiameterMm mean diameter on which head or nut rubs; that of the standard hexagon head and medium hole if left out
 * @param nutFactor instead of the frictions: K of T = K F d
 * @throws DomainError `preload.value`, `friction.value`, `head.diameter`, `nut-factor.value`, and those of `threadSize`
 * Range: elastic, turned by hand or tool at one end; not for a bolt that is stretched first.
 * Source: VDI 2230-1; Bickford, Introduction to the Design and Behavior of Bolted Joints (nut factor).
 * @example torqueForPreload({ thread: 'M12', preloadN: 40_000, threadFriction: 0.12, headFriction: 0.12 }).torqueNm // 77.3…
 */
export function torqueForPreload({ thread, preloadN, ...rubbing }: { thread: string, preloadN: number } & Rubbing): TorqueAndPreload {
  if (!(preloadN > 0 && Number.isFinite(preloadN))) throw new DomainError('preload.value', 'A preload is a force greater than zero.')
  const size = threadSize(thread)
  return resultOf(size, preloadN, metresOf(size, rubbing))
}

/**
 * The preload that a torque pulls a bolt to: the inverse of `torqueForPreload`.
 *
 * @param torqueNm torque at the bolt, N·m, greater than zero
 * @throws DomainError `torque.value`, and those of `torqueForPreload`
 * Source: as `torqueForPreload`.
 * @example preloadForTorque({ thread: 'M12', torqueNm: 84, nutFactor: 0.2 }).preloadN // 35 000
 */
export function preloadForTorque({ thread, torqueNm, ...rubbing }: { thread: string, torqueNm: number } & Rubbing): TorqueAndPreload {
  requireTorque(torqueNm)
  const size = threadSize(thread)
  const metres = metresOf(size, rubbing)
  return resultOf(size, torqueNm / metres.whole, metres)
}

/** Torque for each newton of preload, in metres, whole and by what takes it. */
interface Metres { whole: number, pitch: number, thread: number | null, head: number | null, said: WorkingLine[] }

function metresOf(size: ThreadSize, rubbing: Rubbing): Metres {
  const pitch = size.pitchMm / (2 * Math.PI) / 1000
  if (rubbing.nutFactor !== undefined) {
    if (!(rubbing.nutFactor > 0 && rubbing.nutFactor < 1))
      throw new DomainError('nut-factor.value', 'A nut factor lies between 0 and 1; usual are 0.10 to 0.25.')
    return { whole: rubbing.nutFactor * size.nominalMm / 1000, pitch, thread: null, head: null, said: [] }
  }
  const { threadFriction, headFriction } = rubbing
  for (const friction of [threadFriction, headFriction])
    if (!(friction >= 0 && friction <= 1))
      throw new DomainError('friction.value', 'A friction lies between 0 and 1; usual in a thread are 0.06 to 0.25.')
  const bearing = rubbing.headDiameterMm === undefined ? headBearing(size.name) : undefined
  const headDiameterMm = rubbing.headDiameterMm ?? bearing!.diameterMm
  if (!(headDiameterMm >= size.nominalMm * 0.5 && headDiameterMm < 2000))
    throw new DomainError('head.diameter', 'The mean diameter under the head is a length in millimetres, about 1.25 times the thread.')
  const thread = size.pitchDiameterMm * threadFriction / (2 * Math.cos(radians(FLANK_DEG))) / 1000
  const head = headDiameterMm * headFriction / 2 / 1000
  const said: WorkingLine[] = bearing
    ? [{
        label: 'Where the head rubs', formula: '(d_w + d_h) / 2',
        substituted: `(${bearing.washerFaceMm.toFixed(2)} + ${bearing.holeMm.toFixed(2)}) / 2`,
        result: `${headDiameterMm.toFixed(2)} mm`,
        source: bearing.isBetween ? 'read between the sizes next to it: no standard head in this size' : 'hexagon head and medium hole, ISO 4014 and ISO 273, ASME B18.2',
      }]
    : []
  return { whole: pitch + thread + head, pitch, thread, head, said }
}

function resultOf(size: ThreadSize, preloadN: number, { whole, pitch, thread, head, said }: Metres): TorqueAndPreload {
  const torqueNm = preloadN * whole
  const nutFactor = whole * 1000 / size.nominalMm
  const newtons = `${(preloadN / 1000).toFixed(2)} kN`
  const part = (label: string, formula: string, metres: number): WorkingLine => ({
    label, formula, substituted: `${newtons} × ${(metres * 1000).toFixed(4)} mm`,
    result: `${(preloadN * metres).toFixed(2)} N·m, ${(metres / whole * 100).toFixed(0)} %`, source: LONG_FORM,
  })
  const working = [
    {
      label: 'Thread', formula: 'd, P, d₂', substituted: size.name,
      result: `${size.nominalMm.toFixed(2)} mm, ${size.pitchMm.toFixed(3)} mm, ${size.pitchDiameterMm.toFixed(3)} mm`,
      source: 'ISO 724, ASME B1.1',
    },
    ...said,
    part('Into stretch', 'F P / 2π', pitch),
    ...thread === null ? [] : [part('Into the thread', 'F d₂ μ / (2 cos 30°)', thread)],
    ...head === null ? [] : [part('Under the head', 'F D_km μ / 2', head)],
    {
      label: 'Torque and preload', formula: thread === null ? 'T = K F d' : 'sum of the three',
      substituted: `K = ${nutFactor.toFixed(3)}, F = ${newtons}, d = ${size.nominalMm.toFixed(2)} mm`,
      result: `${torqueNm.toFixed(1)} N·m`, source: thread === null ? SHORT_FORM : LONG_FORM,
    },
  ]
  return {
    torqueNm, preloadN, pitchNm: preloadN * pitch, threadNm: thread === null ? null : preloadN * thread,
    headNm: head === null ? null : preloadN * head, nutFactor, working,
  }
}
