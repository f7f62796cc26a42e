/** Where a draft comes from: an overhaul, another place, a released revision, a copy of one, or a frame of its family. */
export const DRAFT_ORIGINS = ['job', 'import', 'revision', 'copy', 'frame'] as const
/** Being written, handed in for a review, released as a revision, or given up. */
export const DRAFT_STATUSES = ['open', 'ready', 'released', 'dropped'] as const
export type DraftOrigin = (typeof DRAFT_ORIGINS)[number]
export type DraftStatus = (typeof DRAFT_STATUSES)[number]

/** A figure that was proposed for a kind of machine: open, taken into a draft as it was or changed, or refused. */
export const PROPOSAL_STATUSES = ['open', 'accepted', 'changed', 'refused'] as const
export type ProposalStatus = (typeof PROPOSAL_STATUSES)[number]
