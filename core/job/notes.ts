import type { Stamp } from './stamp'
import { intoList, STANDS_ALONE, type Subject } from './subject'

export interface NoteEvents {
  'note-added': { text: string, step?: string, part?: string }
}

export interface Note extends Stamp { text: string, step?: string, part?: string }
export interface NoteState {
  notes: Note[]
}

/** What somebody wanted to say. */
export const notes: Subject<NoteEvents, NoteState> = {
  ...STANDS_ALONE,
  empty: () => ({ notes: [] }),
  events: { 'note-added': { name: 'Note', right: 'job:work', ...intoList('notes'), guard: () => null } },
}
