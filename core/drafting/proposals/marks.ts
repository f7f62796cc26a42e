import type { Mark, Step } from '../../sheet'
import { nextMarkKey } from '../new-thing'
import { setField, type Proposal, type Proposer } from './proposal'

/** What can go back turned round, or on the wrong one of two: couplings, and halves and covers of housings. */
const HALVES = /\b(half|halves|cap|caps|cover|flange|head)\b/i

/** A mark on what can go back another way round: made before it comes off, looked for when it is back. */
export const marksOfJoints: Proposer = sheet => sheet.steps.flatMap((off): Proposal[] => {
  if (off.limb !== 'off' || !off.removes) return []
  const on = sheet.steps.find(step => step.limb === 'on' && step.rung !== undefined && step.rung === off.rung)
  const part = off.removes.map(piece => sheet.parts.find(one => one.key === piece.part)!)
    .find(one => one.kind === 'coupling' || (one.kind === 'housing' && HALVES.test(one.name)))
  if (!on || !part || part.neverAgain || sheet.marks.some(mark => mark.between.includes(part.key))) return []
  const key = nextMarkKey(sheet)
  // Paint goes with what the part is washed or heated in.
  const isTreated = sheet.steps.some(step => step.treats?.parts.includes(part.key))
  const way = part.porous ? 'tag' as const : isTreated ? 'scribe' as const : 'paint' as const
  const mark: Mark = {
    key, name: `${part.name} to its seat`.slice(0, 200), between: [part.key], symbol: '| |', way, place: 'across the joint, outside',
  }
  return [{
    place: { list: 'steps', key: off.key, field: 'makes' }, what: `Mark ${part.name} before it comes off (${key})`,
    why: 'It can go back turned round, and runs out of true, or off its dowels, when it does.',
    edits: [
      { list: 'marks', key, after: mark, behind: sheet.marks.at(-1)?.key ?? '' },
      add(off, 'makes', key), add(on, 'checks', key),
    ],
  }]
})

const add = (step: Step, field: 'makes' | 'checks', key: string) => setField('steps', step, field, [...step[field] ?? [], key])
