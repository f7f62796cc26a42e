import type { Edit, Step } from '../../sheet'
import { setField, type Proposer } from './proposal'

/**
 * The refit that faces a removal: what came off last goes back first. It waits for the refits of what came off after its removal, and the
 * refits of what came off before it wait for it.
 */
export const mirrorLimb: Proposer = (sheet, newId) => sheet.steps
  .filter(step => step.limb === 'off' && step.removes && !sheet.steps.some(other => other.limb === 'on' && other.rung !== undefined && other.rung === step.rung))
  .map((off) => {
    const rung = off.rung ?? `rung-${newId()}`
    const facing = (keys: readonly string[]) => keys.flatMap((key) => {
      const { rung: other } = sheet.steps.find(step => step.key === key)!
      return other === undefined ? [] : sheet.steps.filter(step => step.limb === 'on' && step.rung === other)
    })
    const cameAfter = facing(sheet.steps.filter(step => step.limb === 'off' && step.after.includes(off.key)).map(step => step.key))
    const cameBefore = facing(off.after)
    const floor = sheet.steps.findLast(step => step.limb === 'floor')
    const key = `step-${newId()}`
    const on: Step = {
      key, limb: 'on', stage: 'refit', title: off.title.startsWith('Take off: ') ? off.title.replace('Take off: ', 'Put back: ') : `Put back: ${off.title}`.slice(0, 200),
      ...off.short ? { short: off.short } : {}, ...off.lifts ? { lifts: off.lifts } : {}, ...off.cautions ? { cautions: off.cautions } : {},
      ...off.hold && off.lifts ? { hold: off.hold } : {},
      rung, refits: off.removes!, after: [...new Set([off.key, ...floor ? [floor.key] : [], ...cameAfter.map(step => step.key)])],
    }
    const first = sheet.steps.findIndex(step => cameBefore.includes(step))
    const behind = first > 0 ? sheet.steps[first - 1]! : sheet.steps.at(-1)!
    const gaps = [...sheet.gaps ?? [], { thing: key, field: 'why' as const }, { thing: key, field: 'minutes' as const }]
    return {
      place: { list: 'steps' as const, key: off.key }, what: `Put it back: ${on.title}`,
      why: 'What comes off goes back, the last first; both together are one rung.',
      edits: [
        ...off.rung ? [] : [setField('steps', off, 'rung', rung)],
        { list: 'steps', key, after: on, behind: behind.key },
        ...cameBefore.filter(step => !step.after.includes(key)).map(step => setField('steps', step, 'after', [...step.after, key])),
        { list: 'sheet', key: '', field: 'gaps', ...sheet.gaps ? { before: sheet.gaps } : {}, after: gaps },
      ] satisfies Edit[],
    }
  })
