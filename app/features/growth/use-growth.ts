import { v4 as newId } from 'uuid'
import { computed, reactive } from 'vue'
import { DomainError, doublesOf, isGrownKey, OPEN_UP, rungStepsOf, stepOf, unsignedGaps, type AtBench, type Grown } from '#core'
import { useBench } from '../../job/use-bench'
import { useCatalogueStore } from '../../net/catalogue-store'
import { deviceId } from '../../net/device-store'

/** Parts of which somebody at this bench has said that they are two: asked once here; others are asked at theirs. */
export const toldApart = reactive(new Set<string>())

/** What this bench writes into the sheet of its job. */
export function useGrowth() {
  const bench = useBench()
  const { job, session } = bench
  const catalogue = useCatalogueStore()
  const at = (): AtBench => ({
    sheet: job.sheet, state: job.state, personId: session.person?.id ?? '', bench: deviceId(), newId, words: catalogue.shop.words,
  })

  /** Writes what was said with one tap, and looks at the step that it leads to when that is not done with it. */
  function write(say: (bench: AtBench) => Grown): boolean {
    try {
      const { drafts, step } = say(at())
      if (!job.actTogether(drafts)) return false
      const written = stepOf(job.sheet, step)
      if (job.state.done[step]) bench.look(null)
      // What comes later is found when its turn comes.
      else if (bench.statusOf(written) === 'next') bench.look(written)
      return true
    } catch (error) {
      if (!(error instanceof DomainError)) throw error
      job.refusal = error.message
      return false
    }
  }

  const parts = computed(() => job.sheet.parts)
  /** Parts that somebody has named and nothing takes off yet. */
  const named = computed(() => parts.value.filter(part =>
    isGrownKey(part.key) && !job.sheet.steps.some(step => step.removes?.some(piece => piece.part === part.key))))
  /** What came off, the newest first. */
  const cameOff = computed(() => parts.value.flatMap((part) => {
    const { off } = rungStepsOf(job.sheet, part.key)
    const done = off && job.state.done[off.key]
    return off && done ? [{ part, off, done }] : []
  }).sort((a, b) => b.done.n - a.done.n))
  const doubles = computed(() => doublesOf(job.sheet, job.state))
  const gaps = computed(() => unsignedGaps(job.sheet, job.state))
  /** True for a sheet that is written at the bench from its first step on. */
  const isOwn = computed(() => job.sheet.steps.some(step => step.key === OPEN_UP))

  return { bench, at, write, parts, named, cameOff, doubles, gaps, isOwn }
}
