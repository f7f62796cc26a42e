import { computed, reactive, ref, watch } from 'vue'
import {
  assessTaken,
  formatQuantity,
  KINDS,
  parseQuantity,
  placeOf,
  positionOf,
  questionReadings,
  readingAt,
  readOf,
  stepOf,
  type AssessedTaken,
  type Quantity,
  type ReadingStage,
} from '#core'
import { sentenceOf } from '../../../net/api'
import { serverNow } from '../../../net/server-clock'
import type { Bench } from '../../../job/use-bench'
import { useDraftStore } from './draft-store'
import { useConditions } from './use-conditions'

interface Cell { quantity: Quantity | null, sentence: string | null }

/** Taking one reading of a job: what is typed cell by cell, what it was understood as, its verdict, and storing it. */
export function useReadingEntry(bench: Bench, asked: () => { position: string, stage: ReadingStage }) {
  const { job } = bench
  const position = computed(() => positionOf(job.sheet, asked().position))
  const stored = computed(() => readingAt(job.state, asked().position, asked().stage))
  const before = computed(() => asked().stage === 'as-left' ? readingAt(job.state, asked().position, 'as-found') : undefined)
  const conditions = useConditions(bench, position)
  const drafts = useDraftStore()
  const draftOf = () => ({ job: job.meta.id, ...asked() })

  const editing = ref(false)
  const typed = reactive<string[][]>([])
  /** The figures that are being corrected; none when everything is typed anew. */
  let corrected: string[][] | undefined
  /**
   * Starts from what was half typed here before; else from empty cells, so that nobody writes down again what he has not measured, or
   * from the stored figures to correct one of them.
   */
  function startTyping(correct = false): void {
    const draft = drafts.find(draftOf())
    const from = draft ?? (correct ? stored.value : undefined)
    corrected = draft ? undefined : from?.typed
    typed.splice(0, typed.length, ...position.value.stations.map((_, s) => position.value.planes.map((_, p) => from?.typed[s]?.[p] ?? '')))
    conditions.takeOver(from?.conditions ?? stored.value?.conditions)
    editing.value = true
  }
  /** Shows the stored reading; nothing half typed is left of it. */
  function leaveTyping(): void {
    drafts.forget(draftOf())
    editing.value = false
  }
  watch(stored, (now) => {
    // What is being typed goes on, also when somebody else has written down the same reading meanwhile.
    if (now && !drafts.find(draftOf())) editing.value = false
    else startTyping()
  }, { immediate: true })
  watch([typed, conditions.said], () => {
    if (!editing.value) return
    const isNew = typed.some((row, s) => row.some((text, p) => text.trim() && text !== corrected?.[s]?.[p]))
    if (isNew) drafts.keep(draftOf(), { typed, conditions: conditions.said.value })
    else drafts.forget(draftOf())
  })

  const cells = computed<Cell[][]>(() => typed.map(row => row.map((text) => {
    if (!text.trim()) return { quantity: null, sentence: null }
    try {
      return { quantity: parseQuantity(text, position.value.quantity), sentence: null }
    } catch (error) {
      return { quantity: null, sentence: sentenceOf(error) }
    }
  })))
  const isComplete = computed(() => cells.value.length > 0 && cells.value.every(row => row.every(cell => cell.quantity)))
  const values = computed(() => cells.value.map(row => row.map(cell => cell.quantity?.value ?? Number.NaN)))
  const show = (value: number, bare = false) =>
    formatQuantity(value, position.value.quantity, { bare, ...(position.value.quantity === 'length' ? { decimals: 3 } : {}) })
  /** Said when the number was typed in another unit than the one it is kept in. */
  const understood = computed(() =>
    cells.value
      .flat()
      .filter(cell => cell.quantity && cell.quantity.unit !== KINDS[position.value.quantity].base)
      .map(cell => show(cell.quantity!.value)),
  )

  const assessed = computed<{ result: AssessedTaken | null, fault: string | null }>(() => {
    const taken = editing.value
      ? isComplete.value && !conditions.fault.value
        ? { ...asked(), values: values.value, conditions: conditions.said.value, at: serverNow().toISOString() }
        : null
      : (stored.value ?? null)
    if (!taken) return { result: null, fault: null }
    try {
      return { result: assessTaken(job.sheet, job.state, taken), fault: null }
    } catch (error) {
      return { result: null, fault: sentenceOf(error) }
    }
  })
  const fault = computed(() =>
    editing.value ? (cells.value.flat().find(cell => cell.sentence)?.sentence ?? conditions.fault.value ?? assessed.value.fault) : null,
  )
  /** Where the sheet sends the work, because the stored reading is out. */
  const backTo = computed(() => {
    const step
      = editing.value || assessed.value.result?.verdict !== 'out' ? undefined : readOf(job.sheet, asked().position, asked().stage)?.backTo
    return step ? stepOf(job.sheet, step) : null
  })

  /** Readings so far from the others that a slip of the hand is likelier than the part; asked about before they are stored. */
  const questions = ref<{ place: string, said: string, others: string }[]>([])
  watch(values, () => { questions.value = [] })

  function store(): void {
    if (!isComplete.value || !assessed.value.result) return
    const { uncertainty, method } = position.value
    // A turn of dial readings is no cloud round one value: its high side is no slip.
    const strange = method === 'run-out' ? [] : questionReadings(values.value, uncertainty)
    questions.value = strange.map(({ station, plane, value, neighbours }) => ({
      place: placeOf(position.value, station, plane), said: show(value), others: show(neighbours),
    }))
    if (questions.value.length === 0) write()
  }

  function write(): void {
    questions.value = []
    const said = conditions.said.value
    if (job.act('reading-taken', { ...asked(), values: values.value, typed, ...(said ? { conditions: said } : {}) })) leaveTyping()
  }

  /** Puts a worked-out result into the first empty cell. */
  function fill(text: string): void {
    const row = typed.find(cells => cells.some(cell => !cell.trim()))
    if (row) row[row.findIndex(cell => !cell.trim())] = text
  }

  /** Who else has typed what stands here. */
  const others = computed(() => editing.value && typed.some(row => row.some(text => text.trim())) ? drafts.othersIn(draftOf()) : [])

  return {
    asked,
    others,
    position,
    stored,
    before,
    editing,
    typed,
    cells,
    understood,
    assessed,
    fault,
    backTo,
    questions,
    conditions,
    show,
    startTyping,
    leaveTyping,
    store,
    write,
    fill,
  }
}

export type ReadingEntry = ReturnType<typeof useReadingEntry>
