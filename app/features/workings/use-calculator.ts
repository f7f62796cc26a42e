import { useDebounceFn, useLocalStorage } from '@vueuse/core'
import { computed, reactive, ref, shallowRef, watch, type Ref } from 'vue'
import { DomainError, formatQuantity, parseQuantity, type UnitSystem } from '#core'
import type { Calculator, Outcome } from './calculator'
import type { Field } from './fields'
import { targetQuery } from './job-target'
import { showResult } from './show-result'

/**
 * A calculator at work: what is typed, what it is read as, what comes out. The address carries everything that differs from the
 * start, so that a link reproduces it.
 */
export function useCalculator(calculator: Ref<Calculator>) {
  const route = useRoute()
  const router = useRouter()
  const kept = useLocalStorage<UnitSystem>('needler-units', 'si')
  const system = computed<UnitSystem>({
    get: () => route.query.units === 'imperial' ? 'imperial' : route.query.units === 'si' ? 'si' : kept.value,
    set: (value) => {
      kept.value = value
      writeAddress(value)
    },
  })
  const texts = reactive<Record<string, string>>({})
  const outcome = shallowRef<Outcome | null>(null)
  const refusal = shallowRef<DomainError | null>(null)
  const busy = ref(false)

  /** Worked out for a job it starts empty: an example must never pass for a measurement. */
  const isForJob = computed(() => Object.keys(targetQuery(route.query)).length > 0)
  const startOf = ({ start, input }: Field) => isForJob.value && input.as !== 'choice' ? '' : start

  const fields = computed(() => Object.entries(calculator.value.fields).map(([key, field]) => ({ key, field })))
  const asked = computed(() => fields.value.filter(({ field }) => field.when?.(texts) ?? true))

  /** The query we wrote last: it comes back as news, by when more may have been typed. */
  let written = ''
  const nameOf = (query: Record<string, unknown>) => JSON.stringify(Object.entries(query).sort())
  function writeAddress(units = route.query.units): void {
    const changed = Object.fromEntries(
      fields.value.filter(({ key, field }) => texts[key] !== startOf(field)).map(({ key }) => [key, texts[key]!]),
    )
    const query = { ...changed, ...(units ? { units } : {}), ...targetQuery(route.query) }
    written = nameOf(query)
    void router.replace({ query })
  }

  // A link, or the way back, brings its own texts; nothing typed is touched otherwise.
  watch([() => calculator.value.key, () => route.query], ([key, query], [keyBefore]) => {
    if (key === keyBefore && nameOf(query) === written) return
    for (const { key: name, field } of fields.value) {
      const linked = route.query[name]
      const text = typeof linked === 'string' ? linked.slice(0, 2000) : startOf(field)
      if (key !== keyBefore || texts[name] === undefined || typeof linked === 'string') texts[name] = text
    }
  }, { immediate: true })
  const keepInAddress = useDebounceFn(() => writeAddress(), 300)

  const read = computed(() => {
    const values: Record<string, unknown> = {}
    const faults: Record<string, string> = {}
    for (const { key, field } of asked.value) {
      try {
        values[key] = field.read(texts[key] ?? '')
      } catch (error) {
        if (!(error instanceof DomainError)) throw error
        faults[key] = error.message
      }
    }
    return { values, faults }
  })
  /** The sentence beside a field: what cannot be read, or what the core says about it. */
  function faultOf(key: string): string | undefined {
    if (isForJob.value && !texts[key]?.trim()) return undefined
    const field = refusal.value?.details.field
    return (
      read.value.faults[key] ?? (typeof field === 'string' && calculator.value.blames?.[field] === key ? refusal.value!.message : undefined)
    )
  }
  const isBlamed = computed(() => asked.value.some(({ key }) => faultOf(key)))

  let turn = 0
  watch([read, calculator], async () => {
    const mine = ++turn
    refusal.value = null
    if (Object.keys(read.value.faults).length > 0) {
      outcome.value = null
      return
    }
    busy.value = true
    try {
      const found = await calculator.value.compute(read.value.values)
      if (mine === turn) outcome.value = found
    } catch (error) {
      if (mine !== turn) return
      outcome.value = null
      if (!(error instanceof DomainError)) throw error
      refusal.value = error
    } finally {
      if (mine === turn) busy.value = false
    }
  }, { immediate: true })

  function set(key: string, text: string): void {
    texts[key] = text
    void keepInAddress()
  }

  /** What a quantity was understood as, when it was typed in another unit than the one beside the field. */
  function understoodAs(key: string, field: Field): string | undefined {
    const { input } = field
    if (input.as !== 'line' || !input.kind || !texts[key]?.trim() || read.value.faults[key] || Array.isArray(read.value.values[key]))
      return undefined
    const { value, unit } = parseQuantity(texts[key], input.kind, { bareUnit: input.unit })
    return unit === input.unit ? undefined : formatQuantity(value, input.kind, { unit: input.unit, decimals: 4 })
  }

  /** Everything as plain text, for a mail or a record. */
  function asText(): string {
    const said = asked.value.map(
      ({ key, field }) => `${field.label}: ${texts[key]}${field.input.as === 'line' && field.input.unit ? ` [${field.input.unit}]` : ''}`,
    )
    const found = (outcome.value?.results ?? []).map(
      result => `${result.label}: ${showResult(result, system.value)}${result.verdict ? ` (${result.verdict})` : ''}`,
    )
    const working = (outcome.value?.working ?? []).map(
      line => `${line.label} = ${line.formula} = ${line.substituted} = ${line.result}  (${line.source})`,
    )
    return [calculator.value.title, '', ...said, '', ...found, '', 'Working', ...working, '', location.href]
      .join('\n')
      .replaceAll('\u00a0', ' ')
  }

  return { texts, asked, outcome, refusal, isBlamed, busy, system, set, faultOf, understoodAs, asText }
}
