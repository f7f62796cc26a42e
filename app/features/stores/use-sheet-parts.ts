import { onMounted, shallowRef, watch, type Ref } from 'vue'
import type { SheetDocument } from '#core'
import type { SheetRow } from '#shared/wire/types'
import { callApi } from '../../net/api'
import { fetchSheet } from '../../net/sheets'

/** Sheets to choose from, and the parts and options of the chosen one. */
export function useSheetParts(key: Readonly<Ref<string>>) {
  const sheets = shallowRef<readonly { value: string, label: string, row: SheetRow }[]>([])
  const parts = shallowRef<readonly { value: string, label: string, count: number }[]>([])
  const options = shallowRef<NonNullable<SheetDocument['options']>>([])
  onMounted(async () => {
    const rows = await callApi<SheetRow[]>('/sheets').catch(() => [])
    sheets.value = rows.map(row => ({ value: row.key, label: row.title, row }))
  })
  watch([key, sheets], async () => {
    const row = sheets.value.find(({ value }) => value === key.value)?.row
    const document = row && await fetchSheet(row).catch((): SheetDocument | undefined => undefined)
    if (row?.key !== key.value && row) return
    parts.value = (document?.parts ?? []).map(({ key, name, count }) => ({ value: key, label: name, count }))
    options.value = document?.options ?? []
  }, { immediate: true })
  return { sheets, parts, options }
}
