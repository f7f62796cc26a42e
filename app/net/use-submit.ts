import { ref, type Ref } from 'vue'
import { sentenceOf } from './api'

/** One sending of a form: no second one meanwhile, and what went wrong as a sentence. */
export function useSubmit(send: () => Promise<void>): { busy: Ref<boolean>, problem: Ref<string>, submit: () => Promise<void> } {
  const [busy, problem] = [ref(false), ref('')]
  async function submit(): Promise<void> {
    if (busy.value) return
    busy.value = true
    problem.value = ''
    try {
      await send()
    } catch (error) {
      problem.value = sentenceOf(error)
    } finally {
      busy.value = false
    }
  }
  return { busy, problem, submit }
}

/** Deeds of a pane, one at a time: what went wrong as a sentence, and after each, however it ended, what is to be looked at anew. */
export function useDeeds(
  after: () => unknown = () => undefined,
): { busy: Ref<boolean>, problem: Ref<string>, act: (deed: () => unknown) => Promise<void> } {
  let deed: () => unknown = () => undefined
  const { busy, problem, submit } = useSubmit(async () => {
    try {
      await deed()
    } finally {
      await after()
    }
  })
  const act = (next: () => unknown) => {
    deed = next
    return submit()
  }
  return { busy, problem, act }
}
