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
