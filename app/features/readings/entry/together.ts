import { computed, inject, onBeforeUnmount, provide, shallowReactive, type ComputedRef, type InjectionKey } from 'vue'

/** A reading that is filled in together with others: what it can say of itself, and how it is written down. */
interface Together { isComplete: ComputedRef<boolean>, store: () => void }

const KEY: InjectionKey<Set<Together>> = Symbol('readings that are filled in together')

/** For what holds several readings: how many are complete and not written down, and all of them at once. */
export function useTogether() {
  const members = shallowReactive(new Set<Together>())
  provide(KEY, members)
  const complete = computed(() => [...members].filter(({ isComplete }) => isComplete.value))
  return { complete, storeAll: () => { for (const { store } of complete.value) store() } }
}

/** For one reading: it belongs to what holds it, if anything does. */
export function joinTogether(member: Together): void {
  const members = inject(KEY, undefined)
  members?.add(member)
  onBeforeUnmount(() => members?.delete(member))
}
