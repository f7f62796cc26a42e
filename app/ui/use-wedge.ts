import { useEventListener } from '@vueuse/core'
import { onScopeDispose } from 'vue'
import { isField } from './is-field'
import { WEDGE_GAP_MS, wedgeReader } from './wedge'

/** Hears instruments and scanners that type while no field has the focus: none of their keys is a shortcut. */
export function useWedge(onTyped: (text: string) => void): void {
  const wedge = wedgeReader()
  let timer: ReturnType<typeof setTimeout> | undefined
  const ours = new WeakSet<Event>()

  /** A hand's keys go on as if they had just been pressed. */
  function giveBack(target: EventTarget | null): void {
    for (const key of wedge.flush(performance.now())) {
      const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true })
      ours.add(event);
      (target ?? document.body).dispatchEvent(event)
    }
  }

  useEventListener(window, 'keydown', (event) => {
    if (ours.has(event) || event.ctrlKey || event.metaKey || event.altKey || event.repeat) return
    const { target } = event
    // When it was pressed, not when a busy page came to it.
    const verdict = wedge.take({ key: event.key, atMs: event.timeStamp, inField: isField(target) })
    if (verdict.kind === 'pass') return
    event.preventDefault()
    event.stopImmediatePropagation()
    if (verdict.kind === 'typed') return onTyped(verdict.text)
    clearTimeout(timer)
    timer = setTimeout(giveBack, WEDGE_GAP_MS + 5, target)
  }, { capture: true })
  onScopeDispose(() => clearTimeout(timer))
}
