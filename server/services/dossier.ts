import { asc, eq } from 'drizzle-orm'
import Papa from 'papaparse'
import { assessTaken, foldJob, positionOf } from '#core'
import type { Dossier, Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job, jobEvent, jobEventRefused, site, unit } from '../db/schema'
import { checkChain } from './event-hash'
import { sheetOfJob, toRecordedEvent } from './live-job'
import { Problem } from './problem'
import { requireReach } from './reach'
import { toJobRow } from './yard'

/** The whole record of a job, folded anew from its first event, with the chain of hashes checked. */
export async function readDossier(db: Database, person: Person, jobId: string): Promise<Dossier> {
  const [row] = await db.select({ job, unit, siteName: site.name })
    .from(job).innerJoin(unit, eq(unit.id, job.unitId)).innerJoin(site, eq(site.key, unit.siteKey))
    .where(eq(job.id, jobId))
  if (!row) throw new Problem(404, 'job.unknown', 'There is no such job.')
  requireReach(person, row.unit.siteKey, 'This job')
  const [sheet, events, refused] = await Promise.all([
    sheetOfJob(db, row.job.sheetId, row.job.setup),
    db.select().from(jobEvent).where(eq(jobEvent.jobId, jobId)).orderBy(asc(jobEvent.seq)),
    db.select().from(jobEventRefused).where(eq(jobEventRefused.jobId, jobId)).orderBy(asc(jobEventRefused.refusal)),
  ])
  const recorded = events.map(toRecordedEvent)
  const state = foldJob(sheet, recorded)
  return {
    format: 'needler-dossier/1',
    job: { ...toJobRow(row.job), setup: row.job.setup },
    unit: { tag: row.unit.tag, name: row.unit.name, site: row.siteName, make: row.unit.make, nameplate: row.unit.nameplate },
    sheet: { key: sheet.key, revision: sheet.revision, title: sheet.title, notice: sheet.notice },
    state,
    readings: state.readings.map((reading) => {
      const { position: key, stage, values, typed, conditions, by, at } = reading
      const { name, quantity, stations, planes } = positionOf(sheet, key)
      const { verdict, value } = assessTaken(sheet, state, reading)
      return { position: key, name, stage, quantity, stations, planes, values, typed, ...(conditions ? { conditions } : {}), value, verdict, by, at }
    }),
    events: events.map((event, i) => ({ ...recorded[i]!, device: event.device, recordedAt: event.recordedAt.toISOString(), prevHash: event.prevHash, hash: event.hash })),
    refused: refused.map(({ id, type, code, message, actorName, happenedAt }) => ({ id, type, code, message, by: actorName, at: happenedAt.toISOString() })),
    chain: checkChain(events),
  }
}

/** The events of a dossier as a table, one line an event. Cells that a spreadsheet would take for formulas are quoted. */
export function dossierCsv({ job, unit, events }: Dossier): string {
  const rows = events.map(({ seq, type, body, actor, happenedAt, recordedAt, device, hash }) => ({
    job: job.number, unit: unit.tag, seq, type, subject: subjectOf(body), body: JSON.stringify(body),
    actor: actor.name, happened_at: happenedAt, recorded_at: recordedAt, device, hash,
  }))
  return Papa.unparse(rows, { newline: '\r\n', escapeFormulae: true })
}

function subjectOf(body: object): string {
  const named = body as Record<string, unknown>
  const subject = ['step', 'mark', 'position', 'part', 'choice', 'event', 'text', 'reason', 'remark'].find(key => typeof named[key] === 'string')
  return subject ? String(named[subject]) : ''
}
