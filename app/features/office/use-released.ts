import { onMounted, ref, shallowRef } from 'vue'
import { callApi, sentenceOf } from '../../net/api'
import { moment } from '../../ui/moment'

/** A document that the installation goes by, in revisions; what ships has nobody who released it. */
interface Released<D> { document: D, note: string | null, by: string | null, at: string | null }

/**
 * What the installation goes by, and the release of its next revision.
 *
 * @param onStanding called with what stands, at first and after each release
 */
export function useReleased<D extends { revision: number }>(path: string, onStanding: (document: D) => unknown) {
  const standing = shallowRef<Released<D> | null>(null)
  const [problem, busy, releasing] = [ref(''), ref(false), ref(false)]

  async function act(work: () => Promise<void>): Promise<void> {
    problem.value = ''
    busy.value = true
    try {
      await work()
    } catch (error) {
      problem.value = sentenceOf(error)
    } finally {
      busy.value = false
    }
  }
  async function fetch(): Promise<void> {
    standing.value = await callApi<Released<D>>(path)
    await onStanding(standing.value.document)
  }
  onMounted(() => act(fetch))
  const release = (document: object, note: string) => act(async () => {
    const revision = standing.value!.document.revision + 1
    await callApi(path, { method: 'POST', body: { document: { ...document, revision }, note } })
    releasing.value = false
    await fetch()
  })
  /** Which revision stands, and why. */
  const head = (name: string): string => {
    const { document: { revision }, by, at, note } = standing.value!
    return by ? `${name} ${revision}, released by ${by}, ${moment(at!)}: ${note}` : `${name} ${revision}, as shipped`
  }
  return { standing, problem, busy, releasing, act, release, head }
}
