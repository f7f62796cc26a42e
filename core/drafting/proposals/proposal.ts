import type { Catalogue } from '../../growth'
import type { Edit, Place, SheetDocument } from '../../sheet'

/** What the checker's head proposes to an author: what would be written, and why. It is taken or left. */
export interface Proposal {
  /** The thing that it is about. */
  place: Place
  /** What would be so, in a few words. */
  what: string
  why: string
  edits: Edit[]
}

/** A proposer reads a sheet and says what it would add; `newId` makes the rest of a key, `shop` is what is usual there. */
export type Proposer = (sheet: SheetDocument, newId: () => string, shop: Catalogue) => Proposal[]

/** The edit that fills a field in, or writes it anew. */
export const setField = (list: Exclude<Place['list'], 'sheet'>, thing: object & { key: string }, field: string, after: unknown): Edit => {
  const before = (thing as Record<string, unknown>)[field]
  return { list, key: thing.key, field, ...before === undefined ? {} : { before }, after }
}
