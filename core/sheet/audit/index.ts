export { auditSheet } from './audit-sheet'
export type { Finding, Severity } from './finding'
