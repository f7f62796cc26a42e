/** Where a draft comes from: an overhaul, another place, a released revision, a copy of one, or a frame of its family. */
export const DRAFT_ORIGINS = ['job', 'import', 'revision', 'copy', 'frame'] as const
/** Being written, handed in for a review, released as a revision, or given up. */
export const DRAFT_STATUSES = ['open', 'ready', 'released', 'dropped'] as const
export type DraftOrigin = (typeof DRAFT_ORIGINS)[number]
export type DraftStatus = (typeof DRAFT_STATUSES)[number]
