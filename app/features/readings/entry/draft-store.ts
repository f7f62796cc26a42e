import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import type { ReadingConditions, ReadingStage } from '#core'
import { serverNow } from '../../../net/server-clock'
import { useSessionStore } from '../../../net/session-store'

/** What was typed of a reading and not written down yet. */
export interface Draft { typed: string[][], conditions?: ReadingConditions | undefined }
/** Who has typed each figure: at a shared tablet the bench is taken over with what stands half typed. */
type Written = Draft & { at: string, writers?: string[][] }
export interface DraftOf { job: string, position: string, stage: ReadingStage }

/** Longer than any reading takes; what nobody came back to goes. */
const KEPT_MS = 30 * 86_400_000

/** Half-typed readings of this device: they survive a look at another step, a reload, and a tablet that went to sleep. */
export const useDraftStore = defineStore('drafts', () => {
  const drafts = useLocalStorage<Record<string, Written>>('needler-drafts', {})
  const isOld = ({ at }: { at: string }) => serverNow().getTime() - Date.parse(at) > KEPT_MS
  for (const [key, draft] of Object.entries(drafts.value)) if (isOld(draft)) Reflect.deleteProperty(drafts.value, key)

  const keyOf = ({ job, position, stage }: DraftOf) => `${job} ${position} ${stage}`
  const find = (of: DraftOf): Draft | undefined => drafts.value[keyOf(of)]
  const session = useSessionStore()
  const keep = (of: DraftOf, { typed, conditions }: Draft): void => {
    const before = drafts.value[keyOf(of)]
    const me = session.person?.name ?? ''
    const writers = typed.map((row, s) => row.map((text, p) => text === before?.typed[s]?.[p] ? before.writers?.[s]?.[p] ?? me : me))
    const at = serverNow().toISOString()
    drafts.value[keyOf(of)] = { typed: typed.map(row => [...row]), writers, ...(conditions ? { conditions } : {}), at }
  }
  /** Others whose figures stand half typed there. */
  const othersIn = (of: DraftOf): string[] => {
    const draft = drafts.value[keyOf(of)]
    const names = draft?.writers?.flatMap((row, s) => row.filter((_name, p) => draft.typed[s]?.[p]?.trim())) ?? []
    return [...new Set(names)].filter(name => name !== session.person?.name)
  }
  const forget = (of: DraftOf): void => { Reflect.deleteProperty(drafts.value, keyOf(of)) }

  return { find, keep, forget, othersIn }
})
