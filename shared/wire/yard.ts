/** Which units of the yard, and in which order. */
export const YARD_SHOWS = ['all', 'open', 'due', 'limit', 'retired'] as const
export const YARD_SORTS = ['tag', 'due', 'limit', 'hours'] as const
export type YardShow = (typeof YARD_SHOWS)[number]
export type YardSort = (typeof YARD_SORTS)[number]

/** Rows of a list that is brought in; the bound of every import of the fleet. */
export const MOST_IMPORTED = 10_000
