import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import type { ReadingConditions, ReadingStage } from '#core'
import { serverNow } from '../../../net/server-clock'

/** What was typed of a reading and not written down yet. */
export interface Draft { typed: string[][], conditions?: ReadingConditions | undefined }
export interface DraftOf { job: string, position: string, stage: ReadingStage }

/** Longer than any reading takes; what nobody came back to goes. */
const KEPT_MS = 30 * 86_400_000

/** Half-typed readings of this device: they survive a look at another step, a reload, and a tablet that went to sleep. */
export const useDraftStore = defineStore('drafts', () => {
  const drafts = useLocalStorage<Record<string, Draft & { at: string }>>('needler-drafts', {})
  const isOld = ({ at }: { at: string }) => serverNow().getTime() - Date.parse(at) > KEPT_MS
  for (const [key, draft] of Object.entries(drafts.value)) if (isOld(draft)) Reflect.deleteProperty(drafts.value, key)

  const keyOf = ({ job, position, stage }: DraftOf) => `${job} ${position} ${stage}`
  const find = (of: DraftOf): Draft | undefined => drafts.value[keyOf(of)]
  const keep = (of: DraftOf, { typed, conditions }: Draft): void => {
    drafts.value[keyOf(of)] = { typed: typed.map(row => [...row]), ...(conditions ? { conditions } : {}), at: serverNow().toISOString() }
  }
  const forget = (of: DraftOf): void => { Reflect.deleteProperty(drafts.value, keyOf(of)) }

  return { find, keep, forget }
})
