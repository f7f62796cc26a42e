import { computed, onBeforeUnmount, onMounted, type ComputedRef } from 'vue'
import type { LocationQuery } from 'vue-router'
import { READING_STAGES, type ReadingStage } from '#core'
import { useJobStore } from '../../job/job-store'

/** The reading of a job that a working was opened for. */
export interface JobTarget { job: string, position: string, stage: ReadingStage }

const isJobId = (text: unknown): text is string => typeof text === 'string' && /^[\w-]{36}$/.test(text)

/** What of the address names the job: it stays in the address while the working changes. */
export const targetQuery = ({ job, position, stage }: LocationQuery) =>
  isJobId(job) ? { job, ...(position ? { position } : {}), ...(stage ? { stage } : {}) } : {}

/** The job a working was opened from, and the reading when it was opened for one. The job is open as long as the working is shown. */
export function useJobTarget(): { jobId: ComputedRef<string | null>, target: ComputedRef<JobTarget | null> } {
  const route = useRoute()
  const jobId = computed(() => isJobId(route.query.job) ? route.query.job : null)
  const target = computed<JobTarget | null>(() => {
    const { position } = route.query
    const stage = READING_STAGES.find(one => one === route.query.stage)
    return jobId.value && typeof position === 'string' && stage ? { job: jobId.value, position, stage } : null
  })
  const store = useJobStore()
  // By the time the view goes the address may already be another one.
  const opened = jobId.value
  onMounted(() => { if (opened) void store.open(opened) })
  onBeforeUnmount(() => { if (opened) store.close() })
  return { jobId, target }
}
