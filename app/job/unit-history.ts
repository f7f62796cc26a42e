import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { ReadingRow, UnitAnswer } from '#shared/wire/types'
import { callApi } from '../net/api'
import { useAnswer } from '../net/use-answer'

/** What the overhauls of the unit on the bench have measured, kept on the device for work without a link. */
export const useUnitHistory = defineStore('unit-history', () => {
  const tag = ref('')
  const answer = useAnswer<UnitAnswer>(() => `unit ${tag.value}`, () => callApi(`/units/${encodeURIComponent(tag.value)}`))
  const readings = computed(() => answer.data.value?.unit.tag === tag.value ? answer.data.value.readings : [])

  /** Fetches it when another unit is asked for; `fresh`: in any case. */
  function open(unitTag: string, fresh = false): void {
    if (tag.value === unitTag && !fresh) return
    tag.value = unitTag
    void answer.load()
  }

  /** Of each position what overhauls before that job left last; found, when nothing was left. */
  function leftBefore(jobNumber: number): Map<string, ReadingRow> {
    const newest = new Map<string, ReadingRow>()
    const earlier = readings.value.filter(row => row.jobNumber < jobNumber)
    for (const row of [...earlier].sort((a, b) => a.jobNumber - b.jobNumber || Number(a.stage === 'as-left') - Number(b.stage === 'as-left')))
      newest.set(row.position, row)
    return newest
  }
  return { open, leftBefore }
})
