import { markOf, type MarkWay, type Sheet, type Step } from '../sheet'
import { isDone } from '../teardown'
import { marksToSecure } from './mark-risks'
import { markChecked, markMade } from './marks-made'
import { refuse } from './refusal'
import type { Overtaken, Stamp } from './stamp'
import type { JobState } from './state'
import { intoList, type Subject } from './subject'

export const MARK_RESULTS = ['matches', 'does not match', 'lost'] as const
export type MarkResult = (typeof MARK_RESULTS)[number]

export interface MarkEvents {
  'mark-made': { mark: string, way: MarkWay, angleDeg?: number, note?: string }
  'mark-checked': { mark: string, result: MarkResult, note?: string }
}

export interface MarkMade extends Stamp { mark: string, way: MarkWay, angleDeg?: number, note?: string }
export interface MarkChecked extends Stamp, Overtaken { mark: string, result: MarkResult, note?: string }
export interface MarkState {
  marksMade: MarkMade[]
  marksChecked: MarkChecked[]
}

export type MarkDuty = { kind: 'make mark', mark: string } | { kind: 'secure mark', mark: string } | { kind: 'check mark', mark: string }

/** Match-marks: made on the way down, lasting through every treatment, checked on the way up. */
export const marks: Subject<MarkEvents, MarkState, MarkDuty> = {
  empty: () => ({ marksMade: [], marksChecked: [] }),
  events: {
    'mark-made': {
      name: 'Mark',
      right: 'job:work',
      ...intoList('marksMade'),
      guard: ({ sheet, state }, { mark, way }) => {
        const maker = sheet.steps.find(step => step.makes?.includes(mark))
        // A better mark may be put over one that would not last.
        return maker && isDone(state, maker.key) && markMade(state, mark)?.way === way
          ? refuse('mark.made-already', `${mark} is on the parts already.`)
          : null
      },
    },
    'mark-checked': {
      name: 'Check of a mark',
      right: 'job:work',
      ...intoList('marksChecked'),
      guard: ({ state }, { mark }) =>
        markMade(state, mark) ? null : refuse('mark.not-made', `${mark} was never made, so there is nothing to check.`),
    },
  },
  duties: {
    'make mark': {
      turn: 'mark',
      asks: ['makes'],
      of: (_sheet, state, { makes = [] }) =>
        makes.map(mark => ({ duty: { kind: 'make mark', mark }, met: markMade(state, mark) !== undefined })),
      say: ({ mark }, sheet) => `make ${mark} (${markOf(sheet, mark).name})`,
    },
    'secure mark': {
      turn: 'mark',
      asks: ['makes', 'treats'],
      of: (sheet, state, step) => marksToSecure(sheet, state, step).map(mark => ({ duty: { kind: 'secure mark', mark }, met: false })),
      say: ({ mark }, sheet) => `${mark} (${markOf(sheet, mark).name}) will not last: take a photo of it, or mark it better`,
    },
    'check mark': {
      turn: 'mark',
      asks: ['checks'],
      // A mark that was never to be made on this machine is not to be checked either.
      of: (sheet, state, { checks = [] }) =>
        checks
          .filter(mark => markMade(state, mark) || !isDepartedFrom(sheet, state, step => step.makes?.includes(mark)))
          .map(mark => ({ duty: { kind: 'check mark', mark }, met: markChecked(state, mark) !== undefined })),
      say: ({ mark }, sheet) => `check ${mark} (${markOf(sheet, mark).name})`,
    },
  },
  blockers: (sheet, state) =>
    sheet.marks.flatMap(({ key: mark, name }) => {
      const check = markChecked(state, mark)
      if (!markMade(state, mark) || check?.result === 'matches' || isDepartedFrom(sheet, state, step => step.checks?.includes(mark)))
        return []
      const how = check
        ? check.result === 'lost'
          ? 'was lost'
          : 'does not match'
        : 'was made on the way down and never checked on the way up'
      return [{ code: 'mark-unverified', mark, message: `Mark ${mark} (${name}) ${how}.` }]
    }),
  reopens: [],
  overtakes: ({ steps }) => {
    const checks = new Set(steps.flatMap(step => step.checks ?? []))
    return { marksChecked: ({ mark }) => checks.has(mark) }
  },
}

/** True when the work has departed from a ticked step of that kind: a lead has signed for its marks. */
const isDepartedFrom = (sheet: Sheet, state: JobState, of: (step: Step) => boolean | undefined): boolean =>
  sheet.steps.some(step => of(step) && isDone(state, step.key) && Object.hasOwn(state.departures, step.key))
