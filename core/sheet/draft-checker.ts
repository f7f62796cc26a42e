import { DomainError } from '../domain-error'
import { auditSheet } from './audit'
import { draftFaults } from './check-sheet'
import { applyEdits, type Edit } from './edit'
import type { Checked } from './release-blockers'
import type { SheetDocument } from './schema'

/** What a checker is told of a draft: the whole of it, or what was written since it was told the last time. */
export type DraftNews = { document: SheetDocument } | { edits: readonly Edit[] }

/**
 * A checker that keeps the draft it reads: while somebody writes, only what was written is handed to it.
 *
 * @returns says what there is to say of the draft as it stands then. Throws DomainError where edits do not fit what it keeps: it is told
 * the whole then
 * @example const check = draftChecker(); check({ document }); check({ edits })
 */
export function draftChecker(): (news: DraftNews) => Checked {
  let draft: SheetDocument | undefined
  return (news) => {
    if ('document' in news) draft = news.document
    else if (draft) draft = applyEdits(draft, news.edits)
    else throw new DomainError('draft.not-told', 'The checker has not been told the draft yet.')
    return { faults: draftFaults(draft), findings: auditSheet(draft) }
  }
}
