import type { ListName } from '../lists'
import type { SheetDocument } from '../schema'

/** danger: can hurt somebody · wrong: cannot be so · doubtful: a practitioner would ask · thin: too little to work from. */
export type Severity = 'danger' | 'wrong' | 'doubtful' | 'thin'

/** From the gravest on. */
export const SEVERITIES: readonly Severity[] = ['danger', 'wrong', 'doubtful', 'thin']

/**
 * How many findings of each severity, the gravest first; those that are not there are left out.
 *
 * @example countsOf(auditSheet(sheet)) // [{ severity: 'doubtful', count: 2 }]
 */
export const countsOf = (findings: readonly Finding[]): { severity: Severity, count: number }[] => SEVERITIES
  .map(severity => ({ severity, count: findings.filter(finding => finding.severity === severity).length }))
  .filter(({ count }) => count > 0)

/** What a rule of the craft has to say of one thing of a sheet. */
export interface Finding {
  rule: string
  severity: Severity
  list: ListName
  /** The thing, by its key. */
  key: string
  field?: string
  sentence: string
  source: string
}

/** What a rule finds; its name and source are its own. */
export type Found = Omit<Finding, 'rule' | 'source'>

/** A rule reads the sheet of one machine, its options settled; of one way of its forks; or the sheet as it is written. */
export interface Rule {
  name: string
  source: string
  /** `machine` if left out. */
  scope?: 'sheet' | 'machine' | 'way'
  find: (sheet: SheetDocument) => Found[]
}
