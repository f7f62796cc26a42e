import { LISTS, mapReferences, type Kind, type ListName } from './lists'
import type { Assembly, Gap, Joint, Mark, Part, Position, Sheet, Step } from './schema'

/** What one deed at the bench adds to the sheet of its job; all of it with keys of its own. */
export interface Additions {
  parts?: Part[]
  positions?: Position[]
  joints?: Joint[]
  marks?: Mark[]
  steps?: Step[]
  /** Of a name that is there already: its parts come to those. */
  assemblies?: Assembly[]
  gaps?: Gap[]
}

/** A step that is there comes to stand on others too, or decides on more parts. */
export interface Link { step: string, after?: string[], decides?: string[] }

/** What shapes the sheet of a job while it runs. */
export type Shaping
  = | { what: 'grown', adds: Additions, links: Link[] }
    /** Two entries of one part: the dropped part, its removal and its refit are those of the kept one. */
    | { what: 'joined', keep: string, drop: string }
    | { what: 'mended', step: string, after: string[] }

export type Shaped = Shaping & { at: string, event: string }

type Growing = 'parts' | 'positions' | 'joints' | 'marks' | 'steps'
const LIMBS = ['off', 'floor', 'on'] as const

/**
 * A sheet with what was written into it at the bench. Only what the entries hold is put in: no word, frame or threshold is looked at,
 * so that the same entries give the same sheet for ever. Steps stand in the order in which they came about, removals behind what they stand
 * on, refits before what stands on them; entries that reached the log in another order give the same document.
 *
 * @param sheet the sheet of the job as it was opened; things that it holds already are not put in again
 * @returns a new document; the one given where nothing was written
 * @example grownSheet(sheet, [{ what: 'grown', adds: { parts, steps }, links: [], at, event }]).steps.length
 */
export function grownSheet(sheet: Sheet, shapings: readonly Shaped[]): Sheet {
  if (shapings.length === 0) return sheet
  const entries = [...shapings].sort((a, b) => a.at.localeCompare(b.at) || a.event.localeCompare(b.event))
  const came = <L extends Growing>(list: L): Sheet[L] => {
    const known = new Set(sheet[list].map(thing => thing.key))
    return entries.flatMap((entry): Sheet[L][number][] => entry.what === 'grown' ? entry.adds[list] ?? [] : [])
      .filter(({ key }) => !known.has(key)) as Sheet[L]
  }
  const assemblies = withParts(sheet.assemblies ?? [], entries)
  const gaps = [...sheet.gaps ?? [], ...entries.flatMap(entry => entry.what === 'grown' ? entry.adds.gaps ?? [] : [])]
  const whole = {
    ...sheet,
    parts: [...sheet.parts, ...came('parts')],
    positions: [...sheet.positions, ...came('positions')],
    joints: [...sheet.joints, ...came('joints')],
    marks: [...sheet.marks, ...came('marks')],
    steps: placed(linked(sheet.steps, shapings), linked(came('steps'), shapings)),
    ...assemblies.length > 0 ? { assemblies } : {},
    ...gaps.length > 0 ? { gaps } : {},
  }
  return joined(whole, shapings)
}

function withParts(known: readonly Assembly[], entries: readonly Shaping[]): Assembly[] {
  const parts = new Map(known.map(({ name, parts }) => [name, new Set(parts)]))
  for (const entry of entries) {
    if (entry.what !== 'grown') continue
    for (const { name, parts: more } of entry.adds.assemblies ?? []) parts.set(name, new Set([...parts.get(name) ?? [], ...more]))
  }
  return [...parts].map(([name, of]) => ({ name, parts: [...of] }))
}

/** The steps with what they came to stand on, in the order of the log: an order that was mended counts from there on. */
function linked(steps: readonly Step[], shapings: readonly Shaping[]): Step[] {
  const byKey = new Map(steps.map(step => [step.key, step]))
  for (const entry of shapings) {
    if (entry.what === 'mended') {
      const step = byKey.get(entry.step)
      if (step) byKey.set(entry.step, { ...step, after: entry.after })
    }
    for (const { step: key, after = [], decides = [] } of entry.what === 'grown' ? entry.links : []) {
      const step = byKey.get(key)
      if (!step) continue
      const all = union(step.decides ?? [], decides)
      byKey.set(key, { ...step, after: union(step.after, after), ...all.length > 0 ? { decides: all } : {} })
    }
  }
  return steps.map(step => byKey.get(step.key)!)
}

/** What was there stays in its order; what came later stands behind it in an order that does not depend on which came first. */
const union = (there: readonly string[], more: readonly string[]): string[] => {
  const came = [...new Set(more)].filter(key => !there.includes(key))
  if (came.length === 0) return [...there]
  const own = there.filter(key => !isGrownKey(key))
  return [...own, ...[...there.filter(isGrownKey), ...came].sort()]
}

const UUID = /^(part|position|joint|step|rung)-[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/
/** True for a key that was made at a bench: its kind and a UUID. */
export const isGrownKey = (key: string): boolean => UUID.test(key)

/** The steps that came are put among those that were there. */
function placed(there: readonly Step[], came: readonly Step[]): Step[] {
  const steps = [...there]
  const isNew = new Set<Step>()
  for (const limb of LIMBS) {
    for (const step of inTurn(came.filter(one => one.limb === limb))) {
      steps.splice(limb === 'on' ? placeBefore(steps, step, isNew) : placeBehind(steps, step, isNew), 0, step)
      isNew.add(step)
    }
  }
  return steps
}

/** Steps that came so that each comes after those of them that it stands on (going down), or that stand on it (going up). */
function inTurn(steps: readonly Step[]): Step[] {
  const byKey = new Map(steps.map(step => [step.key, step]))
  const isUp = steps[0]?.limb === 'on'
  const needs = new Map(steps.map(step => [step.key, isUp ? [] as string[] : step.after.filter(key => byKey.has(key))]))
  if (isUp) for (const step of steps) for (const key of step.after) needs.get(key)?.push(step.key)
  const ordered = new Set<Step>()
  const seen = new Set<string>()
  const visit = (key: string): void => {
    if (seen.has(key)) return
    seen.add(key)
    needs.get(key)!.forEach(visit)
    ordered.add(byKey.get(key)!)
  }
  steps.forEach(step => visit(step.key))
  return [...ordered]
}

/** Behind the last of those it stands on, and behind whatever came there before it. */
function placeBehind(steps: readonly Step[], { limb, after }: Step, isNew: ReadonlySet<Step>): number {
  const last = steps.findLastIndex(step => step.limb === limb && after.includes(step.key))
  let at = (last < 0 ? steps.findLastIndex(step => LIMBS.indexOf(step.limb) <= LIMBS.indexOf(limb)) : last) + 1
  while (steps[at]?.limb === limb && isNew.has(steps[at]!)) at += 1
  return at
}

/** Before the first of those that stand on it, and before what came there earlier: the mirror of the way down. */
function placeBefore(steps: readonly Step[], { key, limb }: Step, isNew: ReadonlySet<Step>): number {
  const first = steps.findIndex(step => step.after.includes(key))
  let at = first < 0 ? steps.length : first
  while (steps[at - 1]?.limb === limb && isNew.has(steps[at - 1]!)) at -= 1
  return at
}

/** Parts that were entered twice become one, and with them the steps that move them. */
function joined(sheet: Sheet, shapings: readonly Shaping[]): Sheet {
  const other = new Map<string, string>()
  for (const entry of shapings) {
    if (entry.what !== 'joined') continue
    const [keep, drop] = [rungStepsOf(sheet, entry.keep), rungStepsOf(sheet, entry.drop)]
    other.set(entry.drop, entry.keep)
    for (const limb of ['off', 'on'] as const) if (keep[limb] && drop[limb]) other.set(drop[limb].key, keep[limb].key)
  }
  if (other.size === 0) return sheet
  const nameOf = (key: string): string => {
    const next = other.get(key)
    return next === undefined ? key : nameOf(next)
  }
  const after = new Map(sheet.steps.map(step => [step.key, [...step.after]]))
  // What stood on the dropped entry, or it on, stands on the kept one.
  for (const [drop] of other) after.get(nameOf(drop))?.push(...after.get(drop) ?? [])
  const mapped: Record<string, unknown> = { ...sheet }
  for (const list of Object.keys(LISTS) as ListName[]) {
    const things = sheet[list] as readonly { key?: string }[] | undefined
    if (!things) continue
    mapped[list] = things
      .filter(({ key }) => key === undefined || !other.has(key))
      .map(thing => mapReferences(thing, LISTS[list].refers, (kind: Kind, key) => kind === 'part' || kind === 'step' ? nameOf(key) : key))
  }
  const steps = (mapped.steps as Step[]).map(step => ({
    ...step, after: [...new Set(after.get(step.key)!.map(nameOf))].filter(key => key !== step.key),
    ...step.decides ? { decides: [...new Set(step.decides)] } : {},
  }))
  // A part is in one assembly, the first of those it was entered under.
  const under = new Set<string>()
  const assemblies = (mapped.assemblies as Assembly[] | undefined)?.flatMap(({ name, parts }) => {
    const own = parts.filter(part => !under.has(part) && under.add(part))
    return own.length > 0 ? [{ name, parts: own }] : []
  })
  return { ...mapped, steps, ...assemblies ? { assemblies } : {} } as Sheet
}

/** The steps that came for a part: what takes it out and what puts it back. */
export function rungStepsOf(sheet: Sheet, part: string): Partial<Record<'off' | 'on', Step>> {
  const off = sheet.steps.find(step => isGrownKey(step.key) && step.removes?.some(piece => piece.part === part))
  const on = sheet.steps.find(step => isGrownKey(step.key) && step.refits?.some(piece => piece.part === part))
  return { ...off ? { off } : {}, ...on ? { on } : {} }
}
