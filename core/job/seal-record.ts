import type { AssemblyFluidName, SealSetting, SettingMethod } from '../seals'
import { partOf, sealOf, settingOf, type Sheet } from '../sheet'
import { allowedOn, forbiddenOn } from './seals'
import { sealName } from './seal-stand'
import type { JobState } from './state'

/** What was done with the seals, as the record tells it. */
export interface SealRecord {
  fluids: { part: string, fluid: AssemblyFluidName, sheet: AssemblyFluidName, reason: string | null, allowedBy: string | null,
    by: string, at: string }[]
  settings: { seal: string, method: SettingMethod, standsAtMm: number, compressionMm: number | null, verdict: SealSetting['verdict'],
    counts: boolean, by: string, at: string }[]
  moves: { why: string, byMm: number | null, by: string, at: string }[]
}

/** What parts were put in with, who stood for what the table forbids, every reading of a setting, and what voided them. */
export function sealRecord(sheet: Sheet, state: JobState): SealRecord {
  return {
    fluids: state.fluidsUsed.filter(({ overtaken }) => !overtaken).map(({ step, part: key, fluid, reason, by, at }) => {
      const allowed = forbiddenOn(sheet, key, fluid) ? allowedOn(state, { step, part: key, fluid }) : undefined
      const { name, wetting } = partOf(sheet, key)
      return { part: name, fluid, sheet: wetting?.with ?? fluid, reason: reason ?? allowed?.reason ?? null,
        allowedBy: allowed?.by ?? null, by, at }
    }),
    settings: state.sealsMeasured.map(({ seal: key, place, by, at, overtaken, ...measured }) => {
      const seal = sealOf(sheet, key)
      const { standsAtMm, compressionMm, verdict } = settingOf(seal.setting!, measured)
      return { seal: sealName(seal, place), method: measured.method, standsAtMm, compressionMm, verdict, counts: !overtaken, by, at }
    }),
    moves: state.shaftsMoved.map(({ why, byMm, by, at }) => ({ why, byMm: byMm ?? null, by, at })),
  }
}
