import { readdirSync, readFileSync } from 'node:fs'
import { auditSheet, checkSheet, type Finding } from '#core'

/** Reads the sheets of the demonstration as a practitioner would; with `--json` for a program. Ends 1 on danger or wrong. */
const folder = new URL('../demo/sheets/', import.meta.url)
const findings = readdirSync(folder).filter(name => name.endsWith('.json')).map((name) => {
  const sheet = checkSheet(JSON.parse(readFileSync(new URL(name, folder), 'utf8')))
  return { sheet: sheet.key, findings: auditSheet(sheet) }
})

const line = ({ severity, rule, list, key, field, sentence }: Finding) =>
  `  ${severity.padEnd(8)} ${[list, key, field].filter(Boolean).join(' · ')}\n           ${sentence} [${rule}]`

if (process.argv.includes('--json')) {
  console.log(JSON.stringify(findings, null, 2))
} else {
  for (const { sheet, findings: found } of findings) console.log([`${sheet}: ${found.length}`, ...found.map(line)].join('\n'))
}
const grave = findings.flatMap(({ findings: found }) => found).filter(({ severity }) => severity === 'danger' || severity === 'wrong')
process.exitCode = grave.length > 0 ? 1 : 0
