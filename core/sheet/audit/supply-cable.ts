import type { Found, Rule } from './finding'

const MOTOR = /\bmotor\b(?![- ](?:side|end|flange|foot|base|stool))/i
const CABLE = /\b(cable|cables|leads|terminals?|disconnect\w*)\b/i
const QUALIFIED = /\b(electrician|electricians|qualified)\b/i

/** A motor that comes off has its cable taken off before, by those who may. */
export const supplyCable: Rule = {
  name: 'supply-cable',
  source: 'general practice; electrical work is for qualified people',
  find: sheet => sheet.parts.filter(({ kind, name }) => kind === 'housing' && MOTOR.test(name)).flatMap(({ key, name }): Found[] => {
    const off = sheet.steps.findIndex(step => step.removes?.some(({ part }) => part === key))
    if (off < 0) return []
    const said = sheet.steps.slice(0, off + 1).some(({ title, why, cautions = [] }) => {
      const text = [title, why, ...cautions.map(caution => `${caution.text} ${caution.detail ?? ''}`)].join('. ')
      return CABLE.test(text) && QUALIFIED.test(text)
    })
    return said
      ? []
      : [{ list: 'steps' as const, key: sheet.steps[off]!.key, field: 'cautions', severity: 'danger' as const, sentence: `${name} comes off and nobody qualified has taken its cable off.` }]
  }),
}
