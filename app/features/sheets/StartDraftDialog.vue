<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { UploadFile } from 'element-plus'
import { navigateTo } from '#app'
import { DomainError, type EnergyKind, type Product } from '#core'
import type { DraftStart } from '#shared/wire/drafts'
import type { SheetRow } from '#shared/wire/types'
import { ApiProblem, callApi } from '../../net/api'
import { useCatalogueStore } from '../../net/catalogue-store'
import { useSubmit } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import FrameQuestions from '../../ui/FrameQuestions.vue'
import LabelledField from '../../ui/LabelledField.vue'
import RefusalNote from '../../ui/RefusalNote.vue'

/** How a sheet is begun at the desk: as the copy of a sister, from files, or from the frame of its family. */
const { sheets } = defineProps<{ sheets: readonly SheetRow[] }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ brought: [] }>()
const catalogue = useCatalogueStore()
watch(open, (isOpen) => { if (isOpen) void catalogue.load() }, { immediate: true })

const from = ref<'copy' | 'import' | 'frame'>('copy')
const [title, sister, family] = [ref(''), ref(''), ref('')]
const energies = ref<EnergyKind[]>([])
const product = ref<Product | ''>('')
const loose = ref(false)
const documents = ref<{ name: string, text: string }[]>([])
const faults = ref<{ place: string, reason: string }[]>([])
watch(open, (isOpen) => {
  if (!isOpen) return
  title.value = sister.value = family.value = ''
  energies.value = []
  product.value = ''
  loose.value = false
  documents.value = []
  faults.value = []
})
async function take({ name, raw }: UploadFile) {
  if (raw) documents.value = [...documents.value.filter(one => one.name !== name), { name, text: await raw.text() }]
}
const ready = computed(() => {
  if (from.value === 'import') return documents.value.length > 0
  return title.value.trim().length > 1 && (from.value === 'frame' ? energies.value.length > 0 || loose.value : sister.value !== '')
})

/** One file holds one sheet, or several as a list. */
function start(): DraftStart {
  if (from.value === 'copy') return { from: 'copy', key: sister.value, title: title.value.trim() }
  if (from.value === 'frame') {
    return {
      from: 'frame', title: title.value.trim(), energies: energies.value,
      ...product.value ? { product: product.value } : {}, ...family.value ? { family: family.value } : {},
    }
  }
  return {
    from: 'import', documents: documents.value.flatMap(({ name, text }): unknown[] => {
      try {
        const given = JSON.parse(text) as unknown
        return Array.isArray(given) ? given : [given]
      } catch {
        throw new DomainError('import.no-json', `${name} is no JSON. Nothing was brought in.`)
      }
    }),
  }
}
const { busy, problem, submit } = useSubmit(async () => {
  faults.value = []
  try {
    const { ids } = await callApi<{ ids: string[] }>('/drafts', { method: 'POST', body: start() })
    open.value = false
    if (ids.length === 1) await navigateTo(`/drafts/${ids[0]}`)
    else emit('brought')
  } catch (error) {
    if (error instanceof ApiProblem) faults.value = (error.details.faults as typeof faults.value | undefined) ?? []
    throw error
  }
})
const WAYS = [{ value: 'copy', label: 'Copy of a sister' }, { value: 'frame', label: 'Frame of its family' }, { value: 'import', label: 'Files' }]
</script>

<template>
  <AskDialog
    v-model="open"
    title="A new sheet"
    :width="640"
    act="Begin it"
    :ready="ready"
    :busy="busy"
    @act="submit"
  >
    <el-segmented
      v-model="from"
      :options="WAYS"
      aria-label="Where it comes from"
    />
    <div class="fields">
      <LabelledField
        v-if="from !== 'import'"
        name="The machine"
      >
        <el-input
          v-model="title"
          aria-label="The machine"
          placeholder="what people call this kind of machine"
          maxlength="120"
        />
      </LabelledField>
      <LabelledField
        v-if="from === 'copy'"
        name="Its sister"
      >
        <ChoiceSelect
          v-model="sister"
          label="Its sister"
          filterable
          :choices="sheets.map(row => ({ value: row.key, label: row.title }))"
        />
      </LabelledField>
      <div v-if="from === 'frame'">
        <FrameQuestions
          v-model:energies="energies"
          v-model:family="family"
          v-model:product="product"
          v-model:loose="loose"
          :shop="catalogue.shop"
        />
      </div>
      <template v-if="from === 'import'">
        <el-upload
          drag
          multiple
          accept="application/json,.json"
          :auto-upload="false"
          :on-change="take"
          :on-remove="(file: UploadFile) => { documents = documents.filter(one => one.name !== file.name) }"
        >
          Sheets as JSON: drop the files here, or choose them
        </el-upload>
        <p class="quiet">
          What comes in is a draft: somebody who has not written in it reads and releases it.
        </p>
      </template>
    </div>
    <RefusalNote :text="problem" />
    <ul
      v-if="faults.length > 0"
      class="faults"
    >
      <li
        v-for="fault in faults"
        :key="fault.place + fault.reason"
      >
        <span class="mono">{{ fault.place || '/' }}</span> {{ fault.reason }}
      </li>
    </ul>
  </AskDialog>
</template>

<style scoped>
.fields { display: grid; gap: 12px; margin-top: 14px; }
.faults { max-height: 180px; overflow: auto; margin: 8px 0 0; padding: 0; list-style: none; color: var(--oxide); }
.faults li { padding: 3px 0; border-top: 1px solid var(--rule); overflow-wrap: anywhere; }
</style>
