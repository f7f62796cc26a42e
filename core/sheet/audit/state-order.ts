import { allBelow } from '../machine-faults'
import type { Step } from '../schema'
import type { Found, Rule } from './finding'

const handles = ({ removes, refits, tightens }: Step) => removes ?? refits ?? tightens

/** Who lets the machine on or locks it again cannot do so out of turn: the order of the steps, and not only their list, sees to it. */
export const stateOrder: Rule = {
  name: 'state-order',
  source: 'general practice of isolation; the list is read from above, the order is what the bench keeps',
  scope: 'way',
  find: (sheet) => {
    const below = allBelow(sheet)
    return sheet.steps.flatMap((step, i): Found[] => {
      if (!step.state) return []
      const { makes } = step.state
      const at = { list: 'steps' as const, field: 'after', severity: 'danger' as const }
      const early = sheet.steps.slice(0, i).find(one => one.limb === step.limb && handles(one) && !below(step.key).has(one.key))
      const late = sheet.steps.slice(i + 1).find(one =>
        one.limb === step.limb && (handles(one) ?? one.needs ?? one.state) && !below(one.key).has(step.key))
      return [
        ...early ? [{ ...at, key: step.key, sentence: `"${step.title}" makes the machine ${makes} and does not wait for "${early.title}".` }] : [],
        ...late ? [{ ...at, key: late.key, sentence: `"${late.title}" does not wait for "${step.title}", which makes the machine ${makes}.` }] : [],
      ]
    })
  },
}
