import { partOf } from '../sheet'
import { isDone } from '../teardown'
import { dispositionOf, movedBy } from './account'
import { refuse } from './refusal'
import { lastOf, type Overtaken, type Stamp } from './stamp'
import type { JobState } from './state'
import { intoList, STANDS_ALONE, type Subject } from './subject'

export interface PlaceEvents {
  /** A piece that has its own place was put into it; both are names from the list of the part. */
  'piece-placed': { part: string, piece: string, place: string }
}

export interface PiecePlaced extends Stamp, Overtaken { part: string, piece: string, place: string }
export interface PlaceState {
  placed: PiecePlaced[]
}

export interface PlaceDuty { kind: 'place', part: string }

/** Which piece was put into a place of a part; undefined while the place is empty. */
export const pieceIn = (state: JobState, part: string, place: string) => lastOf(state.placed, p => p.part === part && p.place === place)

/** Pieces that ran in places of their own go back there. */
export const places: Subject<PlaceEvents, PlaceState, PlaceDuty> = {
  ...STANDS_ALONE,
  empty: () => ({ placed: [] }),
  events: {
    'piece-placed': {
      name: 'Piece into its place',
      right: 'job:work',
      ...intoList('placed'),
      guard: ({ sheet, state }, { part: key, piece, place }) => {
        const part = partOf(sheet, key)
        const unknown = [piece, place].find(name => !part.places?.includes(name))
        if (unknown) return refuse('place.unknown', `${part.name} has no place "${unknown}".`)
        if (pieceIn(state, key, place)) return refuse('place.taken', `In ${place} there is one already.`)
        const set = part.set ? ` (${part.set})` : ''
        return piece === place
          ? null
          : refuse(
              'place.other-set',
              `This is the piece of ${piece}. It ran there with its partners${set} and does not go into ${place}: sets stay together.`,
            )
      },
    },
  },
  duties: {
    place: {
      turn: 'place',
      asks: ['refits'],
      // As many as this step and those before it put in, unless all of them are new.
      of: (sheet, state, step) => (step.refits ?? []).flatMap(({ part: key, count }) => {
        const part = partOf(sheet, key)
        if (!part.places || dispositionOf(state, key)?.disposition === 'replace') return []
        const others = sheet.steps
          // By its key: a narrowed sheet holds copies of its steps.
          .filter(other => other.key !== step.key && isDone(state, other.key))
          .flatMap(other => movedBy(state, other, 'refits'))
        const wanted = others.filter(piece => piece.part === key).reduce((sum, piece) => sum + piece.count, count)
        return [
          {
            duty: { kind: 'place', part: key },
            met: part.places.filter(place => pieceIn(state, key, place)).length >= Math.min(wanted, part.places.length),
          },
        ]
      }),
      say: ({ part }, sheet) => `put each ${partOf(sheet, part).name} into its own place`,
    },
  },
  overtakes: ({ sheet, state, steps }) => {
    const refits = new Set(steps.flatMap(step => step.refits ?? []).map(piece => piece.part))
    // Of a part that goes in by several steps, what the others put in stays.
    const lastPutIn = (part: string) => Math.max(0, ...sheet.steps
      .filter(step => isDone(state, step.key) && step.refits?.some(piece => piece.part === part)).map(step => state.done[step.key]!.n))
    const until = new Map(
      [...new Set(state.placed.map(piece => piece.part))].filter(part => refits.has(part)).map(part => [part, lastPutIn(part)]),
    )
    return { placed: piece => piece.n > (until.get(piece.part) ?? Infinity) }
  },
}
