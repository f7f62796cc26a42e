import { ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import { NoNetwork, sentenceOf } from './api'
import { deleteAll, deviceStore } from './device-store'

export interface Answer<T> {
  data: ShallowRef<T | null>
  /** When the shown copy was fetched, if it is not fresh. */
  keptAt: Ref<string | null>
  problem: Ref<string | null>
  loading: Ref<boolean>
  load: () => Promise<void>
}

/** Answers of one kind that are kept; the kind is the first word of the key. */
const MOST_OF_A_KIND = 50

/** Keeps an answer, and of its kind the newest only. */
async function keepAnswer(key: string, answer: unknown, most: number): Promise<void> {
  const store = await deviceStore()
  await store.put('answers', { key, at: new Date().toISOString(), answer })
  const [kind] = key.split(' ')
  const byAge = (await store.getAllKeysFromIndex('answers', 'at')).filter(one => one.split(' ')[0] === kind)
  await deleteAll('answers', byAge.slice(0, Math.max(0, byAge.length - most)))
}

/**
 * An answer of the server that is kept on the device: shown at once from the last time, then fresh; without a link the kept
 * copy stays and says how old it is.
 *
 * @param key a word for the kind of answer, and what it is of
 * @param most how many answers of that kind the device keeps, the newest
 */
export function useAnswer<T>(key: () => string, fetch: () => Promise<T>, most = MOST_OF_A_KIND): Answer<T> {
  const data = shallowRef<T | null>(null)
  const keptAt = ref<string | null>(null)
  const problem = ref<string | null>(null)
  const loading = ref(false)

  let calls = 0
  async function load(): Promise<void> {
    const call = ++calls
    const mine = () => call === calls
    const name = key()
    loading.value = true
    problem.value = null
    const asked = fetch()
    // It is looked at further down; until then a refusal is nobody's.
    let isHere = false
    asked.then(() => { isHere = true }, () => {})
    const kept = await deviceStore().then(store => store.get('answers', name)).catch(() => undefined)
    if (kept && mine() && !isHere && data.value === null) data.value = kept.answer as T
    try {
      const answer = await asked
      if (!mine()) return
      // The same as what is shown already is not drawn again.
      if (JSON.stringify(answer) !== JSON.stringify(data.value)) data.value = answer
      keptAt.value = null
      // What is on the screen comes first.
      await new Promise(resolve => setTimeout(resolve))
      await keepAnswer(name, answer, most).catch(() => undefined)
    } catch (error) {
      if (!mine()) return
      if (error instanceof NoNetwork && kept) {
        data.value = kept.answer as T
        keptAt.value = kept.at
      } else {
        problem.value = sentenceOf(error)
      }
    } finally {
      if (mine()) loading.value = false
    }
  }
  return { data, keptAt, problem, loading, load }
}
