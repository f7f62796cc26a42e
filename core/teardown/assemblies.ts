import type { Sheet } from '../sheet'
import type { VeeRow } from './vee'

/** Rows of the V next to each other that work on one assembly. */
export interface VeeGroup {
  /** Name of the assembly; undefined for rows before the first one, where the machine is made safe and recorded. */
  assembly?: string
  rows: VeeRow[]
}

/**
 * The rows of a V gathered by assembly, for folding. A row belongs to the assembly of the first part that comes out with it, or goes
 * in; a row that moves nothing goes with the row above it.
 *
 * @returns every row once and in order; a single group without a name when the sheet names no assemblies
 * @example groupByAssembly(sheet, layOutVee(sheet).rows).map(group => group.assembly)
 */
export function groupByAssembly(sheet: Sheet, rows: readonly VeeRow[]): VeeGroup[] {
  const nameOf = new Map(sheet.assemblies?.flatMap(({ name, parts }) => parts.map(part => [part, name] as const)))
  const groups: VeeGroup[] = []
  for (const row of rows) {
    const last = groups.at(-1)
    const [piece] = row.off?.removes ?? row.on?.refits ?? []
    const assembly = (piece && nameOf.get(piece.part)) ?? last?.assembly
    if (last && last.assembly === assembly) last.rows.push(row)
    else groups.push({ ...(assembly === undefined ? {} : { assembly }), rows: [row] })
  }
  return groups
}
