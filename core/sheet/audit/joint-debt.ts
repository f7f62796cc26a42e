import type { Joint, SheetDocument, Step } from '../schema'
import type { Found, Rule } from './finding'

const SNUG = /\bsnug\b/i

function ofJoint(sheet: SheetDocument, { key, name, fastener, count, snug }: Joint): Found[] {
  const at = { list: 'joints' as const, key, severity: 'wrong' as const }
  const pulls = sheet.steps.filter(step => step.tightens === key)
  const last = pulls.at(-1)
  if (!last) return [{ ...at, sentence: `${name}: no step tightens it.` }]
  if (snug && last.key !== snug.paidBy)
    return [{ ...at, field: 'snug', sentence: `${name} is snug at "${pulls[0]!.title}" and the step that would pay, "${snug.paidBy}", does not tighten it.` }]
  if (!snug && pulls.length === 1 && SNUG.test(last.title))
    return [{ ...at, field: 'snug', sentence: `${name} is only snug at "${last.title}"; no step pays with the final torque.` }]
  const pieces = (moved: Step['removes']) => moved?.reduce((sum, piece) => piece.part === fastener ? sum + piece.count : sum, 0) ?? 0
  const until = sheet.steps.indexOf(last)
  const off = sheet.steps.reduce((sum, { removes }) => sum + pieces(removes), 0)
  const on = sheet.steps.reduce((sum, { refits }, at) => at > until ? sum : sum + pieces(refits), 0)
  if (on < off) return [{ ...at, field: 'count', sentence: `${name}: ${off - on} of its fasteners go in after "${last.title}", which nothing tightens.` }]
  return off > count
    ? [{ ...at, field: 'count', sentence: `${name} counts ${count} and ${off} of its fasteners come out: the others are never tightened.` }]
    : []
}

/** The final torque is paid, for every fastener of the joint. */
export const jointDebt: Rule = {
  name: 'joint-debt',
  source: 'general practice: snug now and final later is a debt until it is paid',
  scope: 'way',
  find: sheet => [
    ...sheet.joints
      .filter(({ key, fastener }) => sheet.steps.some(step => step.tightens === key || step.refits?.some(({ part }) => part === fastener)))
      .flatMap(joint => ofJoint(sheet, joint)),
    ...sheet.steps.flatMap((step, at) => (step.owes ?? [])
      .filter(({ paidBy }) => sheet.steps.findIndex(({ key }) => key === paidBy) <= at)
      .map(({ text }): Found => ({ list: 'steps', key: step.key, field: 'owes', severity: 'wrong', sentence: `"${step.title}" owes "${text}" to a step before it.` }))),
  ],
}
