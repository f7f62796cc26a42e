import { computed, ref, watch } from 'vue'
import {
  boltNumber, DomainError, judgePull, nextBolt, parseQuantity, suitedWrenches, tighteningStand, toDigits, wrenchFaults,
  type EventBodies, type PassStand, type Step, type TighteningTool, type WrenchUsed,
} from '#core'
import type { Bench } from '../../job/use-bench'
import { useInstrumentStore } from '../../net/instrument-store'
import { serverNow } from '../../net/server-clock'
import type { DrawnBolt } from './RingDrawing.vue'

type Pull = EventBodies['bolt-pulled']

/** The joint of a step as it is being tightened: which pass, which bolt is in hand, with what, and what is pulled. */
export function useTightening(bench: Bench, step: () => Step) {
  const { job } = bench
  const register = useInstrumentStore()
  const stand = computed(() => tighteningStand(job.sheet, job.state, step())!)
  const plan = computed(() => stand.value.plan)
  const need = computed(() => stand.value.needs[0])
  const pass = computed<PassStand>(() => {
    const open = stand.value.needs.find(one => one.kind === 'pass')
    return stand.value.passes[open?.kind === 'pass' ? open.pass : stand.value.passes.length - 1]!
  })
  const isPulling = computed(() => need.value?.kind === 'pass' && bench.mayWork.value)

  const picked = ref<number | null>(null)
  watch(() => pass.value.index, () => { picked.value = null })
  const hand = computed(() => isPulling.value ? picked.value ?? nextBolt(plan.value, pass.value) : undefined)
  /** Which of several joints of a kind is in hand. */
  const setAt = computed(() => Math.floor((hand.value ?? 0) / plan.value.bolts))
  const drawn = computed<DrawnBolt[]>(() => {
    const { bolts } = plan.value
    const shown = pass.value.bolts.slice(setAt.value * bolts, (setAt.value + 1) * bolts)
    const numbered = shown.map(one => ({ ...one, number: boltNumber(plan.value, one.bolt) }))
    const furthest = Math.max(0, ...numbered.filter(({ pull }) => pull).map(({ number }) => number))
    return numbered.map(({ bolt, number, verdict, times }) => ({
      bolt, number, times, state: verdict ?? (pass.value.finished ? 'told' : number < furthest ? 'skipped' : 'open'),
    }))
  })

  const tool = ref<TighteningTool>('wrench')
  const tag = ref('')
  const offered = computed(() => suitedWrenches(pass.value.torqueNm, register.instruments))
  const wrench = computed<WrenchUsed | undefined>(() => {
    const row = tool.value === 'wrench' ? register.instruments.find(one => one.tag === tag.value) : undefined
    return row && { tag: row.tag, fromNm: row.rangeFrom, fullScaleNm: row.rangeTo, calibratedUntil: row.calibratedUntil }
  })
  const faults = computed(() => wrench.value
    ? wrenchFaults({ torqueNm: pass.value.torqueNm, wrench: wrench.value }, serverNow().toISOString())
    : [])

  /** What the wrench shows; nothing typed means that it was set to the torque of the pass and gave its sign there. */
  const typed = ref('')
  const understood = computed<{ torqueNm: number, problem: string }>(() => {
    if (!typed.value.trim()) return { torqueNm: toDigits(pass.value.torqueNm, 4), problem: '' }
    try {
      return { torqueNm: parseQuantity(typed.value, 'torque').value, problem: '' }
    } catch (error) {
      if (error instanceof DomainError) return { torqueNm: NaN, problem: error.message }
      throw error
    }
  })
  const by = computed(() => ({ tool: tool.value, ...wrench.value ? { wrench: wrench.value } : {} }))

  /** A pull that waits for its reason. */
  const asking = ref<Pull | null>(null)
  function pull(reason?: string): void {
    const body: Pull | null = asking.value && reason
      ? { ...asking.value, reason }
      : hand.value === undefined || understood.value.problem
        ? null
        : { step: step().key, pass: pass.value.index, bolt: hand.value, torqueNm: understood.value.torqueNm, ...by.value }
    if (!body) return
    if (job.asksReason('bolt-pulled', body)) {
      asking.value = body
      return
    }
    if (!job.act('bolt-pulled', body)) return
    asking.value = picked.value = null
    typed.value = ''
  }
  const verdict = computed(() => typed.value.trim() && !understood.value.problem ? judgePull(pass.value, understood.value.torqueNm) : null)
  /** A whole pass goes to its torque, or to what is typed where that is in. */
  const wholeNm = computed(() => verdict.value === 'in' ? understood.value.torqueNm : toDigits(pass.value.torqueNm, 4))
  const finish = (): boolean => job.act('pass-finished', {
    step: step().key, pass: pass.value.index, count: plan.value.joint.count, torqueNm: wholeNm.value, ...by.value,
  })

  return {
    stand, plan, need, pass, isPulling, picked, hand, setAt, drawn, tool, tag, offered, wrench, faults, typed, understood, asking, pull,
    verdict, wholeNm, finish,
  }
}

export type Tightening = ReturnType<typeof useTightening>
