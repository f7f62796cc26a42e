import { and, count, eq, ne, sql } from 'drizzle-orm'
import { may, type Right } from '#shared/rights'
import { FIRST_STEPS, type FirstDay, type FirstStep } from '#shared/wire/house'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { firstStepLeft, instrument, job, person as personTable, site, unit } from '../db/schema'
import { Problem } from './problem'
import { unitsWithin } from './reach'

/** Who may take, or leave out, each of the first steps. */
const RIGHT: Readonly<Record<FirstStep, Right>> = {
  sites: 'site:write', people: 'people:write', machines: 'unit:write', instruments: 'instrument:write', overhaul: 'job:start',
}

/** How far a new house has come on its first day. */
export async function readFirstDay(db: Database, person: Person): Promise<FirstDay> {
  const [{ rows: [counts] }, left, [open]] = await Promise.all([
    db.execute<Record<'sites' | 'people' | 'machines' | 'instruments' | 'overhaul', boolean>>(sql`select
      exists (select 1 from ${site}) as sites,
      (select count(*) from ${personTable} where ${personTable.active}) > 1 as people,
      exists (select 1 from ${unit}) as machines, exists (select 1 from ${instrument}) as instruments,
      exists (select 1 from ${job} where ${job.status} = 'closed') as overhaul`),
    db.select({ step: firstStepLeft.step }).from(firstStepLeft),
    db.select({ id: job.id, tag: unit.tag }).from(job).innerJoin(unit, eq(unit.id, job.unitId))
      .where(and(eq(job.status, 'open'), unitsWithin(person))).orderBy(job.openedAt).limit(1),
  ])
  const leftOut = new Set(left.map(({ step }) => step))
  return {
    steps: FIRST_STEPS.map(step => ({ step, isDone: counts![step], isLeftOut: leftOut.has(step) })),
    openJob: open ?? null, isAlone: await isAlone(db, person), isOver: counts!.overhaul,
  }
}

/** Leaves a step out, or takes it up again. */
export async function leaveOutStep(db: Database, person: Person, step: FirstStep, isLeftOut: boolean): Promise<void> {
  if (!may(person.role, RIGHT[step]))
    throw new Problem(403, 'right.missing', `A ${person.role} may not do this. It needs a person with the right "${RIGHT[step]}".`)
  if (isLeftOut) await db.insert(firstStepLeft).values({ step, by: person.id }).onConflictDoNothing()
  else await db.delete(firstStepLeft).where(eq(firstStepLeft.step, step))
}

let isOver = false
/** True until the first overhaul of this installation was closed. */
export async function isFirstDay(db: Database): Promise<boolean> {
  if (isOver) return false
  const [closed] = await db.select({ id: job.id }).from(job).where(eq(job.status, 'closed')).limit(1)
  isOver = closed !== undefined
  return !isOver
}

/** True when nobody else could release a hold point at this person's bench. */
export async function isAlone(db: Database, { id }: Person): Promise<boolean> {
  const others = await db.select({ role: personTable.role, n: count() }).from(personTable)
    .where(and(ne(personTable.id, id), eq(personTable.active, true))).groupBy(personTable.role)
  return !others.some(({ role }) => may(role, 'hold:release'))
}
