import { keptBy } from '../kept-by'
import { assemblyFluid, type AssemblyFluidName } from '../seals'
import { isMeasured, partOf, sealOf, settingOf, stepName, stepOf, type Part, type SealMeasured, type Sheet, type Step } from '../sheet'
import { isDone } from '../teardown'
import { askReason, missingFirst, refuse, refusedBy, type Refusal } from './refusal'
import { placesOfSeal, sealName, sealStand, sealStands, type SealMeasuredEntry } from './seal-stand'
import { lastOf, type Overtaken, type Stamp } from './stamp'
import type { JobState } from './state'
import { intoList, type Subject } from './subject'

export interface SealEvents {
  /** What a part was put in with. */
  'fluid-used': { step: string, part: string, fluid: AssemblyFluidName, reason?: string }
  /** A lead stands for what the table of general practice forbids. */
  'fluid-allowed': { step: string, part: string, fluid: AssemblyFluidName, reason: string }
  /** One person's reading of where the seal is to stand. */
  'seal-measured': { step: string, seal: string, place?: string } & SealMeasured
  /** The shaft was moved along after a seal was set; positive presses its spring further. */
  'shaft-moved': { why: string, byMm?: number }
}

type Entry<T extends keyof SealEvents> = Stamp & Overtaken & SealEvents[T]
export type FluidUsed = Entry<'fluid-used'>
export type FluidAllowed = Entry<'fluid-allowed'>

export interface SealState {
  fluidsUsed: FluidUsed[]
  fluidsAllowed: FluidAllowed[]
  sealsMeasured: SealMeasuredEntry[]
  shaftsMoved: (Stamp & SealEvents['shaft-moved'])[]
}

/** `setting again`: the seal was set, and the shaft has moved along since. */
export type SealDuty
  = | { kind: 'wetting', part: string } | { kind: 'setting', seal: string, place?: string }
    | { kind: 'setting again', seal: string, place?: string }

/** Seals: what their parts go in with, how they are set, and what voids it. */
export const seals: Subject<SealEvents, SealState, SealDuty> = {
  empty: () => ({ fluidsUsed: [], fluidsAllowed: [], sealsMeasured: [], shaftsMoved: [] }),
  events: {
    'fluid-used': {
      name: 'Put in with',
      right: 'job:work',
      ...intoList('fluidsUsed'),
      guard: ({ sheet, state }, { step: key, part, fluid, reason }) => atRefit(sheet, state, key, part, ({ wetting, name }) => {
        const forbidden = forbiddenOn(sheet, part, fluid)
        const allowed = allowedOn(state, { step: key, part, fluid })
        if (forbidden && !allowed)
          return refuse('fluid.forbidden', `No ${fluid} on ${name}: ${forbidden} A lead may stand for it with a reason.`)
        return fluid === wetting.with || allowed || reason
          ? null
          : askReason('fluid.departs', `The sheet says ${wetting.with} for ${name}. Say why ${fluid}.`)
      }),
    },
    'fluid-allowed': {
      name: 'Stood for a fluid',
      right: 'hold:release',
      ...intoList('fluidsAllowed'),
      guard: ({ sheet, state }, { step: key, part, fluid }) => atRefit(sheet, state, key, part, ({ name }) =>
        forbiddenOn(sheet, part, fluid) ? null : refuse('fluid.not-forbidden', `Nothing forbids ${fluid} on ${name}; nobody has to stand for it.`)),
    },
    'seal-measured': {
      name: 'Setting of a seal',
      right: 'job:work',
      ...intoList('sealsMeasured'),
      guard: ({ sheet, state }, { step: key, seal: sealKey, place, ...measured }) => {
        const seal = sealOf(sheet, sealKey)
        const step = stepOf(sheet, key)
        if (seal.setting?.step !== key) return refuse('seal.elsewhere', `${seal.name} is not set at ${stepName(sheet, step)}.`)
        if (!placesOfSeal(seal).includes(place))
          return refuse('seal.place', seal.at ? `${seal.name} is in several places: ${seal.at.join(', ')}. Say which.` : `${seal.name} is in one place only.`)
        if (!isMeasured(measured)) return refuse('seal.unmeasured', `Nothing is measured yet of ${sealName(seal, place)}.`)
        const wrong = refusedBy(() => settingOf(seal.setting!, measured))
        if (wrong) return wrong
        if (isDone(state, key) && !sealStand(sheet, state, sealKey, place)!.voidedBy)
          return refuse('step.done-already', `${stepName(sheet, step)} is done. Go back to it to set the seal again.`)
        return missingFirst(sheet, state, step)
      },
    },
    'shaft-moved': {
      name: 'Shaft moved along',
      right: 'job:work',
      ...intoList('shaftsMoved'),
      guard: ({ sheet, state }, { byMm }) => {
        if (!sealStands(sheet, state).some(({ last }) => last))
          return refuse('seal.none-set', 'No seal is set yet that this could change.')
        return byMm === undefined || Number.isFinite(byMm) ? null : refuse('seal.moved', 'How far it moved is a number of millimetres.')
      },
    },
  },
  duties: {
    'wetting': {
      turn: 'set',
      asks: ['refits'],
      of: (sheet, state, step) => wettedAt(sheet, step).map(({ key: part }) => ({
        duty: { kind: 'wetting', part }, met: fluidOn(state, step.key, part) !== undefined,
      })),
      say: ({ part }, sheet) => `say what ${partOf(sheet, part).name} goes in with`,
    },
    'setting': {
      turn: 'set',
      of: (sheet, state, step) => setAt(sheet, step).map(({ seal, place }) => ({
        duty: { kind: 'setting', seal, ...place ? { place } : {} },
        met: isDone(state, step.key) || sealStand(sheet, state, seal, place)!.needs === null,
      })),
      say: ({ seal, place }, sheet) => `set ${sealName(sealOf(sheet, seal), place)}`,
    },
    'setting again': {
      turn: 'set',
      // A debt of the way up: it is paid before the machine runs, or before the job is closed.
      of: (sheet, state, { key, limb, stage }) => sheet.seals && limb === 'on' && (stage === 'run' || stage === 'close')
        ? sealStands(sheet, state).filter(({ voidedBy }) => voidedBy && !isDone(state, key)).map(({ seal, place }) => ({
            duty: { kind: 'setting again', seal: seal.key, ...place ? { place } : {} }, met: false,
          }))
        : [],
      say: ({ seal, place }, sheet) => `set ${sealName(sealOf(sheet, seal), place)} again, because the shaft was moved along`,
    },
  },
  blockers: (sheet, state) => sealStands(sheet, state).flatMap(({ seal, place, voidedBy }) => voidedBy
    ? [{ code: 'seal-void', step: seal.setting!.step,
        message: `${sealName(seal, place)} was set before the shaft moved along (${voidedBy.why}). Set it again.` }]
    : []),
  reopens: [],
  overtakes: ({ keys }) => {
    const here = ({ step }: { step: string }) => keys.has(step)
    return { fluidsUsed: here, fluidsAllowed: here, sealsMeasured: here }
  },
}

type Wetted = Part & { wetting: NonNullable<Part['wetting']> }
const wetted = keptBy<Sheet, Step, readonly Wetted[]>()

/** The parts that a step puts in and that mind what is on them. */
export const wettedAt = (sheet: Sheet, step: Step): readonly Wetted[] => wetted(sheet, step, () =>
  (step.refits?.map(({ part }) => partOf(sheet, part)) ?? []).filter((part): part is Wetted => part.wetting !== undefined))

/** What a part was put in with at a step; undefined before it was told. */
export const fluidOn = (state: JobState, step: string, part: string): FluidUsed | undefined =>
  lastOf(state.fluidsUsed, one => one.step === step && one.part === part)

/** The word of a lead for a fluid on a part; undefined where nobody stands for it. */
export const allowedOn = (state: JobState, { step, part, fluid }: Pick<FluidUsed, 'step' | 'part' | 'fluid'>): FluidAllowed | undefined =>
  lastOf(state.fluidsAllowed, one => one.step === step && one.part === part && one.fluid === fluid)

/** Why a fluid must not be on a part, by the table of general practice; the sheet stands above it. Null where nothing forbids it. */
export function forbiddenOn(sheet: Sheet, key: string, fluid: AssemblyFluidName): string | null {
  const { wetting } = partOf(sheet, key)
  if (!wetting || wetting.with === fluid) return null
  const { elastomer, place } = wetting
  return assemblyFluid({ elastomer, place, fluid: sheet.product }).forbidden.find(one => one.fluid === fluid)?.reason ?? null
}

const setAt = (sheet: Sheet, { key }: Step): { seal: string, place: string | undefined }[] => (sheet.seals ?? [])
  .filter(({ setting }) => setting?.step === key)
  .flatMap(seal => placesOfSeal(seal).map(place => ({ seal: seal.key, place })))

function atRefit(sheet: Sheet, state: JobState, key: string, part: string, rule: (part: Wetted) => Refusal | null): Refusal | null {
  const step = stepOf(sheet, key)
  const wetted = wettedAt(sheet, step).find(one => one.key === part)
  if (!wetted) return refuse('fluid.not-here', `${stepName(sheet, step)} puts nothing in of ${partOf(sheet, part).name} that minds what is on it.`)
  if (isDone(state, key)) return refuse('step.done-already', `${stepName(sheet, step)} is done. Go back to it first.`)
  return missingFirst(sheet, state, step) ?? rule(wetted)
}
