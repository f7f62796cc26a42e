import { computed, inject, onScopeDispose, provide, ref, shallowRef, type InjectionKey } from 'vue'
import { v4 as newId } from 'uuid'
import { applyEdits, DomainError, type Checked, type Clash, type Edit, type SheetDocument } from '#core'
import type { DeedAnswer, DeedRow, DraftAnswer } from '#shared/wire/drafts'
import { ApiProblem, callApi, NoNetwork, sentenceOf } from '../../../net/api'
import { openCoreWorker } from '../../../workers/ask-worker'
import { undoable } from './undoable'

interface Deed { id: string, edits?: Edit[], undoes?: number }
const RETRY_MS = 3000
/** A copy for the worker and the server: what a form holds is reactive. */
const plainly = (edits: readonly Edit[]) => JSON.parse(JSON.stringify(edits)) as Edit[]

/**
 * A draft under an author's hands: what is written shows at once, goes to the server deed by deed, and waits while there is no link; what
 * the server refuses is taken off the screen again, with what another has written.
 */
export function makeDraft(id: string) {
  const answer = shallowRef<DraftAnswer | null>(null)
  const document = shallowRef<SheetDocument | null>(null)
  const history = shallowRef<DeedRow[]>([])
  const [problem, saving, isCut] = [ref(''), ref(0), ref(false)]
  const clash = shallowRef<Clash | null>(null)
  const checked = shallowRef<Checked | null>(null)

  const worker = openCoreWorker()
  let looking = false
  let isStale = false
  let isGone = false
  /** What the checker has not been told yet; null: it has to be told the whole. */
  let untold: Edit[] | null = null
  /** What is being typed: the checker reads it with the rest, and it is kept when its field is left. */
  const typed = shallowRef<readonly Edit[]>([])
  /** What the checker says of the newest state: while it reads, what comes meanwhile is read once afterwards. */
  async function check(): Promise<void> {
    isStale = true
    if (looking || !document.value) return
    looking = true
    while (isStale && document.value) {
      isStale = false
      const isWhole = untold === null
      const news = { ...untold ? { edits: untold } : { document: document.value }, typed: typed.value }
      untold = []
      try {
        checked.value = await worker.ask('checkDraft', news)
      } catch {
        untold = null
        isStale ||= !isWhole && !isGone
      }
    }
    looking = false
  }

  async function load(): Promise<void> {
    try {
      const fetched = await callApi<DraftAnswer>(`/drafts/${id}`)
      answer.value = fetched
      document.value = fetched.document
      untold = null
      history.value = fetched.history
      void check()
    } catch (error) {
      problem.value = sentenceOf(error)
    }
  }

  const queue: Deed[] = []
  let sending = false
  async function send(): Promise<void> {
    if (sending) return
    sending = true
    for (let deed = queue[0]; deed; deed = queue[0]) {
      try {
        const { n, seq } = await callApi<DeedAnswer>(`/drafts/${id}/deeds`, { method: 'POST', body: deed })
        isCut.value = false
        queue.shift()
        const isAlone = n === (answer.value?.seq ?? 0) + 1
        answer.value = { ...answer.value!, seq, status: 'open' }
        history.value = [...history.value, {
          n, by: '', at: new Date().toISOString(), isMine: true, undoes: deed.undoes ?? null, carries: null, left: null, edits: deed.edits?.length ?? 1,
        }]
        // Somebody else has written meanwhile, or the server knows better what was taken back, and who is an author by now.
        if ((!isAlone || deed.undoes !== undefined || !answer.value.isMine) && queue.length === 0) await load()
      } catch (error) {
        if (error instanceof NoNetwork) {
          isCut.value = true
          await new Promise(resolve => setTimeout(resolve, RETRY_MS))
          continue
        }
        queue.length = 0
        if (error instanceof ApiProblem) clash.value = (error.details.clash as Clash | undefined) ?? null
        problem.value = sentenceOf(error)
        await load()
      }
      saving.value = queue.length
    }
    saving.value = queue.length
    sending = false
  }
  const put = (deed: Deed) => {
    queue.push(deed)
    saving.value = queue.length
    void send()
  }

  /** What stands in a field that is still written in; nothing, once nobody does. */
  function type(edits: readonly Edit[]): void {
    if (edits.length + typed.value.length === 0) return
    typed.value = plainly(edits)
    void check()
  }

  /** Makes a change; false, with the sentence in `problem`, where it cannot be. */
  function act(edits: readonly Edit[]): boolean {
    problem.value = ''
    clash.value = null
    if (!document.value || edits.length === 0) return false
    const plain = plainly(edits)
    try {
      document.value = applyEdits(document.value, plain)
    } catch (error) {
      if (!(error instanceof DomainError)) throw error
      problem.value = error.message
      return false
    }
    typed.value = []
    untold?.push(...plain)
    void check()
    put({ id: newId(), edits: plain })
    return true
  }

  const steps = computed(() => undoable(history.value))
  const mayUndo = computed(() => saving.value === 0 ? steps.value.undo : undefined)
  const mayRedo = computed(() => saving.value === 0 ? steps.value.redo : undefined)
  const takeBack = (n: number | undefined) => {
    problem.value = ''
    clash.value = null
    if (n !== undefined) put({ id: newId(), undoes: n })
  }

  const warn = (event: BeforeUnloadEvent) => { if (saving.value > 0) event.preventDefault() }
  window.addEventListener('beforeunload', warn)
  onScopeDispose(() => {
    window.removeEventListener('beforeunload', warn)
    isGone = true
    worker.stop()
  })

  return {
    id, answer, document, history, problem, clash, saving, isCut, checked, typed, load, type, act, mayUndo, mayRedo,
    undo: () => takeBack(mayUndo.value), redo: () => takeBack(mayRedo.value),
  }
}

export type DraftDesk = ReturnType<typeof makeDraft>
const KEY: InjectionKey<DraftDesk> = Symbol('draft')

export function provideDraft(id: string): DraftDesk {
  const desk = makeDraft(id)
  provide(KEY, desk)
  return desk
}

/** The draft that is open at this desk; null where something else is written with the same forms. */
export const useDraftIfOpen = (): DraftDesk | null => inject(KEY, null)

/** The draft that is open at this desk. */
export function useDraft(): DraftDesk & { sheet: () => SheetDocument } {
  const desk = inject(KEY)
  if (!desk) throw new Error('no draft is open here')
  return { ...desk, sheet: () => desk.document.value! }
}
