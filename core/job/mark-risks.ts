import { capital } from '../capital'
import { indexOf, markOf, partOf, PERISHES, type Mark, type MarkWay, type Sheet, type Step } from '../sheet'
import { isDone, sheetNow } from '../teardown'
import { markMade } from './marks-made'
import type { JobState } from './state'

export interface MarkRisk {
  mark: Mark
  /** The step that will take the mark away; none when the part itself does not hold it. */
  step?: Step
  reason: string
}

/**
 * What is going to happen to a mark made in this way: porous parts hold none, and each coming treatment of its parts may take it away.
 *
 * @returns empty when the mark will last
 * @example risksOf(sheet, state, 'MK-7', 'felt pen')[0]?.reason // 'Felt pen does not survive step 34 …'
 */
export function risksOf(sheet: Sheet, state: JobState, markKey: string, way: MarkWay): MarkRisk[] {
  const mark = markOf(sheet, markKey)
  const porous = mark.between.map(key => partOf(sheet, key)).find(part => part.porous)
  const name = capital(way)
  return [
    ...(porous && way !== 'tag'
      ? [{ mark, reason: `${porous.name} is porous and holds no ${way}: it soaks in or breaks the edge. Take a photo, or tie a tag.` }]
      : []),
    ...treatmentsOf(sheetNow(sheet, state), mark)
      .filter(step => !isDone(state, step.key) && PERISHES[way].includes(step.treats!.how))
      .map(step => ({
        mark,
        step,
        reason: `${name} does not survive "${step.title}" (${step.treats!.how}). Use a punch or a scribe, or take a photo before.`,
      })),
  ]
}

/** The ways in which a mark would last to the end of the job, the most durable first; empty when only a photo keeps its place. */
export const lastingWays = (sheet: Sheet, state: JobState, markKey: string): MarkWay[] =>
  (['punch', 'scribe', 'tag'] as const).filter(way => risksOf(sheet, state, markKey, way).length === 0)

/** The risks of all marks that are on the parts now and that no photo has secured. */
export function markRisks(sheet: Sheet, state: JobState): MarkRisk[] {
  return sheet.marks.flatMap((mark) => {
    const made = markMade(state, mark.key)
    return made && !hasPhoto(state, mark.key) ? risksOf(sheet, state, mark.key, made.way) : []
  })
}

/** The marks that this step takes away or that its parts do not hold, made but not secured: each wants a photo or a better mark first. */
export function marksToSecure(sheet: Sheet, state: JobState, step: Step): string[] {
  const lost = (mark: Mark) => {
    const made = markMade(state, mark.key)
    if (!made || hasPhoto(state, mark.key)) return false
    if (step.makes?.includes(mark.key)) return made.way !== 'tag' && mark.between.some(key => indexOf(sheet).of.part.get(key)?.porous)
    return step.treats !== undefined && treatsMark(step, mark) && PERISHES[made.way].includes(step.treats.how)
  }
  return (step.treats || step.makes) && !isDone(state, step.key) ? sheet.marks.filter(lost).map(mark => mark.key) : []
}

const hasPhoto = (state: JobState, mark: string) => state.photos.some(photo => photo.mark === mark)
const treatsMark = (step: Step, mark: Mark) => mark.between.some(part => step.treats!.parts.includes(part))
const treatmentsOf = (sheet: Sheet, mark: Mark) => sheet.steps.filter(step => step.treats && treatsMark(step, mark))
