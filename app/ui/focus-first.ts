import { isField } from './is-field'

/** Puts the hand into the first field of a dialog; who is typing in another one already stays there. */
export function focusFirst(field: { focus: () => void } | undefined): void {
  if (!isField(document.activeElement)) field?.focus()
}
