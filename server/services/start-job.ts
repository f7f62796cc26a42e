import { randomUUID } from 'node:crypto'
import { and, desc, eq, inArray } from 'drizzle-orm'
import {
  DomainError, foldJob, frameFor, nextSteps, sheetForJob, upgradeSheet,
  type Depth, type EnergyKind, type FrameAsked, type JobEvent, type JobSetup, type Sheet, type SheetDocument,
} from '#core'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import type { unit } from '../db/schema'
import { job, jobEvent, sheet, sheetDraft } from '../db/schema'
import { bendsOfUnit } from './bend-reach'
import { hashEvent } from './event-hash'
import { standingCatalogue } from './catalogue'
import { requirePlan, startPlan } from './plans'
import { Problem } from './problem'
import { enterHours, hoursOf } from './running-hours'
import { newestReleased } from './sheets'
import { requireOpenSite } from './sites'
import { hashOfDocument } from './sha256'
import { requireUnit } from './units'

/** What an overhaul begins with when the unit has no sheet. */
export type StartWithout
  /** What can hurt somebody is asked first; then everything is written at the bench. */
  = | { from: 'nothing', energies: readonly EnergyKind[], product?: FrameAsked['product'], family?: string | undefined }
    /** The sheet of another machine, to be bent. */
    | { from: 'sister', sheet: string }
    /** What the last overhaul of this unit has left behind. */
    | { from: 'draft' }

export interface StartInput {
  tag: string
  reason: string
  depth?: Depth | undefined
  /** Only as far as this part or position. */
  target?: string | undefined
  without?: StartWithout | undefined
  /** What the meter shows as it begins. */
  hours?: number | undefined
  /** That was asked about, and is true all the same. */
  confirmed?: string | undefined
  /** Everything that a kit may carry is replaced. */
  kitComplete?: boolean | undefined
  /** What was planned of it: how deep, how far, with everything of the kit. */
  plan?: string | undefined
  device: string
  happenedAt?: Date
}

/**
 * Starts an overhaul of a unit by the newest revision of its sheet, or without one, by a document of its own; the first event of the log
 * says so.
 */
export async function startJob(
  db: Database,
  person: Person,
  { tag, reason, depth: asked, target: as, without, hours, confirmed, kitComplete, plan: planId, device, happenedAt = new Date() }:
  StartInput,
): Promise<{ id: string; number: number }> {
  const { unit: found } = await requireUnit(db, person, tag)
  if (found.retiredAt) throw new Problem(409, 'unit.retired', `${tag} is out of use. Bring it back into use first.`)
  const plan = found.sheetKey ? await newestReleased(db, found.sheetKey) : undefined
  if (plan && without)
    throw new Problem(409, 'unit.has-sheet', `There is a sheet for ${tag}: the overhaul is started by it.`)
  if (!plan && !without)
    throw new Problem(409, 'unit.no-sheet', `There is no machine sheet for ${tag} yet. Say what it begins with instead.`)
  const own = plan ? undefined : await documentWithout(db, found, without!)
  const released = plan?.document ?? own!

  const planned = planId ? (await requirePlan(db, person, planId)).plan : undefined
  if (planned && planned.unitId !== found.id) throw new Problem(422, 'plan.other-unit', `What was planned is not for ${tag}.`)
  const [depth, target] = planned ? [planned.depth, planned.target ?? undefined] : [asked, as]
  // A document of its own has no options of this unit.
  const bends = own ? undefined : await bendsOfUnit(db, found.id)
  const setup: JobSetup = {
    options: own ? {} : found.options, ...depth ? { depth } : {}, ...target ? { target } : {}, ...bends ? { bends } : {},
    ...(planned?.kitComplete ?? kitComplete) && !own ? { kitComplete: true as const } : {},
  }
  const document = settle(released, setup)
  const at = happenedAt.toISOString()
  if (hours !== undefined) await enterHours(db, person, tag, { at, hours, ...confirmed ? { confirmed } : {} })
  const ran = await hoursOf(db, found.id, at)
  const { key, revision, title } = released
  const sha256 = hashOfDocument(released)
  const opening = { reason, ...setup, sheet: { key, revision, sha256 }, ...ran === null ? {} : { hours: ran } }
  const event: JobEvent = {
    id: randomUUID(),
    type: 'job-opened',
    body: opening,
    actor: { id: person.id, name: person.name },
    happenedAt: at,
  }
  const state = foldJob(document, [event])
  return db.transaction(async (tx) => {
    await requireOpenSite(tx, found.siteKey)
    // Two jobs may begin with the draft that one overhaul has left: it is the same document, unless somebody has written in it meanwhile.
    let kept = plan ?? (await tx.select({ id: sheet.id }).from(sheet).where(eq(sheet.sha256, sha256)).limit(1))[0]
    kept ??= (await tx.insert(sheet).values({ key, revision, title, document: own!, origin: 'bench', sha256 }).returning({ id: sheet.id }))[0]
    const [created] = await tx
      .insert(job)
      .values({
        unitId: found.id,
        sheetId: kept!.id,
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
      deed: null,
    }
    if (planId) await startPlan(tx, planId, created.id)
    const hash = hashEvent(row, '')
    await tx.insert(jobEvent).values({ ...row, prevHash: '', hash })
    await tx.update(job).set({ seq: 1, headHash: hash }).where(eq(job.id, created.id))
    return created
  })
}

/** The document with which an overhaul begins that has no sheet. */
async function documentWithout(db: Database, { id, name }: typeof unit.$inferSelect, without: StartWithout): Promise<SheetDocument> {
  const key = `sheet-${randomUUID()}`
  if (without.from === 'sister') {
    const sister = await newestReleased(db, without.sheet)
    if (!sister) throw new Problem(404, 'sheet.unknown', `There is no sheet "${without.sheet}".`)
    return { ...sister.document, key, revision: 1, title: name }
  }
  if (without.from === 'draft') {
    const [left] = await db.select({ document: sheetDraft.document }).from(sheetDraft).innerJoin(job, eq(job.id, sheetDraft.jobId))
      .where(and(eq(job.unitId, id), inArray(sheetDraft.status, ['open', 'ready']))).orderBy(desc(sheetDraft.at)).limit(1)
    if (!left) throw new Problem(404, 'draft.none', 'No overhaul of this unit has left a draft.')
    return upgradeSheet(left.document)
  }
  const { energies, product, family } = without
  const { document: shop } = await standingCatalogue(db)
  return frameFor({ key, title: name, energies, product, family }, shop)
}

/** The sheet of the job, or a sentence why there is none: an option of the unit or a target that the sheet does not know. */
function settle(document: SheetDocument, setup: JobSetup): Sheet {
  try {
    return sheetForJob(document, setup)
  } catch (error) {
    if (error instanceof DomainError) throw new Problem(422, error.code, error.message)
    throw error
  }
}
