import { createSSRApp, defineComponent, h } from 'vue'
import { renderToString } from 'vue/server-renderer'
import { expect, test, vi } from 'vitest'
import { laterComponent, laterDialog } from './later'

vi.stubGlobal('navigator', { onLine: true })
const Said = defineComponent({ props: { modelValue: Boolean }, setup: () => () => h('p', 'it is here') })
/** As a module gives it, and as one picks it out of the face of another feature. */
const ways = [
  () => Promise.resolve({ default: Said, __esModule: true }),
  () => Promise.resolve({ Said }).then(feature => ({ default: feature.Said })),
]

test('what comes later comes, however it was picked out of what was fetched', async () => {
  for (const load of ways) {
    const Later = laterComponent(load)
    expect(await renderToString(createSSRApp({ render: () => h(Later) }))).toContain('it is here')
    const Dialog = laterDialog(load)
    expect(await renderToString(createSSRApp({ render: () => h(Dialog, { modelValue: true }) }))).toContain('it is here')
    expect(await renderToString(createSSRApp({ render: () => h(Dialog, { modelValue: false }) }))).not.toContain('it is here')
  }
})
