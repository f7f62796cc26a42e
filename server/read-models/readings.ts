import { eq } from 'drizzle-orm'
import { assessTaken, type ReadingStage, type ReadingTaken, type Verdict } from '#core'
import { reading } from '../db/schema'
import type { JobAt, ReadModel } from './read-model'

/** A reading that stands, with its verdict: for the unit, and for all machines of its kind. */
export interface ReadingModelRow {
  event_id: string
  job_id: string
  unit_id: string
  sheet_key: string
  position: string
  stage: ReadingStage
  /** The one number that stands for it: mean at 20 °C, or the greatest total reading of a run-out. */
  value: number
  verdict: Verdict
  taken_at: string
}

const standing = ({ state }: Pick<JobAt, 'state'>) => new Map(state.readings.filter(one => !one.overtaken).map(one => [one.event, one]))

function rowOf({ id, unitId, sheetKey, sheet, state }: JobAt, taken: ReadingTaken): ReadingModelRow {
  const { verdict, value } = assessTaken(sheet, state, taken)
  return {
    event_id: taken.event,
    job_id: id,
    unit_id: unitId,
    sheet_key: sheetKey,
    position: taken.position,
    stage: taken.stage,
    value,
    verdict,
    taken_at: taken.at,
  }
}

/**
 * What events add to the rows of a job or judge otherwise, and which they take out (taken back, or of a step opened again). A limit that is
 * another on this machine judges what stands anew.
 */
export function changeOfReadings(before: JobAt, after: JobAt): { came: ReadingModelRow[], went: string[] } {
  const [was, is] = [standing(before), standing(after)]
  const isOther = (one: ReadingTaken) =>
    !was.has(one.event) || (before.sheet !== after.sheet && rowOf(before, one).verdict !== rowOf(after, one).verdict)
  return {
    came: [...is.values()].filter(isOther).map(one => rowOf(after, one)),
    went: [...was.keys()].filter(event => !is.has(event)),
  }
}

/**
 * Parts of the statement that writes events: `$3` the rows that came, `$4` the events whose rows went; `moved` are the jobs that are
 * written.
 */
export const WRITE_READINGS = `, measured as (
    insert into reading (event_id, job_id, unit_id, sheet_key, position, stage, value, verdict, taken_at)
    select r.event_id, r.job_id, r.unit_id, r.sheet_key, r.position, r.stage, r.value, r.verdict, r.taken_at
    from jsonb_to_recordset($3::jsonb) as r(event_id uuid, job_id uuid, unit_id uuid, sheet_key text, position text, stage text, value float8, verdict text, taken_at timestamptz)
    join moved on moved.id = r.job_id
    on conflict (event_id) do update set value = excluded.value, verdict = excluded.verdict
  ), withdrawn as (
    delete from reading using moved, jsonb_array_elements_text($4::jsonb) as gone(id)
    where reading.job_id = moved.id and reading.event_id = gone.id::uuid
  )`

export const readings: ReadModel<ReadingModelRow> = {
  name: 'readings',
  about: 'the readings shown to the fleet',
  version: 1,
  hears: new Set(['reading-taken', 'limit-bent', 'sheet-taken-over', 'undone', 'gone-back']),
  rowsOf: one => [...standing(one).values()].map(taken => rowOf(one, taken)).sort((a, b) => a.event_id.localeCompare(b.event_id)),
  kept: async (db, jobId) =>
    (await db.select().from(reading).where(eq(reading.jobId, jobId)))
      .map(row => ({
        event_id: row.eventId,
        job_id: row.jobId,
        unit_id: row.unitId,
        sheet_key: row.sheetKey,
        position: row.position,
        stage: row.stage,
        value: row.value,
        verdict: row.verdict,
        taken_at: row.takenAt.toISOString(),
      }))
      .sort((a, b) => a.event_id.localeCompare(b.event_id)),
  async replace(tx, { id }, rows) {
    await tx.delete(reading).where(eq(reading.jobId, id))
    if (rows.length === 0) return
    await tx
      .insert(reading)
      .values(
        rows.map(row => ({
          eventId: row.event_id,
          jobId: row.job_id,
          unitId: row.unit_id,
          sheetKey: row.sheet_key,
          position: row.position,
          stage: row.stage,
          value: row.value,
          verdict: row.verdict,
          takenAt: new Date(row.taken_at),
        })),
      )
  },
}
