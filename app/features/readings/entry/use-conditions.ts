import { computed, reactive, ref, type ComputedRef } from 'vue'
import { EXPANSION_PER_K, parseQuantity, positionOf, type Material, type Position, type ReadingConditions } from '#core'
import type { InstrumentRow } from '#shared/wire/types'
import { sentenceOf } from '../../../net/api'
import type { Bench } from '../../bench/use-bench'
import { useInstrumentStore } from './instrument-store'

/** With what and how warm a reading is being taken. */
export function useConditions(bench: Bench, position: ComputedRef<Position>) {
  const register = useInstrumentStore()
  const tag = ref('')
  /** Temperatures as typed; asked for only when somebody wants to take the length to 20 °C. */
  const warmth = reactive({ asked: false, part: '', instrument: '', material: 'steel' as Material })
  const canBeWarm = computed(() => position.value.quantity === 'length' && position.value.method !== 'run-out')

  /** Those that the sheet may mean first: of the kind it names, with the limits in their range. */
  const offered = computed(() => {
    const { quantity, instrument, limits: { lower, upper } } = position.value
    const mayMean = (row: InstrumentRow) => instrument.toLowerCase().includes(row.kind) && [lower, upper].every(limit => limit === undefined || (limit >= row.rangeFrom && limit <= row.rangeTo))
    const all = register.instruments.filter(row => row.quantity === quantity)
    return { likely: all.filter(mayMean), others: all.filter(row => !mayMean(row)) }
  })
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
    const instrument = picked.value && { tag: picked.value.tag, uncertainty: picked.value.uncertainty, calibratedUntil: picked.value.calibratedUntil }
    const temperature = warmth.asked && canBeWarm.value && !fault.value
      ? { partC: celsius(warmth.part), instrumentC: celsius(warmth.instrument), alphaPart: EXPANSION_PER_K[warmth.material], alphaInstrument: picked.value?.alphaPerK ?? EXPANSION_PER_K.steel }
      : undefined
    return instrument || temperature ? { ...(instrument ? { instrument } : {}), ...(temperature ? { temperature } : {}) } : undefined
  })

  /** What somebody on this job last measured such a place with lies next to the hand. */
  const lastUsed = () => bench.job.state.readings.findLast(reading => reading.conditions?.instrument && positionOf(bench.job.sheet!, reading.position).instrument === position.value.instrument)?.conditions?.instrument?.tag

  /** Starts from what a stored reading says, or from what was last used. */
  function takeOver(from: ReadingConditions | undefined): void {
    tag.value = from?.instrument?.tag ?? lastUsed() ?? ''
    const { temperature } = from ?? {}
    const material = (Object.keys(EXPANSION_PER_K) as Material[]).find(name => EXPANSION_PER_K[name] === temperature?.alphaPart)
    Object.assign(warmth, temperature
      ? { asked: true, part: `${temperature.partC}`, instrument: `${temperature.instrumentC}`, material: material ?? 'steel' }
      : { asked: false, part: '', instrument: '', material: 'steel' })
  }

  return { tag, warmth, canBeWarm, offered, picked, fault, said, takeOver }
}

export type Conditions = ReturnType<typeof useConditions>
