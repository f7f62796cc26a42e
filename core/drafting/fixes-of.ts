import { type Catalogue, SHIPPED_CATALOGUE } from '../growth'
import { applyEdits, auditSheet, draftFaults, placeOfPointer, type Checked, type SheetDocument } from '../sheet'
import { proposalsFor, type Proposal } from './proposals'

/** What the checker says, and what would end it; `said` is the sentence of the fault or the finding. */
export interface Fix { list: string, key: string, said: string, fix: Proposal }

/** As many proposals as are tried out: each costs a whole reading of the sheet. */
const MOST_TRIED = 30

/**
 * Proposals that end what the checker says. Nothing is matched by its looks: each proposal about the same thing is made, the sheet is read
 * again, and only what is silent then, without a new fault, has its fix.
 *
 * @param checked what the checker says of the sheet as it stands
 * @param newId makes the rest of a key
 * @param of only what is said of this thing; what is said of all when left out
 * @example fixesOf(draft, checked, newId).map(({ said, fix }) => `${said} → ${fix.what}`)
 */
export function fixesOf(
  sheet: SheetDocument, checked: Checked, newId: () => string, shop: Catalogue = SHIPPED_CATALOGUE, of?: { list: string, key: string },
): Fix[] {
  const all = [
    ...checked.faults.map(({ place, reason }) => ({ ...placeOfPointer(place), said: reason })),
    ...checked.findings.map(({ list, key, sentence }) => ({ list, key, said: sentence })),
  ].filter(({ list, key }) => !of || (list === of.list && key === of.key))
  const isOf = ({ place, edits }: Proposal, one: { list: string, key: string }) =>
    [place, ...edits].some(({ list, key }) => list === one.list && key === one.key)
  const tried = proposalsFor(sheet, newId, shop).filter(proposal => all.some(one => isOf(proposal, one))).slice(0, MOST_TRIED)
  return tried.flatMap((fix) => {
    const after = applyEdits(sheet, fix.edits)
    const faults = draftFaults(after).map(({ reason }) => reason)
    if (faults.length > checked.faults.length) return []
    const left = new Set([...faults, ...auditSheet(after).map(({ sentence }) => sentence)])
    return all.filter(one => isOf(fix, one) && !left.has(one.said)).map(({ list, key, said }) => ({ list, key, said, fix }))
  })
}
