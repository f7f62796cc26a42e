import { eq } from 'drizzle-orm'
import { isDone, nextSteps, sheetNow, timersOf } from '#core'
import { job } from '../db/schema'
import type { JobAt, ReadModel } from './read-model'

/** What lists show of a job. */
export interface JobHead {
  steps_done: number
  steps_total: number
  current_step: string | null
  /** The wait that ends first, while one runs. */
  timer_name: string | null
  timer_ends_at: string | null
  closed_at: string | null
}

export function headOf({ sheet, state }: Pick<JobAt, 'sheet' | 'state'>): JobHead {
  const { steps } = sheetNow(sheet, state)
  const [timer] = state.closed ? [] : timersOf(sheet, state).filter(wait => !wait.cut)
  return {
    steps_done: steps.filter(({ key }) => isDone(state, key)).length,
    steps_total: steps.length,
    current_step: state.closed ? null : nextSteps(sheet, state)[0]?.title ?? null,
    timer_name: timer?.name ?? null,
    timer_ends_at: timer?.endsAt ?? null,
    closed_at: state.closed?.at ?? null,
  }
}

const moment = (text: string | null) => text === null ? null : new Date(text)

/** One row a job, in columns of the job itself; written with every event, in the statement that writes the events. */
export const jobHead: ReadModel<JobHead> = {
  name: 'job-head',
  about: 'what lists show of it',
  version: 1,
  hears: 'every',
  rowsOf: one => [headOf(one)],
  async kept(db, jobId) {
    const [row] = await db.select().from(job).where(eq(job.id, jobId))
    if (!row || (row.status === 'closed') !== (row.closedAt !== null)) return []
    return [{
      steps_done: row.stepsDone, steps_total: row.stepsTotal, current_step: row.currentStep, timer_name: row.timerName,
      timer_ends_at: row.timerEndsAt?.toISOString() ?? null, closed_at: row.closedAt?.toISOString() ?? null,
    }]
  },
  async replace(tx, { id }, [head]) {
    if (!head) return
    await tx
      .update(job)
      .set({
        stepsDone: head.steps_done,
        stepsTotal: head.steps_total,
        currentStep: head.current_step,
        timerName: head.timer_name,
        timerEndsAt: moment(head.timer_ends_at),
        status: head.closed_at === null ? 'open' : 'closed',
        closedAt: moment(head.closed_at),
      })
      .where(eq(job.id, id))
  },
}
