import { defineAsyncComponent, defineComponent, h, type Component } from 'vue'

type Load<T> = () => Promise<T>
const loads = new Set<Load<unknown>>()
const REST_MS = 2000

/** A module that could not be fetched stays missing in the browser until the page is loaded anew: without the link it is not asked for. */
async function inReach(): Promise<void> {
  if (navigator.onLine || navigator.serviceWorker?.controller) return
  await new Promise(resolve => window.addEventListener('online', resolve, { once: true }))
}

/** Something that is fetched when it is first wanted, or when the hand rests: what is open works on when the link drops. */
export function later<T>(load: Load<T>): Load<T> {
  let got: Promise<T> | undefined
  // What is here needs no link any more.
  const fetch = () => got ??= inReach().then(load).catch((error: unknown) => {
    got = undefined
    throw error
  })
  loads.add(fetch)
  return fetch
}

/** A component that comes later. It is taken out of what was fetched here: Vue itself would do so with a whole module only. */
export function laterComponent<C extends Component>(load: Load<{ default: C }>): C {
  const fetch = later(load)
  return defineAsyncComponent(async () => (await fetch()).default as never) as unknown as C
}

/** A dialog that comes later: it is made when it is first opened, and stays, so that it closes as it opened. */
export function laterDialog<C extends Component>(load: Load<{ default: C }>): C {
  const Dialog = laterComponent(load)
  return defineComponent({
    inheritAttrs: false,
    props: { modelValue: Boolean },
    setup(props, { attrs }) {
      let wasOpen = false
      return () => {
        wasOpen ||= props.modelValue
        return wasOpen ? h(Dialog, { ...attrs, modelValue: props.modelValue }) : null
      }
    },
  }) as unknown as C
}

/** Fetches what may be wanted later, one after the other, once the screen has come to rest. */
export function fetchLater(): void {
  setTimeout(async () => {
    for (const load of [...loads]) {
      loads.delete(load)
      // Without the link now: it is asked for again when it is wanted.
      await load().catch(() => loads.add(load))
    }
  }, REST_MS)
}
