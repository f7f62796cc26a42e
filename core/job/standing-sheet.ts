import { bentSheet, DEPTH_OPTION, grownSheet, sheetForUnit, type Sheet, type SheetDocument } from '../sheet'
import { cutTo } from '../teardown'
import type { JobSetup } from './opening'
import type { Stamp } from './stamp'
import type { JobState } from './state'

/**
 * The sheet of one job as it was opened: of the unit with its options, to the depth of evidence that was agreed, cut to as far as the job
 * goes. What is settled already stays as it is.
 *
 * @throws DomainError `options.unknown`, `way.no-target`, `way.never-reached`
 * @example sheetForJob(document, { options: { size: 'large' }, target: 'seal' })
 */
export function sheetForJob(document: SheetDocument, setup: JobSetup = {}): Sheet {
  if (isSettled(document)) return document
  const { options = {}, depth = 'routine', target } = setup
  const name = JSON.stringify([Object.entries(options).sort(), depth, target])
  const known = settled.get(document) ?? new Map<string, Sheet>()
  settled.set(document, known)
  let sheet = known.get(name)
  if (!sheet) {
    const machine = sheetForUnit(document, { ...options, [DEPTH_OPTION]: depth })
    sheet = target ? cutTo(machine, target) : machine
    known.set(name, sheet)
    standing.add(sheet)
  }
  return sheet
}

// A document does not change, so what is settled of it is worked out once a setup.
const settled = new WeakMap<SheetDocument, Map<string, Sheet>>()
const standing = new WeakSet<SheetDocument>()
const isSettled = (document: SheetDocument): document is Sheet => standing.has(document)

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
export const unbentSheet = (document: SheetDocument, { opened, growth }: Pick<JobState, 'opened' | 'growth'>): Sheet =>
  shapedBy(sheetForJob(document, opened ?? {}), growth, grownSheet)

/**
 * The sheet that a job works by in this state: options, depth, target, what was written into it at the bench, the figures that are others
 * on this machine. Forks that are decided are worked into it by `sheetNow`.
 *
 * @param document the released document, or a sheet that is settled
 * @returns the same sheet as long as nothing of it changes, so that what is kept by sheet stays known
 * @throws DomainError as `sheetForJob`
 * @example standingSheet(document, state).steps.length
 */
export const standingSheet = (document: SheetDocument, state: Pick<JobState, 'opened' | 'growth' | 'bends'>): Sheet =>
  shapedBy(unbentSheet(document, state), state.bends, (sheet, made) => bentSheet(sheet, made.map(one => one.bend)))
