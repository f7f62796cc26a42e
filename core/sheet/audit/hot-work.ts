import { onceFor } from '../../kept-by'
import type { Step } from '../schema'
import type { Found, Rule } from './finding'
import { runsHotAt, timelineOf } from './timeline'

const HOT = /\b(hot|warm|burns?|cool(s|ed|ing)?|cold|touch|gloves)\b|°C/i
const HEATS = /\b(1[0-9]{2}|[6-9][0-9]) °C|\b(induction heater|oil bath warmed|blowlamp|open flame)\b/i

const warns = onceFor((step: Step) => step.cautions?.some(({ text, detail = '' }) => HOT.test(`${text} ${detail}`)) ?? false)
/** Whatever it waits for, half a shift later it is cold. */
const COLD_AFTER_MIN = 240
const cools = (step: Step) => step.waits?.some(wait => wait.for === 'cooling' || wait.minutes >= COLD_AFTER_MIN) ?? false
const handles = (step: Step) => step.removes !== undefined || step.refits !== undefined || step.tightens !== undefined
  || (step.stage === 'tighten' && step.limb === 'on')
const heats = onceFor((step: Step) => (handles(step) || step.treats?.how === 'oven')
  && HEATS.test([step.title, step.why, ...step.tools ?? [], step.lubricant?.text ?? ''].join('. ')))

/** Hands on what ran or was heated come after a wait or under a warning. */
export const hotWork: Rule = {
  name: 'hot-work',
  source: 'general practice; ISO 13732-1 (contact with hot surfaces)',
  find: (sheet) => {
    let ran: Step | undefined
    return timelineOf(sheet).flatMap(({ step }): Found[] => {
      const at = { list: 'steps' as const, key: step.key, field: 'cautions', severity: 'danger' as const }
      if (cools(step)) ran = undefined
      const afterRun = ran && handles(step) && !warns(step)
      const wasHot = ran?.title
      if (runsHotAt(sheet, step)) ran = step
      if (afterRun) return [{ ...at, sentence: `"${step.title}" has hands on what ran hot at "${wasHot}": no wait, no warning.` }]
      return heats(step) && !warns(step) ? [{ ...at, sentence: `"${step.title}" heats a part and does not warn of it.` }] : []
    })
  },
}
