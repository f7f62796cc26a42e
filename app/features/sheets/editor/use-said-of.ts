import { computed, type ComputedRef } from 'vue'
import { placeOfPointer, type Finding, type Place, type Proposal } from '#core'
import { findingsAt } from '../findings'
import { useDraft } from './use-draft'
import { useFixes } from './use-fixes'

/** A thing that the checker says of a field: a fault, or a finding, and what would end it. */
export interface SaidOfField { field: string | undefined, text: string, finding?: Finding, fix?: Proposal | undefined }

/** What the checker of the open draft says of one thing. */
export function useSaidOf(list: () => Place['list'], key: () => string): ComputedRef<SaidOfField[]> {
  const { checked } = useDraft()
  const said = computed<SaidOfField[]>(() => [
    ...(checked.value?.faults ?? []).flatMap(({ place, reason }) => {
      const at = placeOfPointer(place)
      return at.list === list() && at.key === key() ? [{ field: at.field, text: reason }] : []
    }),
    ...findingsAt(checked.value?.findings ?? [], list(), key()).map(finding => ({ field: finding.field, text: finding.sentence, finding })),
  ])
  const fixOf = useFixes(() => said.value.length > 0, () => ({ list: list(), key: key() }))
  return computed(() => said.value.map(one => ({ ...one, fix: fixOf({ list: list(), key: key() }, one.text) })))
}
