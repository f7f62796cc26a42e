import { desc, eq } from 'drizzle-orm'
import { checkCatalogue, SHIPPED_CATALOGUE, type Catalogue } from '#core'
import type { CatalogueAnswer, Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { catalogue, person } from '../db/schema'
import { Problem } from './problem'

/** What the shop knows of machines without a sheet: the newest released, or what ships. */
export async function standingCatalogue(db: Pick<Database, 'select'>): Promise<CatalogueAnswer> {
  const [row] = await db
    .select({ document: catalogue.document, note: catalogue.note, at: catalogue.releasedAt, by: person.name })
    .from(catalogue).innerJoin(person, eq(person.id, catalogue.releasedBy)).orderBy(desc(catalogue.revision)).limit(1)
  return row ? { ...row, at: row.at.toISOString() } : { document: SHIPPED_CATALOGUE, note: null, by: null, at: null }
}

/** Releases the next revision. One that exists is never replaced, and none is left out. */
export async function releaseCatalogue(db: Database, who: Person, given: unknown, note: string): Promise<{ revision: number }> {
  const document: Catalogue = checkCatalogue(given)
  const { document: standing } = await standingCatalogue(db)
  const { revision } = document
  const stale = new Problem(409, 'catalogue.stale',
    `Revision ${standing.revision} stands, so the next is ${standing.revision + 1}, not ${revision}. Somebody may have released one meanwhile: look again.`)
  if (revision !== standing.revision + 1) throw stale
  const [created] = await db.insert(catalogue).values({ revision, document, note, releasedBy: who.id })
    .onConflictDoNothing().returning({ revision: catalogue.revision })
  if (!created) throw stale
  return created
}
