import { and, desc, eq, inArray } from 'drizzle-orm'
import { LRUCache } from 'lru-cache'
import type { FindingsAnswer, SheetSaid } from '#shared/wire/drafts'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job, sheet, sheetDraft, unit } from '../db/schema'
import { log } from '../http/log'
import { runTask } from '../work/pools'
import { draftsWithin } from './reach'

/** A document that is read as it stands: a later deed, or another revision, is another one. */
interface Asked { name: string, of: 'sheet' | 'draft', id: string }

const LONGEST_MS = 30_000
const MOST_DRAFTS = 500
/** What could not be read is tried again, but not by everybody who looks. */
const AGAIN_MS = 60_000
const known = new LRUCache<string, { said: SheetSaid | null }>({ max: 5000 })
const waiting = new Map<string, Asked>()
let isReading = false

/** Reads what waits, one after the other, beside the thread that answers. */
async function read(): Promise<void> {
  if (isReading) return
  isReading = true
  for (const [name, { of, id }] of waiting) {
    const said = await runTask<SheetSaid | null>('audits', 'say', [of, id], LONGEST_MS).catch((error: unknown) => {
      log.warn({ error, of, id }, 'a document could not be audited')
      return null
    })
    known.set(name, { said }, said ? {} : { ttl: AGAIN_MS })
    waiting.delete(name)
  }
  isReading = false
}

/** What the checker says of every sheet of the library and of the drafts within reach, as far as it is known by now. */
export async function readFindings(db: Database, person: Person): Promise<FindingsAnswer> {
  const [sheets, drafts] = await Promise.all([
    db.selectDistinctOn([sheet.key], { id: sheet.id, key: sheet.key, sha256: sheet.sha256 }).from(sheet)
      .where(eq(sheet.origin, 'released')).orderBy(sheet.key, desc(sheet.revision)),
    db.select({ id: sheetDraft.id, seq: sheetDraft.seq }).from(sheetDraft)
      .leftJoin(job, eq(job.id, sheetDraft.jobId)).leftJoin(unit, eq(unit.id, job.unitId))
      .where(and(inArray(sheetDraft.status, ['open', 'ready']), draftsWithin(person)))
      .orderBy(desc(sheetDraft.changedAt)).limit(MOST_DRAFTS),
  ])
  const said = (documents: readonly (Asked & { as: string })[]) => Object.fromEntries(documents.flatMap(({ as, ...asked }) => {
    const one = known.get(asked.name)
    if (!one) waiting.set(asked.name, asked)
    return one ? [[as, one.said]] : []
  }))
  const answer = {
    sheets: said(sheets.map(({ id, key, sha256 }) => ({ as: key, name: sha256, of: 'sheet', id }))),
    drafts: said(drafts.map(({ id, seq }) => ({ as: id, name: `${id} ${seq}`, of: 'draft', id }))),
  }
  void read()
  return { ...answer, isReading: Object.keys(answer.sheets).length < sheets.length || Object.keys(answer.drafts).length < drafts.length }
}
