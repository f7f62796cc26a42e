import { computed } from 'vue'
import { closeBlockers, dispositionOf, isDone } from '#core'
import type { Bench } from '../../job/use-bench'

/** What the tray shows of a job: the bags with their contents, and what is still above somebody who climbs. */
export function useTray({ job, account, sheet }: Bench) {
  const out = computed(() => account.value.reduce((sum, line) => sum + line.out, 0))
  const total = computed(() => job.sheet.parts.reduce((sum, part) => sum + part.count, 0))

  /** The bags with what is in them and the first step, not done yet, that puts some of it back. */
  const bags = computed(() => {
    const byTag = new Map<string, { contents: string[], parts: Set<string> }>()
    for (const { part, bagged } of account.value) {
      for (const { tag, count } of bagged) {
        const bag = byTag.get(tag) ?? { contents: [], parts: new Set() }
        bag.contents.push(`${count > 1 ? `${count} × ` : ''}${part.name}`)
        bag.parts.add(part.key)
        byTag.set(tag, bag)
      }
    }
    const stepBack = (parts: ReadonlySet<string>) =>
      sheet.value.steps.find(step => !isDone(job.state, step.key) && step.refits?.some(piece => parts.has(piece.part)))
    return [...byTag]
      .map(([tag, { contents, parts }]) => ({ tag, contents, back: stepBack(parts) }))
      .sort((a, b) => a.tag.localeCompare(b.tag, undefined, { numeric: true }))
  })

  const newKinds = computed(
    () =>
      account.value.filter(({ part, out }) => part.neverAgain && out > 0 && dispositionOf(job.state, part.key)?.disposition !== 'replace')
        .length,
  )
  const blockerCount = computed(() => closeBlockers(job.sheet, job.state).length)

  return { out, total, bags, newKinds, blockerCount }
}
