import { Type } from '@sinclair/typebox'
import { FACE_MATERIALS, SETTING_METHODS } from '../seals'
import { Key, Line, Mm, object, oneOf, optional } from './schema-builders'
import { Outline } from './schema-machine'

/* A mechanical seal: which parts it has, how they lie, and how it is set. */

const Length = Type.Number({ minimum: 0, maximum: 100000 })
const drawn = {
  part: Key,
  outlines: Type.Optional(Type.Array(Outline, {
    minItems: 1, maxItems: 12, description: 'In the drawing of this seal; as in the section of the machine if left out.',
  })),
}
const many = <T extends Parameters<typeof Type.Array>[0]>(one: T, description: string) =>
  Type.Optional(Type.Array(one, { minItems: 1, maxItems: 12, description }))
const Plain = object(drawn)

export const SealSetting = object({
  method: oneOf(SETTING_METHODS, 'How the maker sets it; another school may be used, and is written down as such.'),
  step: Type.String({ pattern: Key.pattern!, description: 'Where it is set.' }),
  from: Type.String({ minLength: 1, maxLength: 120, description: 'What it is measured from, and to what: scribed line to the back of the collar.' }),
  position: Type.Optional(Type.String({ pattern: Key.pattern!,
    description: 'The position that reads, as left, where the rotating part stands.' })),
  away: Type.Optional(Type.Boolean({ description: 'The position reads from the datum away from the face.' })),
  toFaceMm: Type.Optional(Type.Number({ minimum: -100000, maximum: 100000,
    description: 'From shoulder or datum to the still face, by the drawing, where it is not measured.' })),
  freeMm: Type.Optional(Length),
  workingMm: Type.Optional(Length),
  compressionMm: Type.Optional(Length),
  gasketMm: Type.Optional(Type.Number({ minimum: -100, maximum: 100, description: 'Compressed; positive where it presses the spring further.' })),
  endPlayMm: Type.Optional(Type.Number({ minimum: -100, maximum: 100 })),
  windowMm: Type.Optional(object({ from: Length, to: Length }, 'What the compression may be.')),
  growth: Type.Optional(Type.Array(object({ lengthMm: Mm, perK: Type.Number(), deltaC: Type.Number() }), { minItems: 1, maxItems: 6 })),
  agreeMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 100, description: 'How far the readings of two people may lie apart.' })),
  two: Type.Optional(Type.Boolean({ description: 'Two people measure it, each for themselves.' })),
  movedBy: Type.Optional(Type.Array(Key, {
    minItems: 1, maxItems: 12, description: 'Steps that move the shaft along: a setting from before them holds no more.',
  })),
  drawn: Type.Optional(object({ fromMm: Mm, toMm: Mm, acrossMm: Type.Number({ exclusiveMinimum: 0 }) },
    'The dimension in the drawing: from the datum to the part that stands there.')),
}, 'Lengths lie along the shaft; positive presses the spring further.')

export const Seal = optional({
  key: Key,
  name: Line,
  at: Type.Optional(Type.Array(Line, { minItems: 2, maxItems: 12, description: 'Where each of several is; each is set by itself.' })),
  faces: Type.Array(object({
    ...drawn, motion: oneOf(['turning', 'still']), material: Type.Optional(oneOf(FACE_MATERIALS.map(({ key }) => key))),
  }), { minItems: 1, maxItems: 8 }),
  rings: many(Plain, 'O-rings, bellows, gaskets; what is on them stands with the part.'),
  springs: many(Plain, 'Springs, wave springs, spring rings.'),
  drive: many(object({ ...drawn, heightMm: Type.Optional(object({ from: Length, to: Length }, 'Too high jams, too low lets the ring spin.')) }),
    'Pins, keys, set and drive screws.'),
  sleeve: Type.Optional(Plain),
  gland: Type.Optional(Plain),
  others: many(Plain, 'What it stands in and on: shaft, chamber, bushing.'),
  setting: Type.Optional(SealSetting),
  trials: Type.Optional(Type.Array(Key, { minItems: 1, maxItems: 8, description: 'Steps that try it dry and move no part of it.' })),
  clips: Type.Optional(Type.String({ pattern: Key.pattern!, description: 'The temporary thing that holds a cartridge together.' })),
  barrier: Type.Optional(Type.String({ pattern: Key.pattern!, description: 'The energy of the barrier liquid between two seals.' })),
})
