import { ALL_ROUND_DEG, CAUSES, checkFinding, CIRCUMSTANCES } from '../evidence'
import { onceFor } from '../kept-by'
import { partOf, type Sheet } from '../sheet'
import { evidenceItems, itemKey } from './evidence-items'
import { refuse, refusedBy, type Refusal } from './refusal'
import type { Stamp } from './stamp'
import { intoList, intoRegister, STANDS_ALONE, type Subject } from './subject'

/** Of which thing of the machine: a part, what of it, and which of several. */
export interface SeenOn { part: string, role: string, place?: string }

export interface FindingEvents {
  /** What was seen, with its arc from the part's own index; `photo` is the number of a picture of it. */
  'finding-noted': SeenOn & {
    kind: string
    severity: 1 | 2 | 3
    fromDeg?: number
    toDeg?: number
    zone?: string
    note?: string
    photo?: string
    /** Somebody looks at it again by this day. */
    lookAgain?: string
  }
  /** Two things lie on each other so: a pin in its slot, indexes set together; angles from the index of each. */
  'frames-tied': { one: string, other: string, kind: 'match-mark' | 'pin in slot' | 'index', oneDeg: number, otherDeg: number }
  /** The frame of a thing was put right: all its angles count that much further clockwise. */
  'frame-turned': { item: string, byDeg: number, reason: string }
  'circumstance-told': { circumstance: string, holds: boolean }
  /** Springs laid in a row, one length each. */
  'springs-laid': { part: string, place?: string, lengthsMm: number[], freshMm?: number }
  /** What a person holds for the cause; `cause` is left out where the list has none. `rank` is where the rules had it, from 1. */
  'cause-written': { cause?: string, words: string, rank?: number, rules?: { key: string, revision: number } }
}

type Entry<T extends keyof FindingEvents> = Stamp & FindingEvents[T]
export type FindingNoted = Entry<'finding-noted'>
export type CauseWritten = Entry<'cause-written'>
export type SpringsLaid = Entry<'springs-laid'>

export interface FindingState {
  findings: FindingNoted[]
  framesTied: Entry<'frames-tied'>[]
  framesTurned: Entry<'frame-turned'>[]
  circumstances: Record<string, Stamp & { holds: boolean }>
  springsLaid: SpringsLaid[]
  causesWritten: CauseWritten[]
}

/** `part` has to be looked at here: the step takes away what could be seen on it. */
export interface LookDuty { kind: 'look', part: string }

/** Evidence: what was seen on the parts before it is lost, and what people hold for the cause. */
export const findings: Subject<FindingEvents, FindingState, LookDuty> = {
  ...STANDS_ALONE,
  empty: () => ({ findings: [], framesTied: [], framesTurned: [], circumstances: {}, springsLaid: [], causesWritten: [] }),
  events: {
    'finding-noted': {
      name: 'Finding',
      right: 'job:work',
      ...intoList('findings'),
      guard: ({ sheet }, { part, role, place, lookAgain, ...finding }, { happenedAt }) => {
        if (lookAgain !== undefined && lookAgain <= happenedAt.slice(0, 10)) return refuse('finding.past', 'The day to look again lies before us.')
        const items = evidenceItems(sheet)
        const key = itemKey({ part, role, place })
        if (!items.some(item => item.key === key)) return notSeen(sheet, { part, role, ...place ? { place } : {} })
        return refusedBy(() => checkFinding({ ...finding, part: key }, new Map(items.map(item => [item.key, item]))))
      },
    },
    'frames-tied': {
      name: 'Frames tied',
      right: 'job:work',
      ...intoList('framesTied'),
      guard: ({ sheet }, { one, other, oneDeg, otherDeg }) => {
        const keys = new Set(evidenceItems(sheet).map(({ key }) => key))
        if (!keys.has(one) || !keys.has(other)) return refuse('frames.part', 'One of the two is nothing that is looked at on this machine.')
        if (one === other) return refuse('frames.same', 'A thing is not tied to itself.')
        return [oneDeg, otherDeg].every(isAngle) ? null : refuse('finding.angle', 'Angles go from 0 to 360 degrees.')
      },
    },
    'frame-turned': {
      name: 'Frame put right',
      right: 'job:work',
      ...intoList('framesTurned'),
      guard: ({ sheet }, { item, byDeg }) => {
        if (!evidenceItems(sheet).some(({ key }) => key === item)) return refuse('frames.part', 'This is nothing that is looked at on this machine.')
        return Math.abs(byDeg) <= ALL_ROUND_DEG ? null : refuse('finding.angle', 'A frame is turned by 360 degrees at most.')
      },
    },
    'circumstance-told': {
      name: 'Circumstance',
      right: 'job:work',
      ...intoRegister('circumstances', 'circumstance'),
      guard: (_job, { circumstance }) => (CIRCUMSTANCES as readonly string[]).includes(circumstance)
        ? null
        : refuse('circumstance.unknown', `"${circumstance}" is no circumstance of the list.`),
    },
    'springs-laid': {
      name: 'Springs in a row',
      right: 'job:work',
      ...intoList('springsLaid'),
      guard: ({ sheet }, { part, place }) => evidenceItems(sheet).some(item => item.part.key === part && item.role === 'spring' && item.place === place)
        ? null
        : refuse('springs.none-here', `${partOf(sheet, part).name} has no springs that are laid in a row.`),
    },
    'cause-written': {
      name: 'Cause',
      right: 'job:work',
      ...intoList('causesWritten'),
      guard: (_job, { cause }) => cause === undefined || CAUSES.some(({ key }) => key === cause)
        ? null
        : refuse('cause.unknown', `"${cause}" is no cause of the list; write it in your own words.`),
    },
  },
  duties: {
    look: {
      turn: 'evidence',
      asks: ['removes', 'treats', 'decides'],
      of: (sheet, state, step) => state.opened?.depth === 'failure-analysis'
        ? (lostIn(sheet).get(step.key) ?? []).map(part => ({
            duty: { kind: 'look', part }, met: state.findings.some(found => found.part === part),
          }))
        : [],
      say: ({ part }, sheet) => `look at ${partOf(sheet, part).name}`,
    },
  },
}

const isAngle = (deg: number) => deg >= 0 && deg <= ALL_ROUND_DEG

const notSeen = (sheet: Sheet, { part, role, place }: SeenOn): Refusal => {
  const { name } = partOf(sheet, part)
  const places = evidenceItems(sheet).flatMap(item => item.part.key === part && item.role === role && item.place ? [item.place] : [])
  return refuse('finding.part', places.length > 0 && !places.includes(place ?? '')
    ? `${name} is in several places: ${places.join(', ')}. Say which.`
    : `${name} is not looked at as ${role}.`)
}

/** What loses its shape as soon as it is let go. */
const SOFT: ReadonlySet<string> = new Set(['o-ring', 'lip seal'])

/**
 * The parts that show nothing any more after a step, by the step: soft rings when they come out, what is washed or wiped, and all else when
 * it is decided.
 */
const lostIn = onceFor((sheet: Sheet): ReadonlyMap<string, readonly string[]> => {
  const lost = new Map<string, string[]>()
  for (const part of new Set(evidenceItems(sheet).map(item => item.part.key))) {
    const isSoft = evidenceItems(sheet).some(item => item.part.key === part && SOFT.has(item.role))
    const at = (isSoft ? sheet.steps.find(({ removes }) => removes?.some(piece => piece.part === part)) : undefined)
      ?? sheet.steps.find(({ treats }) => treats?.parts.includes(part)) ?? sheet.steps.find(({ decides }) => decides?.includes(part))
    if (at) lost.set(at.key, [...lost.get(at.key) ?? [], part])
  }
  return lost
})
