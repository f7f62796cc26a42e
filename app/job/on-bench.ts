import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { Wait } from '#core'
import type { JobBundle, LoggedEvent } from '#shared/wire/types'

/** What the frame says of the job that is open, without the program that keeps a job: that comes with the bench. */
export const useOnBenchStore = defineStore('onBench', () => {
  const meta = shallowRef<JobBundle['job'] | null>(null)
  const timers = shallowRef<readonly Wait[]>([])
  /** Entries of others that a restored server has lost. */
  const lost = shallowRef<readonly LoggedEvent[]>([])
  return { meta, timers, lost }
})
