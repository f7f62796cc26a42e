import { computed, onMounted } from 'vue'
import { proposeDisposition, type DispositionProposal, type KeptBy } from '#core'
import { useBench } from '../../../../job/use-bench'
import { useLastingStore } from '../../../../job/lasting-store'

/** Who may put the old one back against the proposal. */
export const KEEPING: Readonly<Record<KeptBy, string>> = {
  anybody: '', lead: 'To put it back is a lead’s word.', concession: 'To put it back, an engineer lets it run on for a time.', nobody: 'Nobody puts the old one back.',
}

/** What is proposed for parts at this bench, by what it knows and by what the fleet tells. */
export function useProposal(): { proposalOf: (part: string) => DispositionProposal } {
  const { job } = useBench()
  const lasting = useLastingStore()
  onMounted(() => { if (!job.isPractice) lasting.ask(job.meta.id, job.state.readings.length) })
  const forecasts = computed(() => job.isPractice ? [] : lasting.lasts)
  return { proposalOf: part => proposeDisposition(job.sheet, job.state, part, forecasts.value, lasting.acceptedRisk) }
}
