import { assessTaken, cameIn, typesAtHome, type EventType, type JobState } from '../job'
import { bentSheet, grownSheet, openGaps, type Bend, type Position, type Sheet, type SheetDocument } from '../sheet'
import { formatQuantity } from '../units'

/** The document that a job leaves behind, and the photos that were taken at its steps. */
export interface DraftLeft {
  document: SheetDocument
  photos: { step: string, photo: string, caption?: string }[]
}

/** The lists of a job that the words and figures of a draft come from. */
const INK = ['growth', 'bends', 'gapsSigned'] as const satisfies readonly (keyof JobState)[]

/** Whoever has made one of these in a job is an author of the draft that it leaves: somebody else reads and releases it. */
export const DRAFT_EVENTS: ReadonlySet<EventType> = typesAtHome(INK)

/**
 * What an overhaul leaves behind of what was written into its sheet: a draft for whoever finishes it at a desk. All keys stay, so that the
 * readings of this job are the first of their trends; what was measured stands with the source of each position; gaps stay gaps.
 *
 * @param document what the job was opened with, as it is stored
 * @param sheet the sheet that stands at the end
 * @param isReleased true where the document is a released sheet: only figures of what came at the bench go into the draft then, others are
 * for whoever says how far they reach
 * @returns null when nothing was written into it
 * @example draftOf(document, sheet, state)?.document.gaps
 */
export function draftOf(document: SheetDocument, sheet: Sheet, state: JobState, isReleased = false): DraftLeft | null {
  const { growth, bends }: Pick<JobState, (typeof INK)[number]> = state
  if (growth.length === 0) return null
  // What depends on options stays as it is written: the additions are put into the document, not into the machine.
  // A figure of this machine stands for the kind where nothing else is known of it.
  const own = bends.map(({ bend }) => bend).filter(bend => !isReleased || isOf(cameIn(state), bend))
  const grown: SheetDocument = bentSheet(grownSheet(document as Sheet, growth), own)
  const gaps = openGaps(grown)
  const { gaps: _gaps, ...rest } = grown
  const positions = grown.positions.map(position => ({ ...position, source: withFirstValues(position, sheet, state) }))
  return {
    document: { ...rest, positions, revision: document.revision + 1, ...gaps.length > 0 ? { gaps } : {} },
    photos: state.photos.flatMap(({ step, photo, caption }) => step === undefined ? [] : [{ step, photo, ...caption ? { caption } : {} }]),
  }
}

const isOf = (came: ReadonlySet<string>, bend: Bend): boolean =>
  bend.of !== 'part' && came.has(bend.of === 'limit' ? bend.position : bend.of === 'joint' ? bend.joint : bend.step)

/** The source of a position with what was measured first. */
function withFirstValues({ key, source, quantity, limits }: Position, sheet: Sheet, state: JobState): string {
  if (limits.lower !== undefined || limits.upper !== undefined) return source
  const isStanding = sheet.positions.some(position => position.key === key)
  const taken = state.readings.filter(one => isStanding && one.position === key && !one.overtaken)
  const said = taken.map(one => `${formatQuantity(assessTaken(sheet, state, one).value, quantity)} ${one.stage}, ${one.at.slice(0, 10)}`)
  return said.length === 0 ? source : `${source}; first measured ${said.join(', ')}`.slice(0, 200)
}
