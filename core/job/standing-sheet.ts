import { DomainError } from '../domain-error'
import { keptBy } from '../kept-by'
import { bentSheet, DEPTH_OPTION, grownSheet, sheetForUnit, type Sheet, type SheetDocument } from '../sheet'
import { cutTo } from '../teardown'
import type { JobSetup } from './opening'
import type { Stamp } from './stamp'
import type { JobState } from './state'

/**
 * The sheet of one job as it was opened: of the unit with its options, to the depth of evidence that was agreed, cut to as far as the job
 * goes, with the figures that are others on this unit. What is settled already stays as it is.
 *
 * @throws DomainError `options.unknown`, `way.no-target`, `way.never-reached`
 * @example sheetForJob(document, { options: { size: 'large' }, target: 'seal' })
 */
export function sheetForJob(document: SheetDocument, setup: JobSetup = {}): Sheet {
  if (isSettled(document)) return document
  const { options = {}, depth = 'routine', target, bends } = setup
  const name = JSON.stringify([Object.entries(options).sort(), depth, target, bends?.list.map(({ bend }) => bend)])
  return settled(document, name, () => {
    const machine = sheetForUnit(document, { ...options, [DEPTH_OPTION]: depth })
    const sheet = bentSheet(target ? cutTo(machine, target) : machine, bends?.list.map(({ bend }) => bend) ?? [])
    standing.add(sheet)
    return sheet
  })
}

// A document does not change, so what is settled of it is worked out once a setup.
const settled = keptBy<SheetDocument, string, Sheet>()
const standing = new WeakSet<SheetDocument>()
const isSettled = (document: SheetDocument): document is Sheet => standing.has(document)

/** The documents that a job goes by: what it was opened with, and those that were taken over since, by their hash. */
export interface Shelf { readonly opened: SheetDocument, readonly later: Readonly<Record<string, SheetDocument>> }
/** What a job is folded with; the document alone where none was taken over. */
export type JobDocuments = SheetDocument | Shelf

const isShelf = (documents: JobDocuments): documents is Shelf => 'opened' in documents

/**
 * A document of a job by its hash: of those that may be taken over.
 *
 * @example documentNamed(shelf, to.sha256)?.revision
 */
export const documentNamed = (documents: JobDocuments, sha256: string): SheetDocument | undefined =>
  isShelf(documents) && Object.hasOwn(documents.later, sha256) ? documents.later[sha256] : undefined

/**
 * The document that a job goes by in this state.
 *
 * @throws DomainError `takeover.no-document`, with `details.wanted`, where a revision was taken over that is not on the shelf: nobody folds
 * on without it
 * @example documentAt(shelf, state).revision
 */
export function documentAt(documents: JobDocuments, { takenOver }: Pick<JobState, 'takenOver'>): SheetDocument {
  const to = takenOver.at(-1)?.to
  if (!isShelf(documents)) {
    if (!to || isSettled(documents)) return documents
  } else if (!to) return documents.opened
  const found = documentNamed(documents, to.sha256)
  if (found) return found
  throw new DomainError('takeover.no-document', `The job goes on by revision ${to.revision}, which this device does not have yet.`, { wanted: to })
}

/** The entries of a list that stood when it was looked at, and the sheet that they give. */
interface Shaped { base: Sheet, length: number, last: string, sheet: Sheet }
const shaped = new WeakMap<readonly Stamp[], Shaped>()

/** The sheet that these entries make of another: worked out once for as long as none comes or goes. */
function shapedBy<T extends Stamp>(base: Sheet, entries: readonly T[], shape: (base: Sheet, entries: readonly T[]) => Sheet): Sheet {
  if (entries.length === 0) return base
  const [length, last] = [entries.length, entries.at(-1)!.event]
  const known = shaped.get(entries)
  if (known?.base === base && known.length === length && known.last === last) return known.sheet
  const sheet = shape(base, entries)
  standing.add(sheet)
  shaped.set(entries, { base, length, last, sheet })
  return sheet
}

/** The sheet of a job with what was written into it at the bench, by the figures of its document. */
export const unbentSheet = (documents: JobDocuments, state: Pick<JobState, 'opened' | 'growth' | 'takenOver'>): Sheet =>
  grown(documentAt(documents, state), state)

const grown = (document: SheetDocument, { opened, growth }: Pick<JobState, 'opened' | 'growth'>): Sheet =>
  shapedBy(sheetForJob(document, opened ?? {}), growth, grownSheet)

/** The sheet that a document would give in this state, whichever the job goes by. */
export const sheetOfDocument = (document: SheetDocument, state: Pick<JobState, 'opened' | 'growth' | 'bends'>): Sheet =>
  bent(grown(document, state), state)

const bent = (sheet: Sheet, { bends }: Pick<JobState, 'bends'>): Sheet =>
  shapedBy(sheet, bends, (base, made) => bentSheet(base, made.map(one => one.bend)))

/**
 * The sheet that a job works by in this state: options, depth, target, what was written into it at the bench, the figures that are others
 * on this machine. Forks that are decided are worked into it by `sheetNow`.
 *
 * @param documents the released document, a sheet that is settled, or the shelf of a job that has taken another over
 * @returns the same sheet as long as nothing of it changes, so that what is kept by sheet stays known
 * @throws DomainError as `sheetForJob` and `documentAt`
 * @example standingSheet(document, state).steps.length
 */
export const standingSheet = (documents: JobDocuments, state: Pick<JobState, 'opened' | 'growth' | 'bends' | 'takenOver'>): Sheet =>
  sheetOfDocument(documentAt(documents, state), state)
