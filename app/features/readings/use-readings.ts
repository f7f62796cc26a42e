import { computed, ref, watch } from 'vue'
import {
  assessFit,
  assessTaken,
  DomainError,
  partOf,
  readingAt,
  type FitAssessment,
  type Fit,
  type Part,
  type Position,
  type ReadingStage,
  type Verdict,
} from '#core'
import type { ReadingRow } from '#shared/wire/types'
import { useUnitHistory } from '../../job/unit-history'
import type { Bench } from '../../job/use-bench'

/** What one stage of a position says, short: the value that stands for it and its verdict. */
export interface StageGlance { value: number, verdict: Verdict }

export interface PositionLine {
  position: Position
  /** Stages that some step of the sheet asks for. */
  stages: readonly ReadingStage[]
  found: StageGlance | null
  left: StageGlance | null
  /** What the last overhaul before this one left behind. */
  last: ReadingRow | null
}

export interface FitLine { fit: Fit, stages: Record<ReadingStage, FitAssessment | null> }

/** Every position and fit of the job on the bench, by part, beside what the last overhaul left. */
export function useReadings(bench: Bench) {
  const { job } = bench
  const history = useUnitHistory()
  watch(() => job.meta.unitTag, tag => history.open(tag, true), { immediate: true })
  const before = computed(() => history.leftBefore(job.meta.number))

  function glance(position: Position, stage: ReadingStage): StageGlance | null {
    const reading = readingAt(job.state, position.key, stage)
    if (!reading) return null
    try {
      const { value, verdict } = assessTaken(job.sheet, job.state, reading)
      return { value, verdict }
    } catch (error) {
      if (error instanceof DomainError) return null
      throw error
    }
  }

  const groups = computed<{ part: Part, lines: PositionLine[] }[]>(() => {
    const sheet = bench.sheet.value
    if (!sheet) return []
    const asked = new Map<string, Set<ReadingStage>>()
    for (const { position, stage } of sheet.steps.flatMap(step => step.reads ?? []))
      asked.set(position, (asked.get(position) ?? new Set()).add(stage))
    const lines = sheet.positions.filter(position => asked.has(position.key)).map((position): PositionLine => ({
      position, stages: (['as-found', 'as-left'] as const).filter(stage => asked.get(position.key)!.has(stage)),
      found: glance(position, 'as-found'), left: glance(position, 'as-left'), last: before.value.get(position.key) ?? null,
    }))
    const parts = [...new Set(lines.map(line => line.position.part))]
    return parts.map(part => ({ part: partOf(sheet, part), lines: lines.filter(line => line.position.part === part) }))
  })

  const fits = computed<FitLine[]>(() =>
    (bench.sheet.value?.fits ?? []).map(fit => ({
      fit,
      stages: {
        'as-found': assessFit(bench.sheet.value, job.state, fit, 'as-found'),
        'as-left': assessFit(bench.sheet.value, job.state, fit, 'as-left'),
      },
    })),
  )

  const picked = ref<string | null>(null)
  /** The position looked at; the first without a reading when nobody has picked one. */
  const shown = computed<PositionLine | undefined>(() => {
    const lines = groups.value.flatMap(group => group.lines)
    return lines.find(line => line.position.key === picked.value) ?? lines.find(line => !line.found && !line.left) ?? lines[0]
  })

  return { groups, fits, picked, shown }
}
