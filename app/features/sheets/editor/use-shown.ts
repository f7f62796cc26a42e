import { shallowRef, watch, type ShallowRef } from 'vue'
import type { Checked, SheetDocument } from '#core'
import { useDraft } from './use-draft'

/**
 * The draft as a long list shows it: what is hidden behind a form, or on another tab, is drawn anew when somebody sees it again, and not
 * with every key.
 */
export function useShown(isSeen: () => boolean): { shown: ShallowRef<SheetDocument | null>, said: ShallowRef<Checked | null> } {
  const { document, checked } = useDraft()
  const shown = shallowRef(document.value)
  const said = shallowRef(checked.value)
  watch([document, checked, isSeen], ([now, told, seen]) => {
    if (!seen && shown.value !== null) return
    shown.value = now
    said.value = told
  })
  return { shown, said }
}
