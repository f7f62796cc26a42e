import { DomainError } from '../../domain-error'
import { checkTarget, nutFactorOf, threadSize } from '../../fastening'
import { openGaps, type Edit, type Joint, type Step } from '../../sheet'
import { formatQuantity } from '../../units'
import { setField, type Proposal, type Proposer } from './proposal'

// M12 × 40 is a length, M12 × 1.25 a pitch: none is over 6 mm.
const THREAD = /\bM\d{1,3}(?:\s?[x×]\s?[1-6](?:[.,]\d+)?(?![\d.,]))?/
const CLASS = /\b(4\.6|5\.6|5\.8|6\.8|8\.8|10\.9|12\.9|A[24]-(?:50|70|80))\b/
/** What of the proof load general practice pulls to where nobody says more. */
const SHARE_OF_PROOF = 0.7

/** A torque for screws whose thread and class are written, as long as nobody knows the maker's figure. */
export const torqueFromThread: Proposer = (sheet, newId) => openGaps(sheet).filter(gap => gap.field === 'torque').flatMap((gap): Proposal[] => {
  const part = sheet.parts.find(one => one.key === gap.thing)!
  const said = `${part.name} ${part.material ?? ''} ${part.handling ?? ''}`
  const thread = THREAD.exec(said)?.[0].replaceAll(/\s/g, '').replace('×', 'x').replace(',', '.')
  const propertyClass = CLASS.exec(said)?.[0]
  const refit = sheet.steps.find(step => step.refits?.some(piece => piece.part === part.key))
  if (!thread || !propertyClass || !refit || refit.tightens) return []
  const torqueNm = usualTorque(thread, propertyClass)
  if (torqueNm === undefined) return []
  const key = `joint-${newId()}`
  const joint: Joint = {
    key, name: part.name, fastener: part.key, count: part.count, thread, propertyClass, torqueNm: { aim: torqueNm },
    lubricant: { kind: 'oil', text: 'thread and face oiled' }, ...part.count > 2 ? { passes: { shares: [0.3, 0.6, 1] } } : {},
    source: `general practice: ${SHARE_OF_PROOF * 100} % of proof load, nut factor ${nutFactorOf('oil')}; the maker’s figure stands above it`,
  }
  return [{
    place: { list: 'parts', key: part.key }, what: `${part.name}: ${formatQuantity(torqueNm, 'torque')}, oiled`,
    why: `${thread} of class ${propertyClass} at ${SHARE_OF_PROOF * 100} % of its proof load, nut factor ${nutFactorOf('oil')} (oiled). Only until somebody has the maker’s figure.`,
    edits: [{ list: 'joints', key, after: joint, behind: sheet.joints.at(-1)?.key ?? '' }, ...pull(refit, key)],
  }]
})

/** T = K d F at a share of the proof load, rounded to what a wrench shows; undefined for a thread or class that is not known. */
function usualTorque(thread: string, propertyClass: string): number | undefined {
  try {
    threadSize(thread)
    const { shareOfProof } = checkTarget({ thread, propertyClass, torqueNm: 1, lubricant: 'oil' })
    const exact = SHARE_OF_PROOF / shareOfProof
    const digit = 10 ** (Math.floor(Math.log10(exact)) - 1)
    return Math.floor(exact / digit) * digit
  } catch (error) {
    if (error instanceof DomainError) return undefined
    throw error
  }
}

/** A joint that nothing tightens is tightened where its fasteners go back. */
export const jointIsPulled: Proposer = sheet => sheet.joints
  .filter(joint => !sheet.steps.some(step => step.tightens === joint.key))
  .flatMap((joint): Proposal[] => {
    const refits = sheet.steps.filter(step => step.refits?.some(piece => piece.part === joint.fastener))
    const [refit] = refits
    if (refits.length !== 1 || !refit || refit.tightens) return []
    return [{
      place: { list: 'joints', key: joint.key }, what: `Tightened at "${refit.title}"`,
      why: 'Its fasteners go back there, and no step tightens it yet.', edits: pull(refit, joint.key),
    }]
  })

/** The refit of the fasteners pulls them to their torque, with a wrench. */
function pull(refit: Step, joint: string): Edit[] {
  const tools = refit.tools ?? []
  return [
    setField('steps', refit, 'tightens', joint),
    ...tools.some(tool => /torque/i.test(tool)) ? [] : [setField('steps', refit, 'tools', [...tools, 'torque wrench'])],
    ...refit.lubricant ? [] : [setField('steps', refit, 'lubricant', { kind: 'oil', text: 'thread and face oiled' })],
  ]
}
