import { computed, ref, watch } from 'vue'
import { hasPlace, itemKey, kindName, type FindingNoted } from '#core'
import type { Dossier } from '#shared/wire/dossier'
import type { SisterJob, UnitAnswer } from '#shared/wire/types'
import type { Bench } from '../../job/use-bench'
import { callApi, NoNetwork } from '../../net/api'
import { dayOf, dayOfMoment } from '../../ui/moment'

/** An arc of another overhaul, faint behind those of this one. */
export interface Ghost { part: string, fromDeg: number, toDeg: number, kind: string }

/**
 * What another overhaul of the same unit, or of a sister machine, found, to be laid behind what this one has. Asked for only when somebody
 * wants to see it.
 */
export function useBefore(bench: Bench) {
  const { job } = bench
  const others = ref<readonly { id: string, name: string }[]>([])
  const chosen = ref('')
  const ghosts = ref<readonly Ghost[]>([])
  const problem = ref('')
  const choices = computed(() => [
    { value: '', label: 'nothing beside it' }, ...others.value.map(({ id, name }) => ({ value: id, label: name })),
  ])

  const asked = async (ask: () => Promise<void>) => {
    problem.value = ''
    try {
      await ask()
    } catch (error) {
      // Without the link nothing lies beside it; that is said to who wants to see it.
      if (chosen.value || !(error instanceof NoNetwork)) problem.value = error instanceof Error ? error.message : String(error)
    }
  }

  const list = () => asked(async () => {
    const unit = `/units/${encodeURIComponent(job.meta.unitTag)}`
    const [{ jobs }, sisters] = await Promise.all([callApi<UnitAnswer>(unit), callApi<SisterJob[]>(`${unit}/sisters`)])
    const named = ({ id, number, openedAt, reason }: Omit<SisterJob, 'tag'>, of = '') =>
      ({ id, name: `${of}job ${number}, ${dayOf(dayOfMoment(openedAt))}: ${reason}` })
    others.value = [...jobs.filter(({ id }) => id !== job.meta.id).map(one => named(one)), ...sisters.map(one => named(one, `${one.tag}, `))]
  })
  watch(chosen, id => asked(async () => {
    ghosts.value = []
    if (!id) return
    const { state } = await callApi<Dossier>(`/jobs/${id}/dossier`)
    // Somebody may have chosen another meanwhile.
    if (chosen.value === id) ghosts.value = (state.findings ?? []).flatMap(ghostOf)
  }))
  watch(() => job.meta.unitTag, list, { immediate: true })

  return { chosen, choices, ghosts, problem }
}

function ghostOf(found: FindingNoted): Ghost[] {
  return hasPlace(found) ? [{ part: itemKey(found), fromDeg: found.fromDeg, toDeg: found.toDeg, kind: kindName(found.kind) }] : []
}
