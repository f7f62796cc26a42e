import { writeFileSync } from 'node:fs'
import { SheetSchema } from '#core'

/** Writes the published JSON Schema of machine sheets from the definitions in core/sheet/schema.ts. */
writeFileSync(
  new URL('../docs/sheet.schema.json', import.meta.url),
  `${JSON.stringify({ $schema: 'http://json-schema.org/draft-07/schema#', ...SheetSchema }, null, 2)}\n`,
)
