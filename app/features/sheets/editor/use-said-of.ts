import { computed } from 'vue'
import { placeOfPointer, type Finding, type ListName, type SheetFault } from '#core'
import { findingsAt } from '../findings'
import { useDraft } from './use-draft'

/** What the checker of the open draft says of one thing. */
export function useSaidOf(list: () => ListName, key: () => string) {
  const { checked } = useDraft()
  const findings = computed<Finding[]>(() => findingsAt(checked.value?.findings ?? [], list(), key()))
  const faults = computed<SheetFault[]>(() => (checked.value?.faults ?? []).filter(({ place }) => {
    const at = placeOfPointer(place)
    return at.list === list() && at.key === key()
  }))
  return { findings, faults }
}
