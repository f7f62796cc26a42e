import { LISTS, withoutGone, type Kind, type ListName } from './lists'
import type { SheetDocument, Step } from './schema'

/** Which things of a sheet stay; all of a list that is not named. */
export interface Keep {
  step: (step: Step) => boolean
  part?: (key: string) => boolean
  /** Marks go anyway when no step makes them. */
  mark?: (key: string) => boolean
  /** The sheet as it was, where things of other lists have gone already. */
  was?: SheetDocument
}

// Before a list come those that its things name, so that what goes takes along what belongs to it.
const IN_ORDER = [
  'energies',
  'parts',
  'temporary',
  'positions',
  'joints',
  'fits',
  'marks',
  'steps',
  'seals',
  'choices',
  'dryZones',
  'assemblies',
] as const satisfies readonly ListName[]

/**
 * A sheet without some of its steps and parts, still in order: what stood on a step that is left out stands on what that step stood
 * on, and nothing names anything that is gone. Marks, positions and joints go with the parts and steps they belong to.
 *
 * @returns a new document; the one given is not changed
 */
export function leaveOut<S extends SheetDocument>(sheet: S, { step, part = () => true, mark = () => true, was = sheet }: Keep): S {
  const steps = sheet.steps.filter(step)
  const stays = keysOf(steps)
  const before = standsOn(sheet, stays)
  const parts = sheet.parts.filter(one => part(one.key))
  const made = new Set(steps.flatMap(one => one.makes ?? []))
  const asked = new Set(steps.map(one => one.chooses))
  const left = {
    ...sheet, parts,
    marks: sheet.marks.filter(one => made.has(one.key) && mark(one.key)),
    steps: steps.map(one => one.ways || !one.after.every(key => stays.has(key)) ? onWhatStays(one, before, asked) : one),
    ...sheet.choices ? { choices: sheet.choices.filter(choice => asked.has(choice.key)) } : {},
  }
  const known = new Map<Kind, ReadonlySet<string>>([['part', keysOf(parts)], ['step', stays], ['choice', keysOf(left.choices ?? [])]])
  const isGone = (kind: Kind, key: string) => known.get(kind)?.has(key) === false
  // Where all stays, nothing names what is gone.
  const areLess = IN_ORDER.some(list => left[list]?.length !== was[list]?.length)
  for (const list of areLess ? IN_ORDER : []) {
    const things: readonly { key: string }[] = (left[list] ?? []) as readonly { key: string }[]
    const staying = things.flatMap(thing => withoutGone(thing, LISTS[list].refers, isGone) ?? [])
    if (left[list]) Object.assign(left, { [list]: staying })
    known.set(LISTS[list].kind, keysOf(staying))
  }
  // A sheet names no empty lists where it need not.
  for (const list of ['choices', 'dryZones', 'assemblies', 'fits', 'seals', 'energies', 'temporary'] as const)
    if (left[list]?.length === 0) Reflect.deleteProperty(left, list)
  return left
}

/** A step that stands on what that stood on which is gone, and belongs to no forks that nobody decides any more. */
function onWhatStays({ ways = {}, ...step }: Step, before: (key: string) => string[], asked: ReadonlySet<string | undefined>): Step {
  const forks = Object.entries(ways).filter(([choice]) => asked.has(choice))
  return { ...step, after: [...new Set(step.after.flatMap(before))], ...forks.length > 0 ? { ways: Object.fromEntries(forks) } : {} }
}

/** For a step key: itself when it stays, otherwise what it stood on that stays. Circles end where they close; `checkSheet` names them. */
function standsOn(sheet: SheetDocument, stays: ReadonlySet<string>): (key: string) => string[] {
  const after = new Map(sheet.steps.map(step => [step.key, step.after]))
  const known = new Map<string, string[]>()
  const look = (key: string): string[] => {
    if (stays.has(key)) return [key]
    const found = known.get(key)
    if (found) return found
    known.set(key, [])
    const through = [...new Set((after.get(key) ?? []).flatMap(look))]
    known.set(key, through)
    return through
  }
  return look
}

const keysOf = (list: readonly { key: string }[]): ReadonlySet<string> => new Set(list.map(item => item.key))
