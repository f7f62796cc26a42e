import type { Additions, Gap, Link, Part, Sheet, Step } from '../sheet'
import { isGrownKey, partOf, stepOf } from '../sheet'
import { isDone } from '../teardown'
import { bagTag, branchOf, mirrorLinks, nextNumber, opensBefore, type AtBench, type Drafted, type Grown } from './bench'
import { dangerOf } from './energies'
import { factsOf, type WordRow } from './words'

/** What a person says of something that comes off. */
export interface OffSaid {
  /** As it is called; of a part that the sheet has already (it was marked, or came off with another) its key. */
  name: string
  part?: string | undefined
  count: number
  /** By hand, or with gear; with gear and without a mass it is treated as heavy. */
  lifted: 'by hand' | 'with gear'
  massKg?: number | undefined
  /** The steps behind which it comes off; where the person is, when left out. */
  after?: readonly string[] | undefined
  /** What it belongs to: looked at, cleaned and decided on together. */
  assembly?: string | undefined
}

/** What everything belongs to as long as nobody says more. */
export const WHOLE = 'the machine'

/** As many parts as are looked at together; more of them get a floor of their own. */
const MOST_ON_ONE_FLOOR = 30

/** What holds others together goes back as it came; what wears or breaks is decided on. */
const NOT_DECIDED: ReadonlySet<Part['kind']> = new Set(['fastener', 'nut', 'small part', 'locking part'])

const FULL: ReadonlySet<string> = new Set(['pressure', 'steam', 'gas', 'chemical', 'hydraulic', 'cooling water'])
const FIRST_OPENING = 'First opening. Slacken on the far side, a crack, away from the face; wait until nothing comes; only then the rest.'

/**
 * Something comes off: its part, its removal and its refit, which mirrors the way down, and what is owed of it on the floor. Where somebody
 * can be hurt (a guard, the first opening, a lift of more than a hand carries) the removal has a hold and is ticked when that is released;
 * otherwise the same tap ticks it and bags what is small.
 *
 * @throws DomainError of `mirrorLinks`
 * @example growOff(at, { name: 'Cover screws', count: 8, lifted: 'by hand' }).drafts.map(draft => draft.type)
 */
export function growOff(at: AtBench, said: OffSaid): Grown {
  const { sheet, state, newId } = at
  const facts = factsOf(said.name, at.words)
  const known = said.part === undefined ? undefined : partOf(sheet, said.part)
  const part: Part = known ?? {
    key: `part-${newId()}`, name: said.name, count: said.count, kind: facts.kind,
    ...facts.neverAgain ? { neverAgain: true } : {},
    ...said.massKg !== undefined ? { massKg: said.massKg } : {},
  }
  const after = [...new Set([
    ...said.after?.map(key => stepOf(sheet, key)) ?? branchOf(sheet, state, at.personId),
    ...known ? whatItWaitsFor(sheet, known) : [],
  ])]
  const [off, on, rung] = [`step-${newId()}`, `step-${newId()}`, `rung-${newId()}`]
  const floor = floorFor(at, said.assembly ?? WHOLE, off)
  const danger = dangerAt(sheet, part, facts.opens, said)
  const many = part.count > 1 ? `${part.count} × ${part.name}` : part.name
  const bag = facts.isSmall ? bagTag(nextNumber(at, 'bags')) : undefined
  const pieces = [{ part: part.key, count: said.count }]
  const short = many.slice(0, 34)
  const lifts = said.massKg !== undefined && said.lifted === 'with gear' ? { massKg: said.massKg, gear: 'lifting gear for the mass' } : undefined
  const both = { short, rung, ...lifts ? { lifts } : {} }
  const steps: Step[] = [
    { ...both, key: off, limb: 'off', stage: 'take-apart', title: `Take off: ${many}`, done: `${part.name.slice(0, 50)}: off`, removes: pieces,
      after: after.map(step => step.key), ...danger.off, ...bag ? { bag } : {} },
    { ...both, key: on, limb: 'on', stage: 'refit', title: `Put back: ${many}`, done: `${part.name.slice(0, 50)}: on`, refits: pieces,
      after: [off, floor.decide], ...danger.on },
  ]
  const gap = (thing: string, field: Gap['field']): Gap => ({ thing, field })
  const adds: Additions = {
    ...known ? {} : { parts: [part] },
    steps: [...floor.steps, ...steps],
    ...said.assembly ? { assemblies: [{ name: said.assembly, parts: [part.key] }] } : {},
    gaps: [
      ...[off, on].flatMap(step => [gap(step, 'why'), gap(step, 'minutes')]),
      ...facts.isScrewed ? [gap(part.key, 'torque')] : [],
      ...said.lifted === 'with gear' && part.massKg === undefined ? [gap(part.key, 'mass')] : [],
      ...floor.gaps,
    ],
  }
  const links: Link[] = [
    ...mirrorLinks(sheet, state, after, on),
    ...opensBefore(at, off),
    // What is on the floor is looked at when it is there; of what goes back in any case a word is asked then.
    ...part.neverAgain || NOT_DECIDED.has(part.kind) ? [] : [{ step: floor.decide, decides: [part.key] }],
    ...floor.links,
  ]
  const grown: Drafted = { type: 'sheet-grown', body: { adds, links } }
  if (danger.off.hold) return { drafts: [grown], step: off }
  return {
    step: off,
    drafts: [
      grown,
      { type: 'step-done', body: { step: off, counted: pieces } },
      ...bag ? [{ type: 'part-bagged', body: { part: part.key, count: said.count, tag: bag } } as const] : [],
    ],
  }
}

/**
 * A part that came off with another: put under it, so that it is known where it is; what takes it off comes later, or never.
 *
 * @example growUnder(at, 'Bearing', 1, 'part-…')
 */
export function growUnder({ newId, words }: AtBench, name: string, count: number, host: string): Drafted {
  const facts = factsOf(name, words)
  const part: Part = { key: `part-${newId()}`, name, count, kind: facts.kind, on: host, ...facts.neverAgain ? { neverAgain: true } : {} }
  return { type: 'sheet-grown', body: { adds: { parts: [part] } } }
}

/** What sits on another comes off once that is off; a mark on it is made before. */
function whatItWaitsFor(sheet: Sheet, { key, on }: Part): Step[] {
  const marks = new Set(sheet.marks.filter(mark => mark.between.includes(key)).map(mark => mark.key))
  return sheet.steps.filter(step =>
    (on !== undefined && step.removes?.some(piece => piece.part === on)) || step.makes?.some(mark => marks.has(mark)))
}

/**
 * True when somebody can be hurt by it, so that a second person looks before it comes off.
 *
 * @example isHeld(sheet, { name: 'Coupling guard', count: 1, lifted: 'by hand' }) // true
 */
export function isHeld(sheet: Sheet, said: OffSaid, words?: readonly WordRow[]): boolean {
  const { kind, opens } = factsOf(said.name, words)
  return dangerAt(sheet, { kind }, opens, said).off.hold !== undefined
}

interface DangerAt { off: Partial<Step>, on: Partial<Step> }

/** What is said and held where somebody can be hurt. */
function dangerAt(sheet: Sheet, part: Pick<Part, 'kind'>, opens: boolean, { lifted, massKg }: OffSaid): DangerAt {
  const off: { text: string, proof: string }[] = []
  const on: { text: string, proof: string }[] = []
  if (part.kind === 'guard') off.push({ text: 'Behind it something turns. The lock is on before it comes off.', proof: 'Lock seen, start tried' })
  const isFull = sheet.energies?.some(({ kind }) => FULL.has(kind)) ?? false
  const wasOpened = sheet.steps.some(step => isGrownKey(step.key) && step.cautions?.some(({ text }) => text.includes(FIRST_OPENING)))
  if (opens && isFull && !wasOpened) off.push({ text: FIRST_OPENING, proof: 'Empty and without pressure, vent open, seen by a second person' })
  if (lifted === 'with gear') {
    const text = massKg === undefined
      ? 'Its mass is not known: gear, slings and eyes for more than it can weigh; nobody under it.'
      : `${massKg} kg: gear, slings and eyes for it; nobody under it.`
    const proof = 'Gear and slings looked at, way of the load free'
    off.push({ text, proof })
    on.push({ text, proof })
  }
  const said = (dangers: typeof off): Partial<Step> => dangers.length === 0
    ? {}
    : { cautions: dangers.map(({ text }) => dangerOf(text)), hold: dangers.map(({ proof }) => proof).join('; ').slice(0, 200) }
  return { off: said(off), on: said(on) }
}

interface Floor { decide: string, steps: Step[], gaps: Gap[], links: Link[] }

/**
 * The floor of an assembly, behind one more removal: cleaned, looked at, decided on. One that was begun takes nothing more; then a new one
 * is laid.
 */
function floorFor({ sheet, state, newId }: AtBench, assembly: string, off: string): Floor {
  const name = assembly.slice(0, 120)
  const decides = sheet.steps.filter(({ limb, stage, key, title }) =>
    limb === 'floor' && stage === 'decide' && isGrownKey(key) && title === `Decide: ${name}` && !isDone(state, key))
  for (const step of decides) {
    const clean = cleanOf(sheet, step)
    if (clean && !isDone(state, clean.key) && clean.after.length < MOST_ON_ONE_FLOOR)
      return { decide: step.key, steps: [], gaps: [], links: [{ step: clean.key, after: [off] }] }
  }
  const [clean, look, decide] = [`step-${newId()}`, `step-${newId()}`, `step-${newId()}`]
  const named = (word: string) => ({ limb: 'floor' as const, title: `${word}: ${name}`, short: `${word}: ${name}`.slice(0, 34) })
  const steps: Step[] = [
    { ...named('Clean'), key: clean, stage: 'clean', done: 'Clean', after: [off],
      why: 'What hides under dirt is not found. Marks and what tells how it failed are looked at before.' },
    { ...named('Look'), key: look, stage: 'inspect', done: 'Looked at', after: [clean],
      why: 'Every face that seals, runs or carries: wear, cracks, heat, rub. What was found gets a photo.' },
    { ...named('Decide'), key: decide, stage: 'decide', done: 'Decided', after: [look],
      why: 'Each part: again, repair or new. Only then it goes back.' },
  ]
  return { decide, steps, gaps: steps.map(({ key }) => ({ thing: key, field: 'minutes' as const })), links: [] }
}

/** The first step of the floor that this one ends. */
const cleanOf = (sheet: Sheet, decide: Step): Step | undefined => {
  const look = sheet.steps.find(step => step.stage === 'inspect' && decide.after.includes(step.key) && step.title.startsWith('Look: '))
  return look && sheet.steps.find(step => step.stage === 'clean' && look.after.includes(step.key))
}
