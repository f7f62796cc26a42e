import { computed, type ComputedRef } from 'vue'
import type { Place, Proposal } from '#core'
import { allSaid, isAt, type Said } from '../findings'
import { useDraft } from './use-draft'
import { useFixes } from './use-fixes'

/** What the checker says, and what would end it. */
export interface SaidHere extends Said { fix?: Proposal | undefined }

/** What the checker of the open draft says of one thing. */
export function useSaidOf(list: () => Place['list'], key: () => string): ComputedRef<SaidHere[]> {
  const { checked } = useDraft()
  const said = computed(() => allSaid(checked.value).filter(({ place }) => isAt(place, list(), key())))
  const fixOf = useFixes(() => said.value.length > 0, () => ({ list: list(), key: key() }))
  return computed(() => said.value.map(one => ({ ...one, fix: fixOf(one.place, one.text) })))
}
