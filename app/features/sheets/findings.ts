import type { Finding, Severity } from '#core'

export const SEVERITIES: readonly Severity[] = ['danger', 'wrong', 'doubtful', 'thin']

/** What is said of one thing of a sheet. */
export const findingsAt = (findings: readonly Finding[], list: Finding['list'], key: string): Finding[] =>
  findings.filter(finding => finding.list === list && finding.key === key)

/** How many of each severity, the gravest first; those that are not there are left out. */
export const countsOf = (findings: readonly Finding[]): { severity: Severity, count: number }[] =>
  SEVERITIES
    .map(severity => ({ severity, count: findings.filter(finding => finding.severity === severity).length }))
    .filter(({ count }) => count > 0)
