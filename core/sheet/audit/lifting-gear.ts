import { onceFor } from '../../kept-by'
import { HAND_LIFT_KG } from '../lifting'
import type { SheetDocument, Step } from '../schema'
import { partOf } from '../sheet-index'
import type { Found, Rule } from './finding'

/** What two people lift by hand at most. */
const BY_TWO_KG = 35
const TWO = /two people/i
const GEAR = /hoist|crane|lifting|chain block|sling|jib|gantry|davit|trolley|lift table/i
/** `hoist 0.5 t`, `crane 2 t`, `sling 100 kg`. */
const CAPACITY = /(?:hoist|crane|chain block|jib|gantry|davit)\D*?(\d+(?:\.\d+)?)\s*(t|kg)\b/i

/** The heaviest piece that a step moves. */
function massOf(sheet: SheetDocument, step: Step): number {
  const moved = [...step.removes ?? [], ...step.refits ?? []]
  return Math.max(0, ...moved.map(({ part }) => partOf(sheet, part).massKg ?? 0))
}

/** What a step names to lift with, among its tools and as its gear. */
const gearOf = onceFor(({ tools = [], lifts }: Step) => {
  const named = [...tools, ...lifts ? [lifts.gear] : []]
  const [, figure, unit] = named.map(tool => CAPACITY.exec(tool)).find(capacity => capacity !== null) ?? []
  return {
    carriesKg: figure ? Number(figure) * (unit === 't' ? 1000 : 1) : undefined,
    isByTwo: named.some(tool => TWO.test(tool)),
    isGear: named.some(tool => GEAR.test(tool)),
  }
})

/** What is heavier than a person lifts has gear, and the gear carries it. */
export const liftingGear: Rule = {
  name: 'lifting-gear',
  source: 'general practice; site rules and local law on lifting stand above it',
  find: sheet => sheet.steps.flatMap((step): Found[] => {
    const massKg = step.lifts?.massKg ?? massOf(sheet, step)
    const { carriesKg, isByTwo, isGear } = gearOf(step)
    const at = { list: 'steps' as const, key: step.key, field: 'tools', severity: 'danger' as const }
    if (carriesKg !== undefined && massKg > carriesKg)
      return [{ ...at, sentence: `"${step.title}": ${massKg} kg on gear for ${carriesKg} kg.` }]
    if (massKg > HAND_LIFT_KG && !(isByTwo && massKg <= BY_TWO_KG) && !isGear)
      return [{ ...at, sentence: `"${step.title}": ${massKg} kg and no lifting gear among its tools.` }]
    if (massKg === 0 && (step.removes ?? step.refits) && carriesKg !== undefined)
      return [{ ...at, field: 'lifts', severity: 'doubtful' as const, sentence: `"${step.title}" hangs something on gear for ${carriesKg} kg and says no mass.` }]
    return []
  }),
}
