import { auditSheet, type Finding } from './audit'
import { sheetFaults } from './check-sheet'
import { pointerOf } from './edit'
import type { SheetFault } from './machine-faults'
import { gapName, openGaps } from './open-gaps'
import type { Gap, SheetDocument } from './schema'

/** What the checker says of a document, where it is known already. */
export interface Checked { faults: readonly SheetFault[], findings: readonly Finding[] }

/**
 * Why a draft may not be released: what cannot be worked from, what could hurt somebody, and what must be known before anybody works by it.
 * What a finding has an answer for (`audited`) is answered; a gap is only closed by its value.
 *
 * @param checked what the checker says of it; worked out when left out
 * @returns each with its place by key; empty when it may be released
 * @example releaseBlockers(draft).map(({ reason }) => reason)
 */
export function releaseBlockers(sheet: SheetDocument, checked?: Checked): SheetFault[] {
  const faults = checked?.faults ?? sheetFaults(sheet)
  if (faults.length > 0) return [...faults]
  const gaps = openGaps(sheet).filter(gap => mustBeKnown(sheet, gap)).map(gap => ({
    place: `/${LIST_OF[gap.field]}/${gap.thing}`, reason: `${gapName(sheet, gap)}: its ${gap.field} must be known before anybody works by it.`,
  }))
  const hurts = sheet.energies || sheet.steps.some(step => step.stage === 'make-safe')
    ? []
    : [{ place: '/energies', reason: 'It names nothing that can hurt somebody and makes nothing safe. Write the energies down, or the step that shows there are none.' }]
  const found = (checked?.findings ?? auditSheet(sheet))
    .filter(({ rule, severity }) => rule !== 'gaps' && (severity === 'danger' || severity === 'wrong'))
    .map(finding => ({ place: pointerOf(finding), reason: `${finding.severity}: ${finding.sentence}` }))
  return [...gaps, ...hurts, ...found]
}

const LIST_OF = { torque: 'parts', mass: 'parts', limits: 'positions', why: 'steps', minutes: 'steps' } as const

/** How tight, how heavy what hangs is, and where go or no-go hangs on it. */
function mustBeKnown({ steps }: SheetDocument, { thing, field }: Gap): boolean {
  if (field === 'limits') return steps.some(step => step.reads?.some(read => read.position === thing && read.backTo))
  return field === 'torque' || field === 'mass'
}
