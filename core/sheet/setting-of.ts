import { DomainError } from '../domain-error'
import { sealSetting, type SealSetting, type SealSettingInput, type SettingMethod } from '../seals'
import type { SealSettingOfSheet } from './schema'

/** What was measured of the setting of a seal; what is left out stands in the sheet. */
export interface SealMeasured {
  method: SettingMethod
  toFaceMm?: number
  freeMm?: number
  workingMm?: number
  gasketMm?: number
  compressionMm?: number
  spacerMm?: number[]
  movedMm?: number
}

/** What a person has to have measured, by school; clips need nothing but to have stayed in. */
const OWN_LENGTH = { shoulder: 'toFaceMm', datum: 'toFaceMm', spacer: 'spacerMm', clips: null } as const

/** Whether the length that a school lives on was measured, and not only taken from the sheet. */
export function isMeasured(measured: SealMeasured): boolean {
  const own = OWN_LENGTH[measured.method]
  return own === null || measured[own] !== undefined
}

const needed = (value: number | undefined, what: string): number => {
  if (value === undefined) throw new DomainError('seal-setting.missing', `${what} is neither measured nor in the sheet.`)
  return value
}

/** What is worked out from what was measured, with the lengths of the sheet for all that was not. */
function settingInput(setting: SealSettingOfSheet, measured: SealMeasured, checkMm?: number): SealSettingInput {
  const { method, toFaceMm = setting.toFaceMm, freeMm = setting.freeMm, workingMm = setting.workingMm,
    gasketMm = setting.gasketMm, compressionMm = setting.compressionMm, spacerMm, movedMm } = measured
  const { windowMm, growth, endPlayMm } = setting
  const common = {
    gasketMm, growth, endPlayMm, checkMm, springFreeMm: freeMm,
    window: windowMm && { fromMm: windowMm.from, toMm: windowMm.to },
  }
  const wanted = () => needed(compressionMm ?? (freeMm !== undefined && workingMm !== undefined ? freeMm - workingMm : undefined),
    'How far the spring is pressed')
  switch (method) {
    case 'shoulder':
      return { ...common, method, shoulderToFaceMm: needed(toFaceMm, 'From shoulder to face'),
        springFreeMm: needed(freeMm, 'The free length of the spring'), springWorkingMm: needed(workingMm, 'The working length') }
    case 'datum':
      return { ...common, method, datumToFaceMm: needed(toFaceMm, 'From datum to face'),
        workingLengthMm: needed(workingMm, 'The working length') }
    case 'spacer':
      return { ...common, method, spacerMm: spacerMm ?? [], compressionMm: wanted() }
    case 'clips':
      return { ...common, method, compressionMm: wanted(), movedMm }
  }
}

/**
 * Where a seal is to stand by what was measured.
 *
 * @throws DomainError `seal-setting.missing`, and those of `sealSetting`
 * @example settingOf(seal.setting, { method: 'datum', toFaceMm: 79.5 }).standsAtMm // 41.5
 */
export const settingOf = (setting: SealSettingOfSheet, measured: SealMeasured, checkMm?: number): SealSetting =>
  sealSetting(settingInput(setting, measured, checkMm))
