import { jointOf } from '../sheet-index'
import type { Found, Rule } from './finding'

const SAID = /(\d+(?:\.\d+)?)\s?N·m/g

/** What a step says of a torque is what its joint says, on every machine of the sheet. */
export const torqueSaid: Rule = {
  name: 'torque-said',
  source: 'general practice: two figures for one joint are one too many',
  find: sheet => sheet.steps.flatMap((step): Found[] => {
    if (!step.tightens) return []
    const { name, torqueNm: { aim, from, to }, snug, passes } = jointOf(sheet, step.tightens)
    const known = [aim, from, to, snug?.torqueNm, ...passes?.shares?.map(share => share * aim) ?? []]
    const said = (['title', 'short', 'why', 'done'] as const)
      .flatMap(field => [...(step[field] ?? '').matchAll(SAID)].map(([text, figure]) => ({ field, text, torque: Number(figure) })))
    // The same figure in title and reason is said once.
    return said
      .filter(({ torque }, i) => said.findIndex(one => one.torque === torque) === i)
      .filter(({ torque }) => !known.some(one => one !== undefined && Math.abs(one - torque) <= 0.02 * one))
      .map(({ field, text }) => ({
        list: 'steps', key: step.key, field, severity: 'wrong', sentence: `"${step.title}" says ${text}, ${name} is ${aim} N·m.`,
      }))
  }),
}
