import type { Found, Rule } from './finding'

const AGAINST = /\b(against|on|at|with|behind)\b[^.;]*\b(closed|shut) (valve|discharge)\b|\b(valve|discharge)\b[^.;]*\b(closed|shut)\b/i
const LIMIT = /(\d|\b(one|two|three|five|ten|fifteen|twenty|thirty))\s?(s|seconds|min|minutes?)\b|\bhalf a minute\b/i
const OPENS = /\b(open|opens|opened)\b/i

/** A pump that runs against a closed valve does so for a stated time, and then the valve is opened. */
export const closedValve: Rule = {
  name: 'closed-valve',
  source: 'general practice: against a closed valve a pump boils its water and its seal runs dry',
  find: sheet => sheet.steps.flatMap(({ key, stage, title, why, reads, cautions = [] }, at): Found[] => {
    if (stage !== 'run') return []
    const names = reads?.map(({ position }) => sheet.positions.find(one => one.key === position)?.name ?? '') ?? []
    const text = [title, why, ...names, ...cautions.map(caution => caution.text)].join('. ')
    if (!AGAINST.test(text)) return []
    const missing = [
      ...LIMIT.test([title, why, ...cautions.map(caution => caution.text)].join('. ')) ? [] : ['does not say for how long at most'],
      ...sheet.steps.slice(at).some(step => OPENS.test(`${step.title} ${step.why}`)) ? [] : ['is followed by no step that opens it'],
    ]
    return missing.length === 0
      ? []
      : [{ list: 'steps' as const, key, field: 'why', severity: 'danger' as const, sentence: `"${title}" runs against a closed valve: it ${missing.join(' and ')}.` }]
  }),
}
