import { DomainError } from '../domain-error'
import { ALL_BACK, OPEN_UP } from '../job'
import type { Product } from '../seals'
import type { Position, ReadingStage, SheetDocument, Step } from '../sheet'
import { SHIPPED_CATALOGUE, type Catalogue } from './catalogue'
import { ABOVE, dangerOf, ENERGY_KINDS, type EnergyKind } from './energies'
import type { UsualReading } from './families'

/** What is asked before a machine without a sheet is touched. */
export interface FrameAsked {
  /** Of the sheet that is to come: `sheet-` and a UUID. */
  key: string
  /** What the machine is called. */
  title: string
  /** What it carries, as far as it matters for rings and faces. */
  product?: Product | undefined
  /** What can hurt somebody; none only for what stands loose on the bench. */
  energies: readonly EnergyKind[]
  /** A family whose usual readings are asked for; nothing is known when left out. */
  family?: string | undefined
}

/** The machine as a whole, on which a reading lies as long as nobody knows the part. */
const MACHINE = 'machine'

/**
 * The sheet with which an overhaul of a machine begins that has none: each energy with its lock, its proof of zero by a second person and
 * its return; the machine as found; the step before which everything comes off, and the one that stands on everything that went back; the
 * run. What lies between is written at the bench.
 *
 * @param shop the families and energies of the shop; those that ship when left out
 * @throws DomainError `frame.family` for a family that is not known
 * @example frameFor({ key: 'sheet-…', title: 'Two-stage fan', energies: ['electric', 'turning'] }).steps.map(step => step.title)
 */
export function frameFor(
  { key, title, product, energies, family }: FrameAsked, shop: Pick<Catalogue, 'families' | 'energies'> = SHIPPED_CATALOGUE,
): SheetDocument {
  const kin = shop.families.find(one => one.key === family)
  if (family !== undefined && !kin) throw new DomainError('frame.family', `There is no family "${family}".`)
  const wordsOf = (kind: EnergyKind) => shop.energies.find(one => one.kind === kind)!
  const kinds = ENERGY_KINDS.filter(kind => energies.includes(kind))
  const keyOf = (kind: EnergyKind) => kind.replaceAll(' ', '-')
  const readings = (kin?.readings ?? []).map((usual, i) => ({ usual, key: `usual-${i + 1}` }))
  /** The readings of those moments, as a step asks for them; nothing where there are none. */
  const readAt = (stage: ReadingStage, ...moments: UsualReading['asked'][]): Pick<Step, 'reads' | 'tools'> | undefined => {
    const asked = readings.filter(({ usual }) => moments.includes(usual.asked))
    if (asked.length === 0) return undefined
    return { reads: asked.map(one => ({ position: one.key, stage })), tools: [...new Set(asked.map(({ usual }) => usual.instrument))] }
  }
  const [found, left, running] = [readAt('as-found', 'found', 'both'), readAt('as-left', 'both'), readAt('as-left', 'run')]
  const steps: Step[] = []
  const add = (step: Omit<Step, 'after' | 'limb'>, limb: Step['limb']) =>
    steps.push({ ...step, limb, after: steps.slice(-1).map(one => one.key) })

  for (const [i, kind] of kinds.entries()) {
    const { off } = wordsOf(kind)
    add({
      key: `off-${keyOf(kind)}`, stage: 'make-safe', title: off.title, short: off.short, done: off.done, why: off.why, minutes: off.minutes,
      isolates: [keyOf(kind)], hold: off.proof, cautions: [dangerOf(off.danger)], ...i === 0 ? { state: { makes: 'locked off' } } : {},
    }, 'off')
  }
  if (kinds.length === 0) add({
    key: 'stands-loose', stage: 'make-safe', title: 'See that nothing is stored in it', short: 'Nothing stored', done: 'It stands loose, empty',
    why: 'It is off its foundation: no supply, no pipe, no product, no spring under load.', minutes: 5, state: { makes: 'locked off' },
    hold: 'No supply, no pipe, empty, no spring under load: seen by a second person',
    cautions: [dangerOf('What stands loose can roll or tip: blocked before hands go in.')],
  }, 'off')
  add({
    key: 'as-it-stands', stage: 'prepare', title: 'Look at it as it stands', short: 'As it stands', done: 'Looked at, photos taken',
    why: 'Nameplate, leaks, what is missing: with photos from both sides, before anything comes off.', minutes: 10,
  }, 'off')
  if (found) add({
    key: 'measured-found', stage: 'as-found', title: 'Usual readings, as found', short: 'Readings', done: 'Written down', minutes: 20,
    why: 'What is not measured now cannot be compared later. What does not apply is departed from.',
    needs: { state: 'locked off' }, ...found,
  }, 'off')
  add({
    key: OPEN_UP, stage: 'take-apart', title: 'Say what comes off, while it comes off', short: 'Nothing more comes off', minutes: 5,
    done: 'Nothing more comes off', why: 'Each part by its name and number. The way back is written by it.',
  }, 'off')
  add({
    key: ALL_BACK, stage: 'set', title: 'Everything is back', short: 'All back', done: 'All back, counted', minutes: 10,
    why: 'Bags empty, tools and rags counted, nothing left over, guards on.', hold: 'Nothing left over, guards on, tools counted',
  }, 'on')
  if (left) add({
    key: 'measured-left', stage: 'as-left', title: 'Usual readings, as left', short: 'Readings', done: 'Written down', minutes: 20,
    why: 'Against those as found.', needs: { state: 'locked off' }, ...left,
  }, 'on')
  // What moves it comes last.
  for (const [i, kind] of [...kinds].reverse().entries()) {
    const { back } = wordsOf(kind)
    const isLast = i === kinds.length - 1
    add({
      key: `on-${keyOf(kind)}`, stage: 'run', title: back.title, short: back.short, done: back.done, why: back.why, minutes: back.minutes,
      hold: back.proof, cautions: [dangerOf(`${wordsOf(kind).name}: from here on it is let on.`)],
      state: {
        makes: isLast ? 'powered' : 'turns by hand', releasedBy: 'the people who locked it, with the operator',
        for: isLast ? 'the run' : 'what comes before the run',
        ...isLast ? {} : { lets: kinds.slice(kinds.length - 1 - i).map(keyOf) },
      },
    }, 'on')
  }
  if (kinds.length > 0) add({
    key: 'run', stage: 'run', title: 'Run and watch', short: 'Run', done: 'Runs as it should', minutes: 65, needs: { state: 'powered' },
    why: 'An hour, or as the maker’s manual says: sound, warmth, leaks, what it draws.',
    ...running,
  }, 'on')
  add({
    key: 'hand-over', stage: 'close', title: 'Hand over', short: 'Hand over', done: 'Handed over', minutes: 5,
    why: 'What was found, what was replaced, what is still owed.',
  }, 'on')
  return {
    format: 'needler-sheet/2', key, revision: 1, title, family: kin?.name ?? 'Machine without a sheet',
    summary: 'Written at the bench while it was overhauled for the first time.',
    notice: `This sheet is written at the bench. ${ABOVE}`,
    ...product ? { product } : {},
    ...kinds.length > 0 ? { energies: kinds.map(kind => ({ key: keyOf(kind), name: wordsOf(kind).name, kind })) } : {},
    parts: [{ key: MACHINE, name: title, count: 1, kind: 'housing' }],
    positions: readings.map(({ usual, key: position }): Position => ({
      key: position, name: usual.name, part: MACHINE, quantity: usual.quantity, method: 'values', stations: usual.stations, planes: usual.planes,
      limits: {}, uncertainty: usual.uncertainty, instrument: usual.instrument, source: 'usual for its family; limits from the maker’s manual',
    })),
    ...readings.length > 0 ? { gaps: readings.map(one => ({ thing: one.key, field: 'limits' as const })) } : {},
    marks: [], joints: [], steps,
  }
}
