import { eq } from 'drizzle-orm'
import workerpool from 'workerpool'
import { auditSheet, countsOf, draftFaults, upgradeSheet, type SheetDocument } from '#core'
import type { SheetSaid } from '#shared/wire/drafts'
import { database } from '../db/client'
import { sheet, sheetDraft } from '../db/schema'
import { giveWay } from './give-way'

giveWay()

const TABLES = { sheet, draft: sheetDraft }

workerpool.worker({
  /** Null when it has gone meanwhile. */
  async say(of: keyof typeof TABLES, id: string): Promise<SheetSaid | null> {
    const [row] = await database().select({ document: TABLES[of].document }).from(TABLES[of]).where(eq(TABLES[of].id, id))
    if (!row) return null
    const document = upgradeSheet(row.document) as SheetDocument
    return { faults: draftFaults(document).length, findings: countsOf(auditSheet(document)) }
  },
})
