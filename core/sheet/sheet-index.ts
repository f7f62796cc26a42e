import { DomainError } from '../domain-error'
import { onceFor } from '../kept-by'
import { LIST_NAMES, LISTS, thingsOf } from './lists'
import type { Choice, Energy, Envelope, Fit, Joint, Mark, Part, Position, Seal, SheetDocument, Step, Temporary } from './schema'
import type { ReadingStage } from './terms'

interface Things {
  part: Part
  position: Position
  mark: Mark
  joint: Joint
  fit: Fit
  seal: Seal
  choice: Choice
  step: Step
  energy: Energy
  temporary: Temporary
  envelope: Envelope
}

interface SheetIndex {
  /** The things of each list by their key. */
  of: { readonly [K in keyof Things]: ReadonlyMap<string, Things[K]> }
}

/** How the steps of a sheet hang together. */
interface StepOrder {
  /** Where a step stands in the list of steps. */
  place: ReadonlyMap<string, number>
  /** For each step, by its place: the places of the steps it stands on. */
  before: readonly (readonly number[])[]
  /** Steps that name this one in their `after`. */
  followers: ReadonlyMap<string, readonly Step[]>
  /** What a step asks of a reading, by its position and stage. */
  read: ReadonlyMap<string, Read>
}

export type Read = NonNullable<Step['reads']>[number]

/** Look-up tables of a sheet by key. Sheets are immutable documents, so what is made once stays true for as long as the document lives. */
export const indexOf = onceFor((sheet: SheetDocument): SheetIndex => ({ of: byKey(sheet) }))

/** Which step stands on which, and what is asked where; made once a document and kept with it. */
export const orderOf = onceFor((sheet: SheetDocument): StepOrder => {
  const followers = new Map<string, Step[]>(sheet.steps.map(step => [step.key, []]))
  for (const step of sheet.steps) for (const before of step.after) followers.get(before)?.push(step)
  const read = new Map(sheet.steps.flatMap(step => step.reads ?? []).map(asked => [`${asked.position} ${asked.stage}`, asked]))
  const place = new Map(sheet.steps.map((step, at) => [step.key, at]))
  const before = sheet.steps.map(step => step.after.flatMap(key => place.get(key) ?? []))
  return { place, before, followers, read }
})

/** The things of every list by their key. */
const byKey = (sheet: SheetDocument): SheetIndex['of'] =>
  Object.fromEntries(
    LIST_NAMES.map(list => [LISTS[list].kind, new Map(thingsOf(sheet, list).map(thing => [thing[LISTS[list].key], thing]))]),
  ) as unknown as SheetIndex['of']

/** Look-up of one kind of thing by its key; what is not there is refused with the name of the sheet. */
const lookUp = <K extends keyof Things>(kind: K) => (sheet: SheetDocument, key: string): Things[K] => {
  const found = indexOf(sheet).of[kind].get(key)
  if (!found) throw new DomainError(`sheet.no-such-${kind}`, `The sheet "${sheet.title}" has no ${kind} "${key}".`)
  return found
}

/** The step of that key. Throws DomainError `sheet.no-such-step`. */
export const stepOf = lookUp('step')
/** The part of that key. Throws DomainError `sheet.no-such-part`. */
export const partOf = lookUp('part')
/** The position of that key. Throws DomainError `sheet.no-such-position`. */
export const positionOf = lookUp('position')
/** The match-mark of that key. Throws DomainError `sheet.no-such-mark`. */
export const markOf = lookUp('mark')
/** The joint of that key. Throws DomainError `sheet.no-such-joint`. */
export const jointOf = lookUp('joint')
/** The fit of that key. Throws DomainError `sheet.no-such-fit`. */
export const fitOf = lookUp('fit')
/** The fork of that key. Throws DomainError `sheet.no-such-choice`. */
export const choiceOf = lookUp('choice')

/** The seal of that key. Throws DomainError `sheet.no-such-seal`. */
export const sealOf = lookUp('seal')
/** The energy of that key. Throws DomainError `sheet.no-such-energy`. */
export const energyOf = lookUp('energy')
/** The temporary thing of that key. Throws DomainError `sheet.no-such-temporary`. */
export const temporaryOf = lookUp('temporary')
/** The service envelope of that key. Throws DomainError `sheet.no-such-envelope`. */
export const envelopeOf = lookUp('envelope')

/** What the sheet asks of a reading: where the work goes back to, what must not have changed. Undefined when no step takes it. */
export const readOf = (sheet: SheetDocument, position: string, stage: ReadingStage): Read | undefined =>
  orderOf(sheet).read.get(`${position} ${stage}`)

/** The number of a step in a sheet, from 1. By its key, because a narrowed sheet holds copies of its steps. */
export const stepNumber = (sheet: SheetDocument, step: Step): number => sheet.steps.findIndex(candidate => candidate.key === step.key) + 1

/** How a step is called in sentences: its number in the sheet and its title. */
export function stepName(sheet: SheetDocument, step: Step): string {
  return `step ${stepNumber(sheet, step)} "${step.title}"`
}
