import { and, asc, eq, lte } from 'drizzle-orm'
import {
  assessTaken, bendInWords, bendsOf, causeName, departuresOf, foldJob, formatQuantity, gapName, growthInWords, jobEvidence, kindName,
  partOf, positionOf, sayArc, sealRecord, springSet,
  standingSheet, tighteningsOf, unbentSheet, weakenedTicks,
  type JobState, type Sheet,
} from '#core'
import type { Dossier } from '#shared/wire/dossier'
import type { Database } from '../db/client'
import { job, jobEvent, jobEventRefused, site, unit } from '../db/schema'
import { isDemonstration } from './demo-people'
import { checkChain } from './event-hash'
import { shelfOf, toRecordedEvent } from './live-job'
import { Problem } from './problem'
import { toJobRow } from './units'

/** Which of the events go with it: a page of them for a screen, all for a file. */
export interface Page { after: number, most: number }

/**
 * The whole record of a job, folded anew from its first event, with the chain of hashes checked. Whoever asks has looked who may see it.
 */
export async function readDossier(db: Database, jobId: string, page: Page): Promise<Dossier> {
  const [row] = await db.select({ job, unit, siteName: site.name, timeZone: site.timeZone })
    .from(job).innerJoin(unit, eq(unit.id, job.unitId)).innerJoin(site, eq(site.key, unit.siteKey))
    .where(eq(job.id, jobId))
  if (!row) throw new Problem(404, 'job.unknown', 'There is no such job.')
  const [events, refused] = await Promise.all([
    db.select().from(jobEvent).where(eq(jobEvent.jobId, jobId)).orderBy(asc(jobEvent.seq)),
    // What was refused after the closing is no part of the record.
    db
      .select()
      .from(jobEventRefused)
      .where(and(eq(jobEventRefused.jobId, jobId), row.job.closedAt ? lte(jobEventRefused.refusedAt, row.job.closedAt) : undefined))
      .orderBy(asc(jobEventRefused.refusal))
      .limit(500),
  ])
  const recorded = events.map(toRecordedEvent)
  const documents = await shelfOf(db, row.job.sheetId, recorded)
  const state = foldJob(documents, recorded)
  const sheet = standingSheet(documents, state)
  return {
    format: 'needler-dossier/1',
    ...await isDemonstration(db) ? { isDemonstration: true as const } : {},
    job: { ...toJobRow(row.job), setup: row.job.setup },
    unit: {
      tag: row.unit.tag, name: row.unit.name, site: row.siteName, timeZone: row.timeZone, make: row.unit.make,
      nameplate: row.unit.nameplate,
    },
    sheet: { key: sheet.key, revision: sheet.revision, title: sheet.title, notice: sheet.notice },
    state,
    readings: state.readings.map((reading) => {
      const { position: key, stage, values, typed, conditions, by, at } = reading
      const { name, quantity, stations, planes } = positionOf(sheet, key)
      const { verdict, value } = assessTaken(sheet, state, reading)
      return {
        position: key,
        name,
        stage,
        quantity,
        stations,
        planes,
        values,
        typed,
        ...(conditions ? { conditions } : {}),
        value,
        verdict,
        by,
        at,
      }
    }),
    events: events
      .slice(page.after, page.after + page.most)
      .map((event, i) => ({
        ...recorded[page.after + i]!,
        device: event.device,
        recordedAt: event.recordedAt.toISOString(),
        prevHash: event.prevHash,
        hash: event.hash,
      })),
    refused: refused.map(({ id, type, code, message, actorName, happenedAt }) => ({
      id,
      type,
      code,
      message,
      by: actorName,
      at: happenedAt.toISOString(),
    })),
    eventsTotal: events.length,
    chain: checkChain(events, row.job),
    growth: state.growth.map(entry => ({ what: growthInWords(sheet, entry), by: entry.by, at: entry.at })),
    takenOver: state.takenOver.map(({ from, to, reopens, past, by, at }) => ({
      from: from.revision, to: to.revision, reopened: titlesOf(sheet, reopens), past: titlesOf(sheet, past), by, at,
    })),
    gapsSigned: state.gapsSigned.map(gap => ({ name: gapName(sheet, gap), reason: gap.reason, by: gap.by, at: gap.at })),
    bends: bendsOf(unbentSheet(documents, state), state).map(({ made, name, judged }) => ({
      name, says: bendInWords(sheet, made.bend), source: made.source, by: made.by, at: made.at,
      judged: judged.map(({ reading, was, is }) => ({ stage: reading.stage, was, is })),
    })),
    concessions: state.concessions.map(({ part, position, reading, until, use, by, at }) => {
      const taken = state.readings.find(one => one.event === reading)
      const { name, quantity } = position === undefined ? {} : positionOf(sheet, position)
      return {
        part: partOf(sheet, part).name, until, use, by, at,
        over: taken && name && quantity ? `${name} ${formatQuantity(assessTaken(sheet, state, taken).value, quantity)}` : null,
      }
    }),
    weakened: weakenedTicks(sheet, state).map(({ step, name, shown }) => ({ step: step.key, title: step.title, reading: name, shown })),
    departures: departuresOf(sheet, state).map(({ step, made, signed, madeGood }) => ({
      step: step.key,
      title: step.title,
      how: made.how,
      reason: made.reason,
      by: made.by,
      at: made.at,
      signedBy: signed?.by ?? null,
      madeGoodBy: madeGood?.by ?? null,
      counted: (made.counted ?? []).map(({ part, count }) => ({ part: partOf(sheet, part).name, count })),
    })),
    evidence: evidenceOf(sheet, state),
    seals: sealRecord(sheet, state),
    tightening: tighteningsOf(sheet, state).map(({ step, plan, signedBy, passes, remarks }) => ({
      step: step.key,
      title: step.title,
      joint: plan.joint.name,
      count: plan.joint.count,
      pattern: plan.pattern,
      lubricant: plan.lubricant ?? null,
      targetNm: plan.targetNm,
      sheetTargetNm: plan.sheetTargetNm,
      signedBy: signedBy ?? null,
      passes,
      remarks,
    })),
  }
}

const titlesOf = (sheet: Sheet, keys: readonly string[]) => keys.map(key => sheet.steps.find(step => step.key === key)?.title ?? key)

function evidenceOf(sheet: Sheet, state: JobState): Dossier['evidence'] {
  const { items, findings, circumstances, unseen } = jobEvidence(sheet, state)
  const nameOf = (key: string) => items.find(item => item.key === key)?.name ?? key
  return {
    found: findings.map(({ part, kind, zone, severity, note, by, at, ...arc }) =>
      ({ on: nameOf(part), kind: kindName(kind), place: sayArc(arc), zone: zone ?? null, severity, note: note ?? null, by, at })),
    circumstances,
    springs: state.springsLaid.map(({ part, place, lengthsMm, by, at }) => {
      const { spreadMm, outliers } = springSet(lengthsMm.map(freeLengthMm => ({ freeLengthMm })))
      return { on: [partOf(sheet, part).name, ...place ? [place] : []].join(', '), lengthsMm, spreadMm, odd: outliers.map(i => i + 1), by, at }
    }),
    causes: state.causesWritten.map(({ cause, words, rank, by, at }) =>
      ({ cause: cause === undefined ? null : causeName(cause), words, rank: rank ?? null, by, at })),
    notLookedAt: findings.length > 0 ? unseen.length : 0,
  }
}
