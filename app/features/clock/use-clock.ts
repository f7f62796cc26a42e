import { computed, ref, watch } from 'vue'
import { diagnose, hasPlace, jobEvidence, type Arc, type EvidenceItem, type JobFinding } from '#core'
import { useRulesStore } from '../../net/rules-store'
import type { Bench } from '../../job/use-bench'

/** A finding as it is drawn, with its place in the list: causes name it by that. */
export interface DrawnFinding { finding: JobFinding & Partial<Arc>, at: number }

/** The clock of the job on the bench: what is drawn, what is being entered, what it points to. */
export function useClock(bench: Bench) {
  const { job } = bench
  const evidence = computed(() => jobEvidence(job.sheet, job.state))
  const rules = useRulesStore()
  void rules.load()
  const diagnosis = computed(() => diagnose({ ...evidence.value, parts: evidence.value.items }, rules.document))
  /** Rings of what was looked at, and of what was picked; everything else is one tap away. */
  const picked = ref<string | null>(null)
  const showsAll = ref(false)
  const withFindings = computed(() => new Set(evidence.value.findings.map(({ part }) => part)))
  const rings = computed<readonly EvidenceItem[]>(() => {
    const items = evidence.value.items
    if (showsAll.value) return items
    const shown = items.filter(({ key }) => withFindings.value.has(key) || key === picked.value)
    return shown.length > 0 ? shown : items.slice(0, FIRST_RINGS)
  })
  const drawn = computed<DrawnFinding[]>(() => evidence.value.findings.map((finding, at) => ({ finding, at })))
  const ofPicked = computed(() => drawn.value.filter(({ finding }) => finding.part === picked.value))
  const pickedItem = computed(() => evidence.value.items.find(({ key }) => key === picked.value) ?? null)

  /** What was drawn or typed and has no kind yet. */
  const draft = ref<Arc | null>(null)
  /** The cause whose findings are lit. */
  const litCause = ref<string | null>(null)
  const lit = computed(() => {
    const cause = diagnosis.value.causes.find(({ key }) => key === litCause.value)
    return cause ? { supports: new Set(cause.supports), contradicts: new Set(cause.contradicts) } : null
  })
  watch(picked, () => { draft.value = null })
  watch(() => job.meta.id, () => {
    picked.value = null
    litCause.value = null
    showsAll.value = false
  })

  function pick(key: string | null, arc: Arc | null = null): void {
    picked.value = key
    // The watcher above clears what belonged to the ring before.
    queueMicrotask(() => { draft.value = arc })
  }

  return { evidence, diagnosis, rings, drawn, ofPicked, picked, pickedItem, pick, draft, litCause, lit, showsAll, withFindings }
}

/** So many rings stand there before anything is found. */
const FIRST_RINGS = 10

/** Of findings that have a place: the only ones that are drawn. */
export const isDrawn = (one: DrawnFinding): one is { finding: JobFinding & Arc, at: number } => hasPlace(one.finding)
