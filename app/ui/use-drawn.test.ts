import { effectScope, nextTick, ref } from 'vue'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { useDrawn } from './use-drawn'

/** What waits until the screen is painted. */
const waiting: (() => void)[] = []
const paint = () => waiting.splice(0).forEach(work => work())
beforeEach(() => {
  waiting.length = 0
  vi.stubGlobal('document', { hidden: false })
  vi.stubGlobal('requestAnimationFrame', (work: () => void) => work())
  vi.stubGlobal('requestIdleCallback', (work: () => void) => waiting.push(work))
})
afterEach(() => void vi.unstubAllGlobals())

test('a screenful at once, the rest paint by paint, and what came later too', async () => {
  const length = ref(400)
  const drawn = useDrawn(() => length.value, { first: 30, more: 200 })
  expect(drawn.value).toBe(30)
  paint()
  expect(drawn.value).toBe(230)
  paint()
  expect(drawn.value).toBeGreaterThanOrEqual(400)
  paint()
  expect(waiting).toEqual([])

  length.value = 1000
  await nextTick()
  while (waiting.length > 0) paint()
  expect(drawn.value).toBeGreaterThanOrEqual(1000)
  length.value = 3
  await nextTick()
  expect(drawn.value).toBeGreaterThanOrEqual(1000)
})

test('a list that is gone draws nothing more; one that nobody looks at is drawn at once', () => {
  const scope = effectScope()
  const drawn = scope.run(() => useDrawn(() => 400))!
  scope.stop()
  paint()
  expect(drawn.value).toBe(24)
  expect(waiting).toEqual([])

  vi.stubGlobal('document', { hidden: true })
  expect(useDrawn(() => 400).value).toBeGreaterThanOrEqual(400)
})
