import type { SheetDocument, Step } from '../schema'
import type { Found, Rule } from './finding'

const PUTS = /\b(strap|wedge|blind|transport lock|chock|locking pin|blanking plate)s?\b/i
const TAKES = /\b(out|off|away|removed?|released?|last)\b/i

/** A sheet that does not list its temporary things still names them: what is put in while it comes apart is spoken of again. */
function saidOnly({ steps }: SheetDocument): Found[] {
  const words = ({ title, why, tools = [], cautions = [] }: Step) => [title, why, ...tools, ...cautions.map(({ text }) => text)].join('. ')
  return steps.flatMap((step) => {
    const isPut = step.limb === 'off' && step.stage === 'make-safe' && !step.puts && !step.takes && !step.isolates
    const thing = isPut ? PUTS.exec([step.title, ...step.tools ?? []].join('. '))?.[1]?.toLowerCase() : undefined
    if (!thing) return []
    const later = steps.slice(steps.indexOf(step) + 1)
    if (later.some(one => words(one).toLowerCase().split(/[.;]/).some(part => part.includes(thing) && TAKES.test(part)))) return []
    return [{
      list: 'steps', key: step.key, field: 'puts', severity: 'danger',
      sentence: `"${step.title}" puts in a ${thing} that no later step takes out.`,
    }]
  })
}

/** What is put in for the time of the work comes out again, once and after it went in. */
export const temporaryThings: Rule = {
  name: 'temporary-things',
  source: 'general practice: what was put in for the work is counted out again',
  scope: 'way',
  find: (sheet) => {
    const at = (key: string) => sheet.steps.findIndex(step => step.puts?.includes(key))
    const listed = (sheet.temporary ?? []).flatMap(({ key, name }): Found[] => {
      const [put, taken] = [at(key), sheet.steps.findLastIndex(step => step.takes?.includes(key))]
      const found = { list: 'temporary' as const, key, severity: 'danger' as const }
      if (put < 0 && taken < 0) return []
      if (put < 0) return [{ ...found, sentence: `${name} is taken out and was never put in.` }]
      return taken < put ? [{ ...found, sentence: `${name} goes in at "${sheet.steps[put]!.title}" and never comes out.` }] : []
    })
    return [...listed, ...saidOnly(sheet)]
  },
}
