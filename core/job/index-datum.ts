import { partOf } from '../sheet'
import { refuse } from './refusal'
import type { Stamp } from './stamp'
import { intoRegister, STANDS_ALONE, type Subject } from './subject'

export interface IndexEvents {
  /** The 12 o'clock of a part was agreed and can be seen. */
  'index-set': { part: string, note?: string }
}

export interface IndexState {
  indexed: Record<string, Stamp & { note?: string }>
}

export interface IndexDuty { kind: 'index', part: string }

/** Index data: what "12 o'clock" is on a part that comes out for a failure analysis. */
export const indexData: Subject<IndexEvents, IndexState, IndexDuty> = {
  ...STANDS_ALONE,
  empty: () => ({ indexed: {} }),
  events: {
    'index-set': {
      name: 'Index',
      right: 'job:work',
      ...intoRegister('indexed', 'part'),
      guard: ({ sheet, state }, { part: key }) => {
        const part = partOf(sheet, key)
        if (!part.index) return refuse('index.none', `${part.name} has no index datum in this sheet.`)
        return Object.hasOwn(state.indexed, key) ? refuse('index.set-already', `The index of ${part.name} is recorded already.`) : null
      },
    },
  },
  duties: {
    index: {
      turn: 'evidence',
      asks: ['removes'],
      of: (sheet, state, { removes = [] }) =>
        state.opened?.depth !== 'failure-analysis'
          ? []
          : removes
              .filter(({ part }) => partOf(sheet, part).index)
              .map(({ part }) => ({ duty: { kind: 'index', part }, met: Object.hasOwn(state.indexed, part) })),
      say: ({ part }, sheet) => `record the 12 o’clock of ${partOf(sheet, part).name}`,
    },
  },
}
