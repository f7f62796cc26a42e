import { DomainError } from '../domain-error'
import { propertyClass } from './property-class'
import { threadSize } from './thread-size'

/** Full threads, in diameters, that hold a bolt of class 8.8 to its breaking: from and to; general practice. */
const DIAMETERS: Readonly<Record<string,
  readonly [number, number]>> = { nut: [0.8, 0.8], steel: [1, 1], iron: [1.5, 1.5], aluminium: [2, 2.5] }
const REFERENCE_CLASS = '8.8'

export interface Engagement {
  /** Full threads wanted, mm; in aluminium the better end of the range is `wantedToMm`. */
  wantedMm: number
  wantedToMm: number
  /** What there is over what is wanted, at most 1: the share of its bolt that the thread carries. */
  share: number
  verdict: 'enough' | 'thin' | 'too little'
}

/**
 * Whether a thread is screwed in far enough to hold its bolt. Full threads only: the chamfer and the run-out of the thread do not count.
 *
 * @param into what it bites into: nut, steel, iron, aluminium
 * @param lengthMm full threads in hold, mm; or @param turns counted by hand from the first bite, times the pitch
 * @param propertyClass of the bolt; a stronger one than 8.8 wants more in proportion
 * @returns `thin` between the two ends of the range, `too little` below it
 * @throws DomainError `engagement.into`, `engagement.length`, and those of `threadSize` and `propertyClass`
 * Source: general practice for class 8.8: 1 d in steel, 1.5 d in iron, 2 to 2.5 d in aluminium.
 * @example engagement({ thread: 'M12', into: 'iron', lengthMm: 20 }).verdict // 'enough'
 */
export function engagement({ thread, into, lengthMm, turns, propertyClass: name = REFERENCE_CLASS }: {
  thread: string, into: string, lengthMm?: number | undefined, turns?: number | undefined, propertyClass?: string | undefined
}): Engagement {
  const { nominalMm, pitchMm } = threadSize(thread)
  const range = Object.hasOwn(DIAMETERS, into) ? DIAMETERS[into] : undefined
  if (!range)
    throw new DomainError('engagement.into', `"${into}" is nothing that a thread bites into here; known are ${Object.keys(DIAMETERS).join(', ')}.`)
  const held = lengthMm ?? (turns === undefined ? Number.NaN : turns * pitchMm)
  if (!(held >= 0 && Number.isFinite(held)))
    throw new DomainError('engagement.length', 'Say how long the full threads hold, or how many turns it went in.')
  const stronger = Math.max(1, propertyClass(name, nominalMm).tensileMPa / propertyClass(REFERENCE_CLASS, nominalMm).tensileMPa)
  const [wantedMm, wantedToMm] = range.map(diameters => diameters * nominalMm * stronger) as [number, number]
  return {
    wantedMm, wantedToMm, share: Math.min(1, held / wantedMm),
    verdict: held >= wantedToMm - 1e-9 ? 'enough' : held >= wantedMm - 1e-9 ? 'thin' : 'too little',
  }
}
