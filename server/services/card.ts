import { and, eq } from 'drizzle-orm'
import { sheetForJob } from '#core'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job } from '../db/schema'
import type { CardOf } from '../papers/job-card'
import { bendsOfUnit } from './bend-reach'
import { isDemonstration } from './demo-people'
import { loadLiveJob } from './live-job'
import { Problem } from './problem'
import { newestReleased } from './sheets'
import { requireUnit } from './units'

/** What is printed for a unit: the job that runs, with what is ticked; otherwise its sheet, as the next job would begin. */
export async function cardOfUnit(db: Database, person: Person, tag: string): Promise<CardOf> {
  const { unit, timeZone } = await requireUnit(db, person, tag)
  const printed = { unit: tag, timeZone, isDemo: await isDemonstration(db) }
  const [open] = await db.select({ id: job.id }).from(job).where(and(eq(job.unitId, unit.id), eq(job.status, 'open')))
  if (open) {
    const { number, sheet, state } = await loadLiveJob(db, person, open.id, { fresh: true })
    return { ...printed, sheet, job: { number, state } }
  }
  const released = unit.sheetKey ? await newestReleased(db, unit.sheetKey) : undefined
  if (!released) throw new Problem(409, 'unit.no-sheet', `There is no machine sheet for ${tag} yet, so there is no card to print.`)
  const bends = await bendsOfUnit(db, unit.id)
  return { ...printed, sheet: sheetForJob(released.document, { options: unit.options, ...bends ? { bends } : {} }) }
}
