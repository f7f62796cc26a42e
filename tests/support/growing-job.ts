import { createHash } from 'node:crypto'
import {
  ALL_BACK, DomainError, doublesOf, ENERGY_KINDS, frameFor, growMark, growMeasure, growOff, growTorque, growUnder, isDone,
  judgeTogether, MEASURED_HOW, nextSteps, OPEN_UP, reservation, rungStepsOf, standingSheet, SHIPPED_CATALOGUE, unsignedGaps,
  type AtBench, type Drafted, type JobEvent, type JobState, type SheetDocument,
} from '#core'
import { eventOf, finish, openJob, towardsTick, type Choose } from './job-walk'

const uuid = (n: number) => createHash('sha256').update(`${n}`).digest('hex').replace(/^(.{8})(.{4})(.{4})(.{4})(.{12}).*$/, '$1-$2-$3-$4-$5')
let made = 0
export const newId = () => uuid(made += 1)

/** Two people at two benches write the sheet of one job while they take the machine apart. */
export class GrowingJob {
  state: JobState
  readonly events: JobEvent[] = []

  constructor(readonly document: SheetDocument, from?: JobState) {
    this.state = from ?? openJob(document as never)
  }

  get sheet() { return standingSheet(this.document, this.state) }

  at = (who: string): AtBench => ({ sheet: this.sheet, state: this.state, personId: `person-${who}`, bench: uuid(who.charCodeAt(0)), newId })

  /** One tap: all of it or nothing. Says why not. */
  tap(drafts: readonly Drafted[], who = 'a'): string | null {
    const deed = newId()
    const events = drafts.map(({ type, body }) => ({ ...eventOf(type, body as never, who), ...drafts.length > 1 ? { deed } : {} }))
    return this.take(events)
  }

  take(events: readonly JobEvent[]): string | null {
    const judged = judgeTogether(this.document, this.state, events)
    if (judged.refused) return `${judged.refusal.code}: ${judged.refusal.message}`
    this.state = judged.state
    this.events.push(...events)
    return null
  }

  /** Ticks whatever is next until nothing is left before a step, or for good. */
  workTo(until: string): void {
    for (let deeds = 0; deeds < 3000; deeds++) {
      const [step] = nextSteps(this.sheet, this.state).filter(one => one.key !== until)
      if (!step || isDone(this.state, until)) return
      const refused = this.take([towardsTick(this.sheet, this.state, step.key)])
      if (refused) throw new Error(`${step.title}: ${refused}`)
    }
  }

  /** The whole of it is put together, signed and brought to its closing. */
  close(choose: Choose): string | null {
    for (const { thing, field } of unsignedGaps(this.sheet, this.state))
      this.take([eventOf('gap-signed', { thing, field, reason: 'by feel' }, 'lead')])
    const { state, stuck } = finish(this.sheet, this.state, choose)
    if (stuck) return `${stuck.at}: ${stuck.why}`
    this.state = state
    return this.take([eventOf('job-closed', {})])
  }
}

/** A machine that nobody has a sheet of. */
export const anyFrame = (choose: Choose): SheetDocument => frameFor({
  key: `sheet-${newId()}`, title: 'Machine', energies: ENERGY_KINDS.filter(() => choose(3) === 0),
  ...choose(2) ? { family: SHIPPED_CATALOGUE.families[choose(SHIPPED_CATALOGUE.families.length)]!.key } : {},
})

/** Something that a person at a bench says: it comes off, is marked, measured, or is known to be so tight. */
export function saySomething(job: GrowingJob, choose: Choose, who = choose(2) ? 'a' : 'b'): string | null {
  const at = job.at(who)
  const pick = <T>(list: readonly T[]): T => list[choose(list.length)]!
  const reserved = reservation(at.sheet, at.state, at.bench)
  if (reserved) job.tap([{ type: 'numbers-reserved', body: reserved }], who)
  const loose = at.sheet.parts.filter(part => part.on !== undefined && !rungStepsOf(at.sheet, part.key).off)
  const out = at.sheet.parts.filter(part => rungStepsOf(at.sheet, part.key).off)
  try {
    switch (choose(7)) {
      case 0: return job.tap(growMark(at, { between: [{ name: pick(SHIPPED_CATALOGUE.usualParts) }, { part: 'machine' }], way: 'paint', place: 'on top' }).drafts, who)
      case 1: return job.tap(growMeasure(at, {
        name: 'Clearance', part: pick(at.sheet.parts).key, quantity: 'length', how: pick(MEASURED_HOW), instrument: 'dial indicator', uncertainty: 0.01,
      }).drafts, who)
      case 2: return out.length === 0
        ? null
        : job.tap(growTorque(at, { part: pick(out).key, thread: 'M12', torqueNm: 79, lubricant: 'oil', source: 'its manual' }).drafts, who)
      case 3: return out.length === 0 ? null : job.tap([growUnder(at, pick(SHIPPED_CATALOGUE.usualParts), 1, pick(out).key)], who)
      case 4: if (loose.length > 0) {
        const part = pick(loose)
        return job.tap(growOff(at, { name: part.name, part: part.key, count: 1, lifted: 'by hand' }).drafts, who)
      }
      // falls through
      default: {
        const name = pick(SHIPPED_CATALOGUE.usualParts)
        return job.tap(growOff(at, {
          name, count: 1 + choose(4), lifted: choose(6) ? 'by hand' : 'with gear', ...choose(3) ? {} : { assembly: pick(['Rotor', 'Gear end']) },
        }).drafts, who)
      }
    }
  } catch (error) {
    if (error instanceof DomainError) return `${error.code}: ${error.message}`
    throw error
  }
}

/** A job from nothing to just before its closing: words and ticks in any order. */
export function growAnything(choose: Choose): GrowingJob {
  const job = new GrowingJob(anyFrame(choose))
  job.workTo(OPEN_UP)
  for (let words = 4 + choose(14); words > 0; words--) {
    saySomething(job, choose)
    for (let ticks = choose(4); ticks > 0; ticks--) {
      const steps = nextSteps(job.sheet, job.state).filter(({ key }) => key !== ALL_BACK)
      if (steps.length > 0) job.take([towardsTick(job.sheet, job.state, steps[choose(steps.length)]!.key, choose)])
    }
    for (const { keep, drop } of doublesOf(job.sheet, job.state).slice(0, choose(2)))
      job.take([eventOf('growth-joined', { keep: keep.key, drop: drop.key })])
  }
  return job
}
