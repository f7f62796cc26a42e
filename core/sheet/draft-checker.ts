import { DomainError } from '../domain-error'
import { auditSheet } from './audit'
import { draftFaults } from './check-sheet'
import { applyEdits, pointerOf, type Edit } from './edit'
import type { Checked } from './release-blockers'
import type { SheetDocument } from './schema'

/**
 * What a checker is told of a draft: the whole of it, or what was written since it was told the last time; and what is `typed`, which is
 * read with the rest and not kept.
 */
export type DraftNews = ({ document: SheetDocument } | { edits: readonly Edit[] }) & { typed?: readonly Edit[] }

/**
 * A checker that keeps the draft it reads: while somebody writes, only what was written is handed to it.
 *
 * @returns says what there is to say of the draft as it stands then, with what is typed; where that cannot stay so, the first fault says
 * why, and the rest is of the draft without it. Throws DomainError where edits do not fit what it keeps: it is told the whole then
 * @example const check = draftChecker(); check({ document }); check({ edits }); check({ edits: [], typed })
 */
export function draftChecker(): (news: DraftNews) => Checked {
  let draft: SheetDocument | undefined
  return (news) => {
    if ('document' in news) draft = news.document
    else if (draft) draft = applyEdits(draft, news.edits)
    else throw new DomainError('draft.not-told', 'The checker has not been told the draft yet.')
    const { typed = [] } = news
    try {
      return read(applyEdits(draft, typed))
    } catch (error) {
      if (!(error instanceof DomainError) || typed.length === 0) throw error
      const { faults, findings } = read(draft)
      return { faults: [{ place: pointerOf(typed[0]!), reason: error.message }, ...faults], findings }
    }
  }
}

const read = (draft: SheetDocument): Checked => ({ faults: draftFaults(draft), findings: auditSheet(draft) })
