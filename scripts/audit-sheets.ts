import { auditSheet, type Finding } from '#core'
import { demoDocuments } from '../tests/support/demo-sheet'

/** Reads the sheets of the demonstration as a practitioner would; with `--json` for a program. Ends 1 on danger or wrong. */
const read = demoDocuments.map(sheet => ({ sheet: sheet.key, findings: auditSheet(sheet) }))

const line = ({ severity, rule, list, key, field, sentence }: Finding) =>
  `  ${severity.padEnd(8)} ${[list, key, field].filter(Boolean).join(' · ')}\n           ${sentence} [${rule}]`

if (process.argv.includes('--json')) console.log(JSON.stringify(read, null, 2))
else for (const { sheet, findings } of read) console.log([`${sheet}: ${findings.length}`, ...findings.map(line)].join('\n'))
const isGrave = ({ severity }: Finding) => severity === 'danger' || severity === 'wrong'
process.exitCode = read.some(({ findings }) => findings.some(isGrave)) ? 1 : 0
