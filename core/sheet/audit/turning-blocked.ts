import { onceFor } from '../../kept-by'
import type { SheetDocument, Step } from '../schema'
import type { Found, Rule } from './finding'
import { timelineOf, type Moment } from './timeline'

const TURNS = /\bturn(s|ed)?\b[^.;]*\bby hand\b|\bone turn\b|\bfull turn\b/i

/** What the step does to the shaft in its machine: a run-out is a turn, and so is what says so. */
function turns(sheet: SheetDocument, { step, outOf }: Moment): boolean {
  if (step.needs?.state === 'turns by hand') return true
  if (step.limb === 'floor') return false
  const reads = step.reads?.map(({ position }) => sheet.positions.find(({ key }) => key === position)) ?? []
  const isRunOut = reads.some(one => one && (one.method === 'run-out' || /\brun-out\b/i.test(one.name)) && outOf(one.part) === 0)
  return isRunOut || TURNS.test(step.title)
}

const BLOCKED = /\b(block|blocked|wedge|chock|pin)\b.*\b(rotor|shaft|armature|wheel|load|machine)\b/i
const saysBlocked = onceFor((step: Step) => step.stage === 'make-safe' && !step.puts && BLOCKED.test(step.title))
const FREED = /\b(block|blocks|wedge|wedges|chock|chocks|pin|strap)\b[^.;]*\b(out|off|away|removed)\b|\bunblock/i
const saysFreed = onceFor(({ title, why }: Step) => FREED.test(`${title}. ${why}`))

/** What must turn is not blocked: the strap and the wedge are out. */
export const turningBlocked: Rule = {
  name: 'turning-blocked',
  source: 'general practice',
  find: (sheet) => {
    let said: Step | undefined
    return timelineOf(sheet).flatMap((moment): Found[] => {
      const { step, temporary } = moment
      if (saysBlocked(step)) said = step
      else if (saysFreed(step)) said = undefined
      const blocks = (sheet.temporary ?? [])
        .filter(thing => thing.blocks && temporary.has(thing.key) && !step.takes?.includes(thing.key))
        .map(({ name }) => name)
      if (said && said !== step) blocks.push(`what "${said.title}" put in`)
      if (blocks.length === 0 || !turns(sheet, moment)) return []
      return [{
        list: 'steps' as const, key: step.key, field: 'needs', severity: 'danger' as const,
        sentence: `"${step.title}" turns the machine while ${blocks.join(' and ')} blocks it.`,
      }]
    })
  },
}
