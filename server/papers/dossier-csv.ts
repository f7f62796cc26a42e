import Papa from 'papaparse'
import { momentIn } from '#shared/time-zone'
import type { Dossier } from '#shared/wire/dossier'

/** The events of a dossier as a table, one line an event. Cells that a spreadsheet would take for formulas are quoted. */
export function dossierCsv({ job, unit, events, isDemonstration }: Dossier): string {
  const rows = events.map(({ seq, type, body, actor, happenedAt, recordedAt, device, hash }) => ({
    ...isDemonstration ? { demonstration: 'made up' } : {},
    job: job.number, unit: unit.tag, seq, type, subject: subjectOf(body), body: JSON.stringify(body),
    actor: actor.name, happened_at: happenedAt, site_time: momentIn(new Date(happenedAt), unit.timeZone),
    recorded_at: recordedAt, device, hash,
  }))
  return Papa.unparse(rows, { newline: '\r\n', escapeFormulae: true })
}

function subjectOf(body: object): string {
  const named = body as Record<string, unknown>
  const subject = ['step', 'mark', 'position', 'part', 'choice', 'event', 'text', 'reason', 'remark'].find(
    key => typeof named[key] === 'string',
  )
  return subject ? String(named[subject]) : ''
}
