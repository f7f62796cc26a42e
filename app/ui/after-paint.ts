/** Longer than this nothing is put off. */
const AT_LATEST_MS = 100

/** Does something once what has changed is on the screen, so that it does not stand in its way; at once where nobody looks. */
export function afterPaint(work: () => void): void {
  if (globalThis.document?.hidden ?? true) work()
  else requestAnimationFrame(() => requestIdleCallback(work, { timeout: AT_LATEST_MS }))
}
