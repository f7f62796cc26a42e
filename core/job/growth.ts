import { capital } from '../capital'
import {
  allBelow, findCycle, isGrownKey, openGaps, overhaulFaults, partOf, referenceFaults, rungStepsOf, stepName, stepOf,
  type Additions, type Gap, type Link, type Sheet, type Shaping, type Step,
} from '../sheet'
import { isDone } from '../teardown'
import { refuse, type Refusal } from './refusal'
import type { Stamp } from './stamp'
import type { JobState } from './state'
import type { CloseBlocker, JudgedJob, ListName, RegisterName, Subject } from './subject'

/** From which number to which, both included. */
export interface NumberRange { from: number, to: number }

export interface GrowthEvents {
  /** A deed at the bench writes parts and steps into the sheet of the job. */
  'sheet-grown': { adds: Additions, links?: Link[] }
  /** Two benches have entered one part: the dropped entry is the kept one. */
  'growth-joined': { keep: string, drop: string }
  /** A step that came comes to stand on others; `was` is what it stood on when the person looked. */
  'order-mended': { step: string, was: string[], after: string[] }
  /** Numbers that only this bench gives from here on, so that no two paint the same mark. */
  'numbers-reserved': { bench: string, marks: NumberRange, bags: NumberRange }
  /** Somebody stands for it that a value stays unknown: tightened by feel. */
  'gap-signed': { thing: string, field: Gap['field'], reason: string }
}

export interface NumbersReserved extends Stamp { bench: string, marks: NumberRange, bags: NumberRange }
export interface GapSigned extends Stamp { thing: string, field: Gap['field'], reason: string }
export interface GrowthState {
  growth: (Stamp & Shaping)[]
  reserved: NumbersReserved[]
  gapsSigned: GapSigned[]
}

/** Where everything stands in the state, and what people call it. */
interface House { homes: ReadonlyMap<ListName | RegisterName, string> }

/** What one deed may carry, as JSON. */
const MOST_CHARACTERS = 16_384
/** As many as a sheet holds. */
const MOST = { parts: 400, positions: 300, joints: 100, marks: 200, steps: 400 } as const
const MOST_NUMBERS = 50

/** What only the sheet itself says of a step: who locks and lets on, where the work forks, what depends on options. */
const OF_THE_SHEET = ['state', 'isolates', 'puts', 'takes', 'chooses', 'ways', 'when', 'variants', 'behind'] as const satisfies readonly (keyof Step)[]

/** The step of a frame before which everything comes off, and the one that stands on everything that went back. */
export const [OPEN_UP, ALL_BACK] = ['open-up', 'all-back']

/** What was written into the sheet at the bench. */
export const growth = (house: () => House): Subject<GrowthEvents, GrowthState> => ({
  empty: () => ({ growth: [], reserved: [], gapsSigned: [] }),
  events: {
    'sheet-grown': {
      name: 'Addition to the sheet',
      right: 'job:work',
      home: 'growth',
      writes: ['growth'],
      fold: (state, stamp, { adds, links = [] }) => { state.growth.push({ ...stamp, what: 'grown', adds, links }) },
      guard: (job, body) => refuseAdditions(job, body) ?? refuseSheet(job, job.after('sheet-grown', body, UNSAID)),
    },
    'growth-joined': {
      name: 'Joining of two entries',
      right: 'job:work',
      home: 'growth',
      writes: ['growth'],
      fold: (state, stamp, body) => { state.growth.push({ ...stamp, what: 'joined', ...body }) },
      guard: (job, body) => refuseJoining(job, body, house().homes) ?? refuseSheet(job, job.after('growth-joined', body, UNSAID)),
    },
    'order-mended': {
      name: 'Change of the order',
      right: 'job:work',
      home: 'growth',
      writes: ['growth'],
      fold: (state, stamp, { step, after }) => { state.growth.push({ ...stamp, what: 'mended', step, after }) },
      guard: (job, body) => refuseMending(job, body) ?? refuseSheet(job, job.after('order-mended', body, UNSAID)),
    },
    'numbers-reserved': {
      name: 'Numbers of a bench',
      right: 'job:work',
      writes: ['reserved'],
      fold: (state, stamp, body) => { state.reserved.push({ ...stamp, ...body }) },
      guard: ({ sheet, state }, body) => {
        const last = lastNumbers(sheet, state)
        const isWrong = (['marks', 'bags'] as const).some(of =>
          body[of].from !== last[of] + 1 || body[of].to < body[of].from || body[of].to - body[of].from >= MOST_NUMBERS)
        if (isWrong) return refuse('numbers.taken', `The next free numbers are MK-${last.marks + 1} and B-${last.bags + 1}. Ask again.`)
        return state.reserved.filter(one => one.bench === body.bench).length >= 10
          ? refuse('numbers.enough', 'This bench has had all the numbers that one bench gets.')
          : null
      },
    },
    'gap-signed': {
      name: 'Signature of a gap',
      right: 'hold:release',
      home: 'gapsSigned',
      writes: ['gapsSigned'],
      fold: (state, stamp, body) => { state.gapsSigned.push({ ...stamp, ...body }) },
      guard: ({ sheet, state }, { thing, field }) => {
        if (!openGaps(sheet).some(gap => gap.thing === thing && gap.field === field))
          return refuse('gap.none', 'Nothing is missing there.')
        return state.gapsSigned.some(one => one.thing === thing && one.field === field)
          ? refuse('gap.signed-already', 'That is signed already.')
          : null
      },
    },
  },
  duties: {},
  blockers: (sheet, state) => unsignedGaps(sheet, state).map((gap): CloseBlocker => ({
    code: 'gap-torque', part: gap.thing,
    message: `${partOf(sheet, gap.thing).name}: no torque is known. Say it, or let a lead sign that they are tightened by feel.`,
  })),
  reopens: [],
  overtakes: () => ({}),
  holdsFast: (job, event) => {
    const entry = job.state.growth.find(one => one.event === event)
    if (entry?.what !== 'grown') return null
    const named = standingOn(job.state, keysOf(entry.adds), new Set(job.eventsOfDeed(event)), house().homes)
    return named.length > 0 ? refuse('undo.stood-on', `It is used already. Take back first: ${named.join('; ')}.`) : null
  },
})

const UNSAID: Partial<Stamp> = { at: '9999-12-31T00:00:00.000Z' }

/** Torques that are missing where something was refitted or is to be, and that nobody has signed for. */
export const unsignedGaps = (sheet: Sheet, state: JobState): Gap[] => openGaps(sheet).filter(({ thing, field }) =>
  field === 'torque' && !state.gapsSigned.some(one => one.thing === thing && one.field === field))

/** The keys of everything that a deed adds. */
const keysOf = ({ parts = [], positions = [], joints = [], marks = [], steps = [] }: Additions): string[] =>
  [...parts, ...positions, ...joints, ...marks, ...steps].map(thing => thing.key)

/** The keys of what was written into the sheet in this job: a draft that it began with has keys of the same kind. */
export const cameIn = ({ growth }: JobState): ReadonlySet<string> =>
  new Set(growth.flatMap(entry => entry.what === 'grown' ? keysOf(entry.adds) : []))

/** What in the state names one of these keys and belongs to another deed, as people call it. */
function standingOn(
  state: JobState,
  keys: readonly string[],
  own: ReadonlySet<string>,
  homes: ReadonlyMap<ListName | RegisterName, string>,
): string[] {
  const said = keys.map(key => JSON.stringify(key))
  return [...homes].flatMap(([home, name]) => Object.entries(state[home] as Record<string, Stamp>).flatMap(([key, entry]) => {
    if (own.has(entry.event)) return []
    const text = JSON.stringify([key, entry])
    return said.some(one => text.includes(one)) ? [`${name.toLowerCase()} by ${entry.by}`] : []
  }))
}

/** Additions only, new keys of the kind that is never made twice, nothing behind a tick. */
function refuseAdditions({ sheet, state }: JudgedJob, body: GrowthEvents['sheet-grown']): Refusal | null {
  const { adds, links = [] } = body
  const { parts = [], positions = [], joints = [], marks = [], steps = [], assemblies = [], gaps = [] } = adds
  if (JSON.stringify(body).length > MOST_CHARACTERS) return refuse('growth.too-large', 'That is more than one deed adds to a sheet.')
  const things = { parts, positions, joints, marks, steps }
  if (links.length + assemblies.length + gaps.length + keysOf(adds).length === 0) return refuse('growth.nothing', 'Nothing is added.')
  for (const [list, most] of Object.entries(MOST) as [keyof typeof MOST, number][]) {
    const known = new Set<string>(sheet[list].map(({ key }) => key))
    for (const { key } of things[list]) {
      if (known.has(key)) return refuse('growth.key-used', `${key} is there already.`)
      known.add(key)
      if (list !== 'marks' && !(isGrownKey(key) && key.startsWith(list.slice(0, -1))))
        return refuse('growth.key', `"${key}" is no key of a ${list.slice(0, -1)} that was made at a bench.`)
    }
    if (known.size > most) return refuse('growth.full', `A sheet holds ${most} ${list}.`)
  }
  const beyond = steps.find(step => OF_THE_SHEET.some(field => step[field] !== undefined))
  if (beyond) return refuse('growth.of-the-sheet', `"${beyond.title}" says what only a released sheet may say.`)
  const conditional = [...parts, ...positions, ...joints, ...marks].find(thing => thing.when ?? thing.variants)
  if (conditional) return refuse('growth.of-the-sheet', `"${conditional.key}" depends on options.`)
  const keys = new Set([...sheet.steps, ...steps].map(step => step.key))
  const stray = links.find(({ step }) => !keys.has(step))
  if (stray) return refuse('job.unknown-reference', `The sheet of this job has no step "${stray.step}".`)
  const ticked = links.find(({ step }) => isDone(state, step))
  return ticked ? refuse('growth.behind-tick', `${capital(stepName(sheet, stepOf(sheet, ticked.step)))} is ticked: nothing comes before it any more.`) : null
}

/** The sheet as it would be: nothing is named that is not there, it has an order, each rung two sides, and nothing is less safe. */
function refuseSheet({ sheet, state, sheetOf }: JudgedJob, after: JobState): Refusal | null {
  const next = sheetOf(after)
  const [stray] = referenceFaults(next)
  if (stray) return refuse('job.unknown-reference', stray.reason)
  const circle = findCycle(new Map(next.steps.map(step => [step.key, step.after])))
  if (circle) {
    const names = circle.map(key => next.steps.find(step => step.key === key)!.title)
    return refuse('growth.circle', `That goes round in a circle: ${names.map(name => `"${name}"`).join(' waits for ')}.`)
  }
  const before = new Set(overhaulFaults(sheet).map(fault => fault.reason))
  const fault = overhaulFaults(next).find(({ reason }) => !before.has(reason))
  if (fault) return refuse('growth.unsound', fault.reason)
  return refuseUnsafe(next, state, cameIn(after))
}

/** What came at the bench comes after the machine was made safe, and before anything is let on. */
function refuseUnsafe(next: Sheet, state: JobState, came: ReadonlySet<string>): Refusal | null {
  const below = allBelow(next)
  const safe = next.steps.filter(step => step.stage === 'make-safe' && step.limb === 'off' && !step.ways && !came.has(step.key))
  const releases = releasesOf(next)
  for (const step of next.steps.filter(({ key }) => came.has(key))) {
    const missed = safe.find(one => !below(step.key).has(one.key))
    if (missed) return refuse('growth.unsafe', `"${step.title}" comes after "${missed.title}", always.`)
    const early = step.limb === 'on' ? releases.find(one => !below(one.key).has(step.key)) : undefined
    if (early && isDone(state, early.key))
      return refuse('growth.released', `"${early.title}" is done: the machine is let on. Go back to it before anything else comes off.`)
    if (early) return refuse('growth.unsafe', `"${early.title}" comes after "${step.title}", always.`)
  }
  return null
}

/** The steps of the way up that let something on. */
const releasesOf = ({ steps }: Sheet): Step[] => steps.filter(({ limb, state }) => limb === 'on' && state && state.makes !== 'locked off')

const GOES_WITH_IT: ReadonlySet<ListName | RegisterName> = new Set(['done', 'released', 'moves', 'growth'])

/** Only what came at the bench is joined, and only as long as neither has gone back. */
function refuseJoining(
  { sheet, state }: JudgedJob,
  { keep, drop }: GrowthEvents['growth-joined'],
  homes: House['homes'],
): Refusal | null {
  const came = cameIn(state)
  if (keep === drop) return refuse('join.same', 'That is one entry already.')
  for (const key of [keep, drop]) {
    const part = sheet.parts.find(one => one.key === key)
    if (!part) return refuse('job.unknown-reference', `The sheet of this job has no part "${key}".`)
    const { off, on } = rungStepsOf(sheet, key)
    if (!came.has(key) || !off || !on) return refuse('join.of-the-sheet', `${part.name} did not come to the sheet at a bench.`)
    if (isDone(state, on.key)) return refuse('join.back-in', `${part.name} is back in. Undo that first.`)
  }
  const [one, other] = [partOf(sheet, keep), partOf(sheet, drop)]
  if (one.count !== other.count) return refuse('join.count', `${one.count} and ${other.count} came out: these are two things, or one was counted wrong.`)
  const { off, on } = rungStepsOf(sheet, drop)
  if (!isDone(state, rungStepsOf(sheet, keep).off!.key) && isDone(state, off!.key))
    return refuse('join.not-out', 'Keep the one that is ticked.')
  // Its tick, its release and where it was put go with it; what else was said of it would be said of nothing.
  const elsewhere = new Map([...homes].filter(([home]) => !GOES_WITH_IT.has(home)))
  const named = standingOn(state, [drop, off!.key, on!.key], new Set(), elsewhere)
  return named.length > 0 ? refuse('join.used', `It is used already. Take back first: ${named.join('; ')}.`) : null
}

function refuseMending({ sheet, state }: JudgedJob, { step: key, was }: GrowthEvents['order-mended']): Refusal | null {
  const step = stepOf(sheet, key)
  if (!cameIn(state).has(key)) return refuse('mend.of-the-sheet', `${capital(stepName(sheet, step))} is of the sheet: its order is not changed at the bench.`)
  if (isDone(state, key)) return refuse('step.done-already', `${capital(stepName(sheet, step))} is done.`)
  if ([...was].sort().join() !== [...step.after].sort().join())
    return refuse('mend.stale', 'Somebody has changed what it stands on meanwhile. Look again.')
  return null
}

/** The numbers of marks or bags that are given: B-7 and B-07 are one bag. */
export function numbersUsed(sheet: Sheet, state: JobState, of: 'marks' | 'bags'): ReadonlySet<number> {
  const names = of === 'marks'
    ? sheet.marks.map(mark => mark.key)
    : [...sheet.steps.flatMap(step => step.bag ?? []), ...state.moves.map(move => move.to)].filter(tag => tag.startsWith('B-'))
  return new Set(names.map(name => Number(/(\d+)$/.exec(name)?.[1] ?? 0)))
}

/** The highest numbers of marks and bags that are given or reserved. */
export function lastNumbers(sheet: Sheet, state: JobState): Record<'marks' | 'bags', number> {
  const last = (of: 'marks' | 'bags') =>
    [...numbersUsed(sheet, state, of), ...state.reserved.map(one => one[of].to)].reduce((a, b) => Math.max(a, b), 0)
  return { marks: last('marks'), bags: last('bags') }
}
