import { defineStore } from 'pinia'
import { computed } from 'vue'
import { SHIPPED_CATALOGUE, type Catalogue } from '#core'
import type { CatalogueAnswer } from '#shared/wire/types'
import { callApi } from './api'
import { useAnswer } from './use-answer'

/** What the shop knows of machines without a sheet, kept on the device for work without a link; what ships until it is there. */
export const useCatalogueStore = defineStore('catalogue', () => {
  const answer = useAnswer<CatalogueAnswer>(() => 'catalogue', () => callApi('/catalogue'))
  const shop = computed<Catalogue>(() => answer.data.value?.document ?? SHIPPED_CATALOGUE)
  return { shop, standing: answer.data, load: answer.load }
})
