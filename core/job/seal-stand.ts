import type { SealSetting } from '../seals'
import { sealOf, settingOf, type Seal, type SealMeasured, type SealSettingOfSheet, type Sheet } from '../sheet'
import { readingAt } from './reading-at'
import type { Overtaken, Stamp } from './stamp'
import type { JobState } from './state'

export type SealMeasuredEntry = Stamp & Overtaken & SealMeasured & { step: string, seal: string, place?: string }

/** One reading of the setting with what follows from it. */
export interface SettingLine { entry: SealMeasuredEntry, setting: SealSetting }

/** How a seal stands at the bench, at one of its places. */
export interface SealStand {
  seal: Seal
  place: string | undefined
  /** The newest of each person since the shaft last moved, in the order of the log. */
  lines: SettingLine[]
  /** The line that counts; undefined while it is not set. */
  last: SettingLine | undefined
  /** The last two readings of two persons by the same method, how far they lie apart, and whether that is little enough. */
  compared: { one: SettingLine, other: SettingLine, apartMm: number, agree: boolean } | null
  /** What is still to be done before it counts as set. */
  needs: 'measure' | 'second person' | 'agree' | 'press otherwise' | null
  /** It was set, and the shaft has moved along since. */
  voidedBy: { by: string, at: string, why: string } | null
}

/** What is compared: where it stands, or with clips how far it is pressed. */
const comparable = ({ entry, setting }: SettingLine) => entry.method === 'clips' ? setting.compressionMm! : setting.standsAtMm

/** How the position of the sheet reads where it stands, as left; undefined before it was read. */
function checkAt(state: JobState, { setting, at }: Seal, place: string | undefined): number | undefined {
  const taken = setting?.position && readingAt(state, setting.position, 'as-left')
  if (!taken) return undefined
  const row = place === undefined ? 0 : Math.max(0, at!.indexOf(place))
  const readMm = taken.values[row]?.[0]
  return readMm === undefined || !setting.away ? readMm : -readMm
}

/** The places of a seal: one without a name, or those of the sheet. */
export const placesOfSeal = ({ at }: Seal): readonly (string | undefined)[] => at ?? [undefined]

/**
 * How a seal stands: what was measured since the shaft last moved along, whether two people agree, and what is still owed.
 *
 * @returns undefined for a seal that the sheet does not set
 * @example sealStand(sheet, state, 'seal').needs // 'second person'
 */
export function sealStand(sheet: Sheet, state: JobState, key: string, place?: string): SealStand | undefined {
  const seal = sealOf(sheet, key)
  const { setting } = seal
  if (!setting) return undefined
  const moved = lastMove(sheet, state, setting)
  const all = state.sealsMeasured.filter(one => one.seal === key && one.place === place && !one.overtaken)
  const since = moved ? all.filter(({ n }) => n > moved.n) : all
  const newest = new Map<string, SealMeasuredEntry>()
  for (const entry of since) {
    newest.delete(entry.byId)
    newest.set(entry.byId, entry)
  }
  const checkMm = checkAt(state, seal, place)
  const lines = [...newest.values()].map((entry): SettingLine => ({ entry, setting: settingOf(setting, entry, checkMm) }))
  const last = lines.at(-1)
  const other = last && lines.findLast(line => line !== last && line.entry.method === last.entry.method)
  const apartMm = last && other ? Math.abs(comparable(last) - comparable(other)) : 0
  const compared = last && other
    ? { one: other, other: last, apartMm, agree: apartMm <= (setting.agreeMm ?? AGREE_MM) + NOISE_MM }
    : null
  return {
    seal, place, lines, last, compared,
    needs: !last
      ? 'measure'
      : compared && !compared.agree
        ? 'agree'
        : setting.two && !compared ? 'second person' : last.setting.verdict === 'out' ? 'press otherwise' : null,
    voidedBy: moved && all.length > 0 && since.length === 0 ? { by: moved.by, at: moved.at, why: moved.why } : null,
  }
}

/** What two careful readings with a depth gauge lie apart, mm, where the sheet does not say. */
const AGREE_MM = 0.1
const NOISE_MM = 1e-9

/** The last thing that moved the shaft along: said so, or a step that does it. */
function lastMove(sheet: Sheet, state: JobState, { movedBy = [] }: SealSettingOfSheet): Stamp & { why: string } | undefined {
  const ticked = movedBy.flatMap((key) => {
    const stamp = state.done[key]
    return stamp ? [{ ...stamp, why: sheet.steps.find(step => step.key === key)?.title ?? key }] : []
  })
  return [...state.shaftsMoved, ...ticked].sort((a, b) => a.n - b.n).at(-1)
}

/** Every seal of the sheet that is set, at every place. */
export const sealStands = (sheet: Sheet, state: JobState): SealStand[] => (sheet.seals ?? []).flatMap(seal =>
  placesOfSeal(seal).flatMap(place => sealStand(sheet, state, seal.key, place) ?? []))

/** The name of a seal with its place, as it stands in sentences. */
export const sealName = ({ name }: Seal, place: string | undefined): string => place ? `${name}, ${place}` : name
