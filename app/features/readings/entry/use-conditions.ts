import { computed, reactive, ref, type ComputedRef } from 'vue'
import {
  MATERIAL_NAMES,
  MATERIALS,
  mayBeWarm,
  parseQuantity,
  positionOf,
  STEEL_PER_K,
  suitedInstruments,
  type Material,
  type Position,
  type ReadingConditions,
} from '#core'
import { sentenceOf } from '../../../net/api'
import type { Bench } from '../../../job/use-bench'
import { useInstrumentStore } from '../../../net/instrument-store'

/** With what and how warm a reading is being taken. */
export function useConditions(bench: Bench, position: ComputedRef<Position>) {
  const register = useInstrumentStore()
  const tag = ref('')
  /** Temperatures as typed; asked for only when somebody wants to take the length to 20 °C. */
  const warmth = reactive({ asked: false, part: '', instrument: '', material: 'steel' as Material })
  const canBeWarm = computed(() => mayBeWarm(position.value))

  const offered = computed(() => suitedInstruments(position.value, register.instruments))
  const picked = computed(() => register.instruments.find(row => row.tag === tag.value))

  const celsius = (text: string) => parseQuantity(text, 'temperature').value
  const fault = computed(() => {
    if (!warmth.asked || !canBeWarm.value) return null
    try {
      celsius(warmth.part)
      celsius(warmth.instrument)
      return null
    } catch (error) {
      return sentenceOf(error)
    }
  })
  /** What goes into the record; undefined when nothing was said. */
  const said = computed<ReadingConditions | undefined>(() => {
    const instrument = picked.value && {
      tag: picked.value.tag,
      uncertainty: picked.value.uncertainty,
      calibratedUntil: picked.value.calibratedUntil,
    }
    const temperature
      = warmth.asked && canBeWarm.value && !fault.value
        ? {
            partC: celsius(warmth.part),
            instrumentC: celsius(warmth.instrument),
            alphaPart: MATERIALS[warmth.material].alphaPerK,
            alphaInstrument: picked.value?.alphaPerK ?? STEEL_PER_K,
          }
        : undefined
    return instrument || temperature ? { ...(instrument ? { instrument } : {}), ...(temperature ? { temperature } : {}) } : undefined
  })

  /** What somebody on this job last measured such a place with lies next to the hand. */
  const lastUsed = () =>
    bench.job.state.readings.findLast(
      reading => reading.conditions?.instrument && positionOf(bench.job.sheet, reading.position).instrument === position.value.instrument,
    )?.conditions?.instrument?.tag

  /** Starts from what a stored reading says, or from what was last used. */
  function takeOver(from: ReadingConditions | undefined): void {
    tag.value = from?.instrument?.tag ?? lastUsed() ?? ''
    const { temperature } = from ?? {}
    const material = MATERIAL_NAMES.find(name => MATERIALS[name].alphaPerK === temperature?.alphaPart)
    Object.assign(warmth, temperature
      ? { asked: true, part: `${temperature.partC}`, instrument: `${temperature.instrumentC}`, material: material ?? 'steel' }
      : { asked: false, part: '', instrument: '', material: 'steel' })
  }

  return { tag, warmth, canBeWarm, offered, picked, fault, said, takeOver }
}

export type Conditions = ReturnType<typeof useConditions>
