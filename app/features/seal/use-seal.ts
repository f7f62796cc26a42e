import { computed } from 'vue'
import { dispositionOf, partOf, sealParts, type Part, type Seal, type SealRole } from '#core'
import type { Bench } from '../../job/use-bench'

/** How a part of a seal stands: in as it came, in as a new one, or not in. */
export type Standing = 'as it came' | 'new' | 'not in'

/** One part of a seal as it is shown. */
export interface SealThing { part: Part, role: SealRole, standing: Standing }

/** A seal as the bench shows it: how each of its parts stands, and which are in hand. */
export function useSeal(bench: Bench, seal: () => Seal) {
  const { job } = bench
  const lines = computed(() => new Map(bench.account.value.map(line => [line.part.key, line])))
  const standingOf = (key: string): Standing => {
    const line = lines.value.get(key)
    if (line && line.out > 0) return 'not in'
    return dispositionOf(job.state, key)?.disposition === 'replace' || (line && line.fromKit > 0) ? 'new' : 'as it came'
  }
  const things = computed<SealThing[]>(() => sealParts(seal()).map(({ part, role }) =>
    ({ part: partOf(job.sheet, part), role, standing: standingOf(part) })))
  /** What is drawn: half of it, on one side of the axis, each part once. */
  const drawn = computed<Part[]>(() => sealParts(seal()).map(({ part: key, outlines }) => {
    const part = partOf(job.sheet, key)
    const shown = (outlines ?? part.outlines ?? []).filter(({ side }) => side !== 'below')
    return { ...part, outlines: shown.map(outline => ({ ...outline, side: 'above' as const })) }
  }))
  const out = computed(() => new Set(things.value.filter(({ standing }) => standing === 'not in').map(({ part }) => part.key)))
  const fresh = computed(() => new Set(things.value.filter(({ standing }) => standing === 'new').map(({ part }) => part.key)))
  const inHand = computed(() => {
    const { removes = [], refits = [] } = bench.shown.value ?? {}
    const moved = new Set([...removes, ...refits].map(({ part }) => part))
    return new Set(things.value.flatMap(({ part, role }) => role !== 'other' && moved.has(part.key) ? [part.key] : []))
  })
  return { things, drawn, out, fresh, inHand }
}
