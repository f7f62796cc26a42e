import { computed } from 'vue'
import { markChecked, markMade, needsLifting, positionOf, type Part } from '#core'
import { steadySet } from '../../../ui/steady'
import { useBench } from '../../../job/use-bench'

/** What the section of the machine shows of the job: what is out, what this step is about, which marks are on. */
export function useStack() {
  const bench = useBench()
  const { job } = bench
  const drawn = computed(() => job.sheet.parts.filter(part => part.outlines))
  const out = steadySet(() => bench.account.value.filter(line => line.out > 0).map(line => line.part.key))
  /** What this step moves, or else what it measures; and the part that is looked at. */
  const lit = steadySet(() => {
    const { removes = [], refits = [], reads = [] } = bench.shown.value ?? {}
    const keys = [...[...removes, ...refits].map(piece => piece.part), ...reads.map(read => positionOf(job.sheet, read.position).part)]
    if (bench.pickedPart.value) keys.push(bench.pickedPart.value)
    return keys
  })
  const nameOf = (part: Part) => part.name + (needsLifting(part) ? ` · ${part.massKg} kg` : '')
  const litNames = computed(() => job.sheet.parts.filter(part => lit.value.has(part.key)).map(nameOf))

  /** The match-marks that are on the parts, each on the first part it was made on. */
  const marks = computed(() => job.sheet.marks.flatMap((mark) => {
    const part = drawn.value.find(candidate => mark.between.includes(candidate.key))
    if (!part || !markMade(job.state, mark.key)) return []
    return [{ key: mark.key, part: part.key, isChecked: markChecked(job.state, mark.key)?.result === 'matches' }]
  }))
  /** Parts whose 12 o’clock is agreed. */
  const indexed = computed(() => drawn.value.filter(part => Object.hasOwn(job.state.indexed, part.key)))

  const list = (names: readonly string[]) => names.join(', ')
  const label = computed(() => {
    const outNames = drawn.value.filter(part => out.value.has(part.key)).map(part => part.name)
    const deed = bench.shown.value?.removes || bench.shown.value?.refits ? 'moves' : 'measures'
    return [
      'Section of the machine.',
      outNames.length ? `Out: ${list(outNames)}.` : 'Everything is in.',
      litNames.value.length ? `This step ${deed}: ${list(litNames.value)}.` : '',
      marks.value.length ? `Marks: ${list(marks.value.map(mark => mark.isChecked ? `${mark.key} checked` : mark.key))}.` : '',
      indexed.value.length ? `Index set on: ${list(indexed.value.map(part => part.name))}.` : '',
    ].filter(Boolean).join(' ')
  })
  return { bench, job, drawn, out, lit, litNames, marks, indexed, label }
}

export type Stack = ReturnType<typeof useStack>
