import type { Finding, Place } from '#core'

/** What is said of one thing of a sheet. */
export const findingsAt = (findings: readonly Finding[], list: Place['list'], key: string): Finding[] =>
  findings.filter(finding => finding.list === list && finding.key === key)
