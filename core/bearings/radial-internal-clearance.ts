import { DomainError } from '../domain-error'
import type { WorkingLine } from '../working'
import { CYLINDRICAL_ROLLER, DEEP_GROOVE_BALL, type ClearanceTable } from './radial-clearance-tables'

export type RollingBearingKind = 'deepGrooveBall' | 'cylindricalRoller'
export const CLEARANCE_GROUPS = ['C2', 'CN', 'C3', 'C4'] as const
export type ClearanceGroup = (typeof CLEARANCE_GROUPS)[number]

export interface ClearanceRange { minUm: number, maxUm: number }

const TABLES: Record<RollingBearingKind, ClearanceTable> = { deepGrooveBall: DEEP_GROOVE_BALL, cylindricalRoller: CYLINDRICAL_ROLLER }

/**
 * Radial internal clearance of a new, unmounted bearing with cylindrical bore.
 *
 * @param kind kind of bearing
 * @param boreMm bore, mm: 2.5 to 500 for balls, up to 500 for rollers
 * @param group C2 (small), CN (normal), C3, C4 (large)
 * @throws DomainError `bearing.bore`, `bearing.group`
 * Source: ISO 5753-1:2009, tables for deep groove ball bearings and cylindrical roller bearings.
 * @example radialInternalClearance('deepGrooveBall', 70, 'C3') // { minUm: 25, maxUm: 51 }
 */
export function radialInternalClearance(kind: RollingBearingKind, boreMm: number, group: ClearanceGroup): ClearanceRange {
  const { fromMm, rows } = TABLES[kind]
  const row = rows.find(candidate => boreMm <= candidate.boreMm)
  if (!row || !(boreMm > 0) || boreMm < fromMm)
    throw new DomainError(
      'bearing.bore',
      `The tables reach from ${fromMm || 1} to ${rows.at(-1)!.boreMm} mm bore; ${boreMm} mm is outside.`,
      { field: 'boreMm' },
    )
  const range = row.groups[CLEARANCE_GROUPS.indexOf(group)]
  if (!range) throw new DomainError('bearing.group', `The standard has no ${group} for a bore of ${boreMm} mm.`, { field: 'group' })
  return { minUm: range[0], maxUm: range[1] }
}

/**
 * Every clearance group that the standard has for a bore, and in which of them a measured clearance lies.
 *
 * @param measuredUm what a bearing in the hand has, µm, if somebody measured it
 * @throws DomainError `bearing.bore`
 * Source: as `radialInternalClearance`.
 * @example clearanceGroupsOf('deepGrooveBall', 70, 30).groups.filter(line => line.holds).map(line => line.group) // ['CN', 'C3']
 */
export function clearanceGroupsOf(
  kind: RollingBearingKind,
  boreMm: number,
  measuredUm?: number,
): { groups: (ClearanceRange & { group: ClearanceGroup; holds: boolean })[]; working: WorkingLine[] } {
  const groups = CLEARANCE_GROUPS.flatMap((group) => {
    try {
      const { minUm, maxUm } = radialInternalClearance(kind, boreMm, group)
      return [{ group, minUm, maxUm, holds: measuredUm !== undefined && measuredUm >= minUm && measuredUm <= maxUm }]
    } catch (error) {
      if (error instanceof DomainError && error.code === 'bearing.group') return []
      throw error
    }
  })
  const name = kind === 'deepGrooveBall' ? 'deep groove ball' : 'cylindrical roller'
  return {
    groups,
    working: groups.map(({ group, minUm, maxUm }) => ({
      label: group,
      formula: 'table of the standard',
      substituted: `${name}, bore ${boreMm} mm`,
      result: `${minUm} … ${maxUm} µm`,
      source: 'ISO 5753-1:2009',
    })),
  }
}
