export { auditSheet } from './audit-sheet'
export { countsOf, type Finding, type Severity } from './finding'
