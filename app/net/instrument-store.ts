import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { InstrumentRow } from '#shared/wire/types'
import { callApi } from './api'
import { useAnswer } from './use-answer'

/** The instruments of the shop, kept on the device for work without a link. */
export const useInstrumentStore = defineStore('instruments', () => {
  const answer = useAnswer<InstrumentRow[]>(() => 'instruments', () => callApi('/instruments'))
  const instruments = computed(() => (answer.data.value ?? []).filter(({ retired }) => !retired))
  return { instruments, load: answer.load }
})
