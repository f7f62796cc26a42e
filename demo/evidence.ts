import type { Told } from '#core'

/* What was found when seals failed at Merrow Sound. Every figure is invented. */

const [DRIVE, OTHER] = ['drive end', 'non-drive end'] as const
type Seen = Extract<Told, { type: 'finding-noted' }>['body']
const seen = (body: Seen): Told => ({ type: 'finding-noted', body })
const told = (circumstance: string): Told => ({ type: 'circumstance-told', body: { circumstance, holds: true } })

const TURNING = { part: 'seal-turning-units', role: 'seal face' }
const STILL = { part: 'seal-still-rings', role: 'seal face' }
const ROUND = { fromDeg: 0, toDeg: 360 }

/** A burr under the gland: the still ring stands askew, the sprung one follows it at each turn. */
export const STILL_FACE_OUT_OF_SQUARE: readonly Told[] = [
  seen({ ...STILL, place: DRIVE, kind: 'uneven contact', severity: 3, fromDeg: 150, toDeg: 240, zone: 'track' }),
  seen({ ...TURNING, place: DRIVE, kind: 'polished', severity: 1, ...ROUND, zone: 'track' }),
  seen({ part: 'seal-turning-units', role: 'drive pin', place: DRIVE, kind: 'worn both sides', severity: 2 }),
  seen({ part: 'seal-turning-units', role: 'spring', place: DRIVE, kind: 'unequal', severity: 1 }),
  seen({ part: 'shaft-sleeves', role: 'sleeve', place: DRIVE, kind: 'fretted', severity: 2, ...ROUND, zone: 'under o-ring' }),
  seen({ part: 'seal-glands', role: 'chamber', place: DRIVE, kind: 'not square', severity: 2, fromDeg: 175, toDeg: 205, zone: 'face' }),
  seen({ ...STILL, place: OTHER, kind: 'clean', severity: 1 }),
  seen({ ...TURNING, place: OTHER, kind: 'clean', severity: 1 }),
  {
    type: 'springs-laid',
    body: { part: 'seal-turning-units', place: DRIVE, lengthsMm: [21.4, 21.5, 21.4, 20.6, 21.5, 21.4], freshMm: 21.6 },
  },
  told('leaks only turning'), told('recent overhaul'),
  {
    type: 'cause-written',
    body: {
      cause: 'still face not square', rank: 1, words: 'Burr at 6 o’clock under the gland, drawn up over it.',
      rules: { key: 'general', revision: 1 },
    },
  },
]

/** Faces run in as they should; what leaks is a ring that has taken a set. */
export const FACES_GOOD: readonly Told[] = [
  ...[DRIVE, OTHER].flatMap(place => [
    seen({ ...STILL, place, kind: 'polished', severity: 1, ...ROUND, zone: 'track' }),
    seen({ ...TURNING, place, kind: 'polished', severity: 1, ...ROUND, zone: 'track' }),
  ]),
  seen({ part: 'seal-turning-units', role: 'drive pin', place: DRIVE, kind: 'clean', severity: 1 }),
  seen({ part: 'shaft-sleeves', role: 'sleeve', place: DRIVE, kind: 'deposit', severity: 1, fromDeg: 130, toDeg: 225, zone: 'step' }),
  told('leaks standing'), told('ran its life'),
]
export const RING_LEAKS: readonly Told[] = [
  seen({ part: 'turning-o-rings', role: 'o-ring', place: DRIVE, kind: 'flattened', severity: 3, ...ROUND, zone: 'inside' }),
  seen({ part: 'turning-o-rings', role: 'o-ring', place: DRIVE, kind: 'hardened', severity: 1, fromDeg: 140, toDeg: 230 }),
  seen({ part: 'turning-o-rings', role: 'o-ring', place: OTHER, kind: 'flattened', severity: 1, ...ROUND }),
  seen({ part: 'still-o-rings', role: 'o-ring', place: DRIVE, kind: 'clean', severity: 1 }),
]

/** The impeller was set without the clips: the collar was dragged along, its points tell of it, and the springs of one side are short. */
export const COLLAR_SLIPPED: Readonly<Record<string, readonly Told[]>> = {
  'setting-found': [told('recent overhaul')],
  'collar-loose': [seen({ part: 'collar-screws', role: 'drive pin', kind: 'worn one side', severity: 3, note: 'Points mashed, a groove along the shaft.' })],
  'outboard-out': [
    seen({ part: 'springs-out', role: 'spring', kind: 'set short', severity: 2 }),
    seen({ part: 'face-out', role: 'seal face', kind: 'heat checked', severity: 2, ...ROUND, zone: 'track' }),
    seen({ part: 'face-out-o-ring', role: 'o-ring', kind: 'hardened', severity: 1, ...ROUND }),
  ],
  'seat-out-off': [seen({ part: 'seat-out', role: 'seal face', kind: 'grooved', severity: 2, ...ROUND, zone: 'track' })],
  'seat-in-off': [seen({ part: 'seat-in', role: 'seal face', kind: 'polished', severity: 1, ...ROUND, zone: 'track' })],
  'inboard-out': [seen({ part: 'face-in', role: 'seal face', kind: 'polished', severity: 1, ...ROUND, zone: 'track' })],
}

/** One scratch and nothing else: too little to say anything by. */
export const THIN_EVIDENCE: readonly Told[] = [
  seen({ part: 'shaft', role: 'shaft', kind: 'scored', severity: 1, fromDeg: 80, toDeg: 95 }),
]
