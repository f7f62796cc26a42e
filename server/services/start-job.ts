import { randomUUID } from 'node:crypto'
import { and, desc, eq } from 'drizzle-orm'
import { DomainError, foldJob, nextSteps, sheetForJob, upgradeSheet, type Depth, type JobEvent, type JobSetup, type Sheet } from '#core'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job, jobEvent, sheet } from '../db/schema'
import { hashEvent } from './event-hash'
import { Problem } from './problem'
import { requireUnit } from './units'

export interface StartInput {
  tag: string
  reason: string
  depth?: Depth | undefined
  /** Only as far as this part or position. */
  target?: string | undefined
  device: string
  happenedAt?: Date
}

/** Starts an overhaul of a unit by the newest revision of its sheet; the first event of the log says so. */
export async function startJob(
  db: Database,
  person: Person,
  { tag, reason, depth, target, device, happenedAt = new Date() }: StartInput,
): Promise<{ id: string; number: number }> {
  const { unit: found } = await requireUnit(db, person, tag)
  const [plan] = found.sheetKey
    ? await db.select().from(sheet).where(eq(sheet.key, found.sheetKey)).orderBy(desc(sheet.revision)).limit(1)
    : []
  if (!plan)
    throw new Problem(
      409,
      'unit.no-sheet',
      `There is no machine sheet for ${tag} yet, so no overhaul can be started. An engineer can bring one in.`,
    )

  const setup: JobSetup = { options: found.options, ...(depth ? { depth } : {}), ...(target ? { target } : {}) }
  const document = settle(upgradeSheet(plan.document), setup)
  const opening = { reason, ...setup }
  const event: JobEvent = {
    id: randomUUID(),
    type: 'job-opened',
    body: opening,
    actor: { id: person.id, name: person.name },
    happenedAt: happenedAt.toISOString(),
  }
  const state = foldJob(document, [event])
  return db.transaction(async (tx) => {
    const [created] = await tx
      .insert(job)
      .values({
        unitId: found.id,
        sheetId: plan.id,
        reason,
        setup,
        stepsTotal: document.steps.length,
        currentStep: nextSteps(document, state)[0]?.title ?? null,
        openedAt: happenedAt,
      })
      .onConflictDoNothing()
      .returning({ id: job.id, number: job.number })
    if (!created) {
      const [open] = await tx
        .select({ id: job.id, number: job.number })
        .from(job)
        .where(and(eq(job.unitId, found.id), eq(job.status, 'open')))
      throw new Problem(
        409,
        'job.open-already',
        `${tag} has an open job already${open ? ` (number ${open.number})` : ''}. Go on with that one.`,
        { job: open?.id },
      )
    }
    const row = {
      id: event.id,
      jobId: created.id,
      seq: 1,
      type: event.type,
      body: opening,
      actorId: person.id,
      actorName: person.name,
      device,
      happenedAt,
      recordedAt: new Date(),
    }
    const hash = hashEvent(row, '')
    await tx.insert(jobEvent).values({ ...row, prevHash: '', hash })
    await tx.update(job).set({ seq: 1, headHash: hash }).where(eq(job.id, created.id))
    return created
  })
}

/** The sheet of the job, or a sentence why there is none: an option of the unit or a target that the sheet does not know. */
function settle(document: Sheet, setup: JobSetup): Sheet {
  try {
    return sheetForJob(document, setup)
  } catch (error) {
    if (error instanceof DomainError) throw new Problem(422, error.code, error.message)
    throw error
  }
}
