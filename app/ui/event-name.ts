import type { EventType } from '#core'

const NAMES: Readonly<Record<EventType, string>> = {
  'job-opened': 'Opened', 'step-done': 'Tick', 'hold-released': 'Release', 'mark-made': 'Mark', 'mark-checked': 'Check of a mark', 'reading-taken': 'Reading',
  'part-bagged': 'Bag', 'part-moved': 'Move of a part', 'part-disposed': 'Decision', 'piece-placed': 'Piece into its place', 'index-set': 'Index', 'way-chosen': 'Way',
  'wait-cut': 'Wait cut short', 'hand-checked': 'Hand check', 'extraction-tried': 'Extraction', 'photo-added': 'Photo', 'photo-kept': 'Photo arrived', 'gone-back': 'Going back', 'note-added': 'Note',
  'undone': 'Undo', 'job-closed': 'Closing',
}

/** How people call an entry of the log. */
export const eventName = (type: string): string => NAMES[type as EventType] ?? type
