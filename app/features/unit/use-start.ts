import { reactive, ref } from 'vue'
import { HOURS_ASKED, hoursIn } from './hours-in'
import { ApiProblem, callApi, sentenceOf } from '../../net/api'
import { deviceId } from '../../net/device-store'

/** Starting an overhaul of a unit: why it comes to the bench, and what went wrong. One that runs already is gone on with. */
export function useStart(tag: () => string) {
  const reason = ref('')
  /** What the meter shows, if somebody reads it; what is odd about that is asked once. */
  const meter = reactive({ hours: '', asked: '', because: '' })
  const problem = ref('')
  const busy = ref(false)

  async function startJob(how: object): Promise<void> {
    if (reason.value.trim().length < 3) {
      problem.value = 'Say in a few words why it comes to the bench.'
      return
    }
    busy.value = true
    problem.value = ''
    try {
      const body = {
        reason: reason.value, ...how, device: deviceId(), ...meter.hours.trim() ? { hours: hoursIn(meter.hours) } : {},
        ...meter.asked && meter.because.trim() ? { confirmed: meter.because.trim() } : {},
      }
      const { id } = await callApi<{ id: string }>(`/units/${encodeURIComponent(tag())}/jobs`, { method: 'POST', body })
      await navigateTo(`/jobs/${id}`)
    } catch (error) {
      if (error instanceof ApiProblem && typeof error.details.job === 'string') await navigateTo(`/jobs/${error.details.job}`)
      else if (error instanceof ApiProblem && HOURS_ASKED.has(error.details.code)) meter.asked = error.message
      else problem.value = sentenceOf(error)
    } finally {
      busy.value = false
    }
  }

  return { reason, meter, problem, busy, startJob }
}
