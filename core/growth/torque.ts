import { DomainError } from '../domain-error'
import type { Joint, Step } from '../sheet'
import { partOf } from '../sheet'
import { isDone } from '../teardown'
import type { AtBench, Grown } from './bench'

/** What a person says of how tight something is. */
export interface TorqueSaid {
  part: string
  thread: string
  propertyClass?: string | undefined
  torqueNm: number
  lubricant: NonNullable<Joint['lubricant']['kind']>
  /** Where the figure comes from: this machine's own manual, a table, the torque it came apart with. */
  source: string
}

/**
 * How tight what was taken out is pulled: its joint, and the step that pulls it, behind the refit and before whatever waits for that.
 *
 * @throws DomainError `growth.not-screwed` when nothing puts the part back, `growth.back-on` when what comes after is done
 * @example growTorque(at, { part, thread: 'M12', torqueNm: 79, lubricant: 'oil', source: 'manual of this machine, page 31' }).step
 */
export function growTorque({ sheet, state, newId }: AtBench, said: TorqueSaid): Grown {
  const part = partOf(sheet, said.part)
  const refit = sheet.steps.find(step => step.refits?.some(piece => piece.part === said.part))
  if (!refit) throw new DomainError('growth.not-screwed', `No step puts ${part.name} back.`)
  const waiting = sheet.steps.filter(step => step.after.includes(refit.key))
  const done = waiting.find(step => isDone(state, step.key))
  if (done) throw new DomainError('growth.back-on', `"${done.title}" is done already. Go back to it first.`)
  const [joint, step] = [`joint-${newId()}`, `step-${newId()}`]
  const lubricant = { kind: said.lubricant, text: said.lubricant === 'dry' ? 'thread and face clean' : 'on thread and face' }
  const words = `${part.name}, ${said.torqueNm} N·m`
  const tighten: Step = {
    key: step, limb: 'on', stage: 'tighten', title: `Tighten: ${words}`.slice(0, 200), short: words.slice(0, 34), done: 'Tight', after: [refit.key],
    tightens: joint, tools: ['torque wrench'], lubricant,
  }
  return {
    step,
    drafts: [{
      type: 'sheet-grown',
      body: {
        adds: {
          joints: [{
            key: joint, name: part.name, fastener: part.key, count: part.count, thread: said.thread,
            ...said.propertyClass ? { propertyClass: said.propertyClass } : {},
            torqueNm: { aim: said.torqueNm }, lubricant, source: said.source,
            ...part.count > 2 ? { passes: { shares: [0.3, 0.6, 1] } } : {},
          }],
          steps: [tighten],
          gaps: [{ thing: step, field: 'why' }, { thing: step, field: 'minutes' }],
        },
        links: waiting.map(({ key }) => ({ step: key, after: [step] })),
      },
    }],
  }
}
