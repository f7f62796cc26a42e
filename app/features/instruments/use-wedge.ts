import { useEventListener } from '@vueuse/core'
import { onScopeDispose, ref } from 'vue'
import { useDockStore } from '../../net/dock-store'
import { WEDGE_GAP_MS, wedgeMeant, wedgeReader } from './wedge'

const isField = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest('input, textarea, select, [contenteditable]') !== null

/** Hears instruments and scanners that type. What they say without a cell in hand is told, not done. */
export function useWedge() {
  const dock = useDockStore()
  const said = ref('')
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

  function mean(text: string): void {
    const meant = wedgeMeant(text)
    said.value = ''
    if (!meant) return
    if ('tag' in meant) void dock.choose(meant.tag)
    else if (dock.target) dock.target.take(meant.number, '')
    else said.value = `${text} came from an instrument that types. Tap the cell it belongs to, and send it again.`
  }

  useEventListener(window, 'keydown', (event) => {
    if (ours.has(event) || event.ctrlKey || event.metaKey || event.altKey || event.repeat) return
    const { target } = event
    // When it was pressed, not when a busy page came to it.
    const verdict = wedge.take({ key: event.key, atMs: event.timeStamp, inField: isField(target) })
    if (verdict.kind === 'pass') return
    event.preventDefault()
    event.stopImmediatePropagation()
    if (verdict.kind === 'typed') return mean(verdict.text)
    clearTimeout(timer)
    timer = setTimeout(giveBack, WEDGE_GAP_MS + 5, target)
  }, { capture: true })
  onScopeDispose(() => clearTimeout(timer))
  return said
}
