import { getCurrentScope, onScopeDispose, ref, watch, type Ref } from 'vue'
import { afterPaint } from './after-paint'

/**
 * How many rows of a long list are drawn: as many as a screen shows at once, the others as soon as those stand, some after each paint, so
 * that neither the first look nor a tap waits for hundreds that nobody sees yet. What has once been drawn stays.
 *
 * @param length of the list
 */
export function useDrawn(length: () => number, { first = 24, more = 80 } = {}): Readonly<Ref<number>> {
  const drawn = ref(first)
  let isGone = false
  if (getCurrentScope()) onScopeDispose(() => { isGone = true })
  const goOn = () => {
    if (isGone || drawn.value >= length()) return
    drawn.value += more
    afterPaint(goOn)
  }
  watch(length, () => afterPaint(goOn), { immediate: true })
  return drawn
}
