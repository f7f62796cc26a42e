import { defineStore } from 'pinia'
import { computed } from 'vue'
import { SHIPPED_RULES, type RuleDocument } from '#core'
import type { RulesAnswer } from '#shared/wire/types'
import { callApi } from './api'
import { useAnswer } from './use-answer'

/** The rules by which causes are ranked, kept on the device for work without a link; the shipped ones until they are there. */
export const useRulesStore = defineStore('rules', () => {
  const answer = useAnswer<RulesAnswer>(() => 'rules', () => callApi('/rules'))
  const document = computed<RuleDocument>(() => answer.data.value?.document ?? SHIPPED_RULES)
  return { document, standing: answer.data, load: answer.load }
})
