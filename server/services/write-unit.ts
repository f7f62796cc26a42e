import { eq, sql } from 'drizzle-orm'
import { sheetForUnit, DomainError } from '#core'
import type { UnitChangeSaid, UnitInput } from '#shared/wire/fleet'
import type { Person } from '#shared/wire/types'
import type { Database, Transaction } from '../db/client'
import { job, unit, unitChange } from '../db/schema'
import { kindOf, markStale } from './outlook'
import { Problem } from './problem'
import { isSiteOf, requireReach } from './reach'
import { newestReleased } from './sheets'
import { requireOpenSite } from './sites'

/** Fields of a unit as they are kept. */
const COLUMNS = {
  tag: 'tag', site: 'siteKey', name: 'name', family: 'family', make: 'make', nameplate: 'nameplate', options: 'options', sheet: 'sheetKey',
  nextDue: 'nextDue', intervalHours: 'intervalHours', regulationDue: 'regulationDue', isCritical: 'isCritical',
} as const satisfies Record<keyof UnitInput, keyof typeof unit.$inferSelect>

const toColumns = (input: Partial<UnitInput>) =>
  Object.fromEntries(Object.entries(input).map(([field, value]) => [COLUMNS[field as keyof UnitInput], value]))

/** Takes a machine into the fleet. */
export async function addUnit(db: Database, person: Person, input: UnitInput): Promise<{ tag: string }> {
  await requireSite(db, person, input.site)
  await requireSheet(db, input)
  return db.transaction(async (tx) => {
    await requireOpenSite(tx, input.site)
    const [made] = await tx.insert(unit).values(toColumns(input) as typeof unit.$inferInsert).onConflictDoNothing().returning()
    if (!made) throw new Problem(409, 'unit.tag-taken', `There is a unit ${input.tag} already, in use or retired. Tags are never given twice.`)
    await tx.insert(unitChange).values({ unitId: made.id, version: 1, said: [{ field: 'tag', before: null, after: made.tag }], byId: person.id })
    await markStale(tx, [kindOf(made)])
    return { tag: made.tag }
  })
}

export interface UnitEdit {
  /** The version that was seen: what somebody else has changed meanwhile is not overwritten. */
  version: number
  change: Partial<UnitInput>
  note?: string | undefined
}

/** Changes a machine, moves it to another site, gives it another tag or sheet. */
export async function changeUnit(
  db: Database, person: Person, tag: string, { version, change, note }: UnitEdit,
): Promise<{ tag: string, version: number }> {
  if (change.site !== undefined) await requireSite(db, person, change.site)
  return db.transaction(async (tx) => {
    const before = await lockUnit(tx, person, tag)
    if (before.version !== version)
      throw new Problem(409, 'unit.changed', `Somebody has changed ${tag} meanwhile. Look at it again; nothing of yours was written.`, { version: before.version })
    const said = Object.entries(change).flatMap(([field, after]): UnitChangeSaid[] => {
      const was = before[COLUMNS[field as keyof UnitInput]]
      return JSON.stringify(was) === JSON.stringify(after) ? [] : [{ field, before: was, after }]
    })
    if (said.length === 0) return { tag, version }
    if (change.site !== undefined && change.site !== before.siteKey) await requireOpenSite(tx, change.site)
    if (said.some(({ field }) => field === 'sheet' || field === 'options')) {
      await refuseWhileOpen(tx, before, 'The sheet and the options of a machine do not change while it is on the bench.')
      await requireSheet(db, { sheet: before.sheetKey, options: before.options, ...change })
    }
    const [after] = await tx.update(unit).set({ ...toColumns(change), version: version + 1 }).where(eq(unit.id, before.id)).returning()
      .catch((error: { cause?: { code?: string } }) => {
        if (error.cause?.code === '23505') throw new Problem(409, 'unit.tag-taken', `There is a unit ${change.tag} already. Tags are never given twice.`)
        throw error
      })
    await tx.insert(unitChange).values({ unitId: before.id, version: version + 1, said, note: note ?? null, byId: person.id })
    await markStale(tx, [kindOf(before), kindOf(after!)])
    return { tag: after!.tag, version: version + 1 }
  })
}

/** Takes a machine out of use, or back into it. Its history stays. */
export async function retireUnit(
  db: Database, person: Person, tag: string, { version, isRetired, note }: { version: number, isRetired: boolean, note: string },
): Promise<{ version: number }> {
  return db.transaction(async (tx) => {
    const before = await lockUnit(tx, person, tag)
    if (before.version !== version || (before.retiredAt !== null) === isRetired)
      throw new Problem(409, 'unit.changed', `Somebody has changed ${tag} meanwhile. Look at it again.`, { version: before.version })
    await refuseWhileOpen(tx, before, `${tag} is on the bench. Close its job first.`)
    await tx.update(unit).set({ retiredAt: isRetired ? new Date() : null, version: version + 1 }).where(eq(unit.id, before.id))
    await tx.insert(unitChange).values({
      unitId: before.id, version: version + 1, said: [{ field: 'inUse', before: isRetired, after: !isRetired }], note, byId: person.id,
    })
    await markStale(tx, [kindOf(before)])
    return { version: version + 1 }
  })
}

async function lockUnit(tx: Transaction, person: Person, tag: string) {
  const [found] = await tx.select().from(unit).where(eq(unit.tag, tag)).for('update')
  if (!found) throw new Problem(404, 'unit.unknown', `There is no unit ${tag}.`)
  requireReach(person, found.siteKey, `Unit ${tag}`)
  return found
}

async function refuseWhileOpen(tx: Transaction, { id }: typeof unit.$inferSelect, sentence: string): Promise<void> {
  const [open] = await tx.select({ number: job.number }).from(job).where(sql`${job.unitId} = ${id} and ${job.status} = 'open'`)
  if (open) throw new Problem(409, 'unit.on-bench', sentence, { job: open.number })
}

async function requireSite(db: Database, person: Person, key: string): Promise<void> {
  if (!await isSiteOf(db, person, key)) throw new Problem(422, 'site.unknown', 'There is no such site within your reach.')
}

/** A sheet that is there, and options that it knows. */
async function requireSheet(db: Database, { sheet, options }: Pick<UnitInput, 'sheet' | 'options'>): Promise<void> {
  if (sheet === null) return
  const found = await newestReleased(db, sheet)
  if (!found) throw new Problem(422, 'sheet.unknown', `There is no released sheet "${sheet}".`)
  try {
    sheetForUnit(found.document, options)
  } catch (error) {
    if (error instanceof DomainError) throw new Problem(422, error.code, error.message)
    throw error
  }
}
