import { DomainError } from '../domain-error'
import { applyEdits, editsBetween, type Edit, type SheetDocument } from '../sheet'

/** A draft on top of a newer revision, and those of its changes that stand against it. */
export interface CarriedOver {
  document: SheetDocument
  /** What the draft would have otherwise, against what stands now; none of it is made. */
  left: Edit[]
}

/**
 * Brings what a draft has changed onto a revision that was released meanwhile. A change whose place the revision has changed too stands
 * against it and is left for a person; one that the revision has made already is no change any more.
 *
 * @param base the revision that the draft was begun from
 * @param draft the draft, with its changes
 * @param newest the revision that stands now
 * @example carryOver(revision4, draft, revision5).left.length // 0
 */
export function carryOver(base: SheetDocument, draft: SheetDocument, newest: SheetDocument): CarriedOver {
  const given = new Map(editsBetween(base, newest).map(edit => [placeOf(edit), edit]))
  const wanted = editsBetween(base, draft).filter(edit => !isSame(given.get(placeOf(edit)), edit))
  try {
    return { document: applyEdits(newest, wanted), left: [] }
  } catch (error) {
    if (!(error instanceof DomainError)) throw error
  }
  // One by one: what cannot be made is left, what stands on it too.
  return wanted.reduce<CarriedOver>(({ document, left }, edit) => {
    try {
      return { document: applyEdits(document, [edit]), left }
    } catch (error) {
      if (!(error instanceof DomainError)) throw error
      return { document, left: [...left, edit] }
    }
  }, { document: newest, left: [] })
}

const placeOf = ({ list, key, field = '' }: Edit) => `${list} ${key} ${field}`
const isSame = (one: Edit | undefined, other: Edit) => one !== undefined && JSON.stringify(one.after) === JSON.stringify(other.after)
