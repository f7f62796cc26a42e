/** True where keys are text: in a field, whatever kind. */
export const isField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.closest('input, textarea, select, [contenteditable]') !== null
