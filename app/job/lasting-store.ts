import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { Lasting } from '#shared/wire/fleet'
import { callApi } from '../net/api'
import { useAnswer } from '../net/use-answer'

/**
 * How likely the positions of the machine on the bench last to its next overhaul, as the fleet tells it. Asked once for all decisions of a
 * step, and again when more was read; without a link the last answer stands, and without any the bench proposes by what it knows itself.
 */
export const useLastingStore = defineStore('lasting', () => {
  const job = ref('')
  const { data, load } = useAnswer<Lasting>(() => `lasting ${job.value}`, () => callApi(`/jobs/${job.value}/lasting`))
  let asked = ''

  function ask(id: string, readings: number): void {
    if (asked === `${id} ${readings}`) return
    asked = `${id} ${readings}`
    if (job.value !== id) data.value = null
    job.value = id
    void load()
  }
  const lasts = computed(() => data.value?.lasts ?? [])
  const acceptedRisk = computed(() => data.value?.acceptedRisk)
  return { ask, lasts, acceptedRisk }
})
