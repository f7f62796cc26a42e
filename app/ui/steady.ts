import { computed, type ComputedRef } from 'vue'

/** A computed set that stays the same set as long as the same things are in it: what stands on it is not worked out anew. */
export function steadySet<T>(of: () => Iterable<T>): ComputedRef<ReadonlySet<T>> {
  return computed<ReadonlySet<T>>((before) => {
    const now = new Set(of())
    return before && before.size === now.size && [...now].every(thing => before.has(thing)) ? before : now
  })
}
