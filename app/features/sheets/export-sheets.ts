import { SheetSchema, type SheetDocument } from '#core'
import { saveJson } from '../../ui/save-json'

const SCHEMA = 'sheet.schema.json'

/** Gives sheets to the person as one file that can be brought in elsewhere, and beside it the schema by which other programs read it. */
export function exportSheets(name: string, documents: readonly SheetDocument[]): void {
  const named = documents.map(document => ({ ...document, $schema: `./${SCHEMA}` }))
  saveJson(`${name}.json`, named.length === 1 ? named[0] : named)
  saveJson(SCHEMA, SheetSchema)
}
