import { saveFile } from './save-json'

/** A table as people take it along: a head and its rows. */
export interface SavedTable { name: string, head: readonly string[], rows: readonly (readonly (string | number)[])[] }

/** What begins a formula in a spreadsheet is text here, whoever has typed it. */
const harmless = (cell: string | number) => typeof cell === 'string' && /^[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell

export async function saveCsv({ name, head, rows }: SavedTable): Promise<void> {
  const { unparse } = (await import('papaparse')).default
  const text = unparse({ fields: [...head], data: rows.map(row => row.map(harmless)) })
  // The mark tells spreadsheets that it is UTF-8.
  saveFile(`${name}.csv`, new Blob(['\uFEFF', text], { type: 'text/csv' }))
}

export async function saveXlsx({ name, head, rows }: SavedTable): Promise<void> {
  const { default: writeXlsxFile } = await import('write-excel-file/browser')
  const cells = [head.map(value => ({ value, fontWeight: 'bold' as const })), ...rows.map(row => row.map(value => ({ value })))]
  saveFile(`${name}.xlsx`, await writeXlsxFile(cells).toBlob())
}
