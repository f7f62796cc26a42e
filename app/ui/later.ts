import { defineAsyncComponent, type Component } from 'vue'

type Load = () => Promise<unknown>
const loads = new Set<Load>()
const REST_MS = 2000

/** Something that is fetched when it is first wanted, or when the hand rests: what is open works on when the link drops. */
export function later(load: Load): Load {
  loads.add(load)
  return load
}

/** A component that comes later. */
export const laterComponent = <C extends Component>(load: () => Promise<{ default: C }>) =>
  defineAsyncComponent(later(load) as () => Promise<{ default: C }>)

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
