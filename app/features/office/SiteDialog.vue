<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import type { SitePlan } from '#shared/wire/house'
import { callApi } from '../../net/api'
import { useSubmit } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'

/** A site made or changed. */
const { site, taken } = defineProps<{ site: SitePlan | null, taken: readonly string[] }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ saved: [] }>()
const said = reactive({ name: '', key: '', timeZone: '', bays: [] as string[] })
/** Its short name follows the name until somebody writes it. */
const keyIsOwn = ref(false)
const here = new Intl.DateTimeFormat().resolvedOptions().timeZone
const zones = [...new Set([here, 'UTC', ...Intl.supportedValuesOf('timeZone')])].map(value => ({ value, label: value.replaceAll('_', ' ') }))

const KEY = /^[a-z][a-z0-9-]{1,39}$/
function keyFor(name: string): string {
  const plain = name.normalize('NFKD').replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase().replace(/[^a-z0-9-]/g, '').replace(/^[^a-z]+|-+$/g, '').slice(0, 30)
  return [plain, ...Array.from({ length: 9 }, (_, i) => `${plain}-${i + 2}`)].find(key => !taken.includes(key)) ?? plain
}
watch(() => said.name, (name) => {
  if (!site && !keyIsOwn.value) said.key = keyFor(name)
})
watch(open, (isOpen) => {
  if (!isOpen) return
  keyIsOwn.value = false
  problem.value = ''
  Object.assign(said, site ? { name: site.name, key: site.key, timeZone: site.timeZone, bays: [...site.bays] } : { name: '', key: '', timeZone: here, bays: [] })
}, { immediate: true })
const ready = computed(() => said.name.trim().length >= 2 && KEY.test(said.key.trim().toLowerCase()))
const { busy, problem, submit } = useSubmit(async () => {
  const name = said.name.trim()
  if (!site) {
    await callApi('/sites', { method: 'POST', body: { key: said.key.trim(), name, timeZone: said.timeZone, bays: said.bays } })
  } else {
    const all = { name, timeZone: said.timeZone, bays: said.bays }
    const change = Object.fromEntries(Object.entries(all).filter(([field, value]) => JSON.stringify(value) !== JSON.stringify(site[field as keyof SitePlan])))
    if (Object.keys(change).length > 0) await callApi(`/sites/${site.key}`, { method: 'PATCH', body: { version: site.version, change } })
  }
  emit('saved')
  open.value = false
})
</script>

<template>
  <AskDialog
    v-model="open"
    :title="site ? `Change ${site.name}` : 'Add a site'"
    :act="site ? 'Keep the change' : 'Add it'"
    :ready="ready"
    :busy="busy"
    @act="submit"
  >
    <div class="form-grid">
      <label class="wide">Name<el-input
        v-model="said.name"
        maxlength="80"
        placeholder="North Pumping Station"
        autocomplete="off"
        data-focus
      /></label>
      <label>Short name, for programs and addresses<el-input
        v-model="said.key"
        class="mono"
        maxlength="40"
        :disabled="site !== null"
        autocomplete="off"
        autocapitalize="off"
        spellcheck="false"
        @input="keyIsOwn = true"
      /></label>
      <div class="field">
        <span>Time zone</span><ChoiceSelect
          v-model="said.timeZone"
          label="Time zone"
          filterable
          :choices="zones"
        />
      </div>
      <div class="field wide">
        <span>Bays: areas, halls, places of work</span><el-input-tag
          v-model="said.bays"
          aria-label="Bays"
          placeholder="a name and Enter, then the next"
          :max="200"
          :maxlength="60"
          draggable
        />
      </div>
    </div>
    <RefusalNote :text="problem" />
  </AskDialog>
</template>

<style scoped>
label, .field { display: flex; flex-direction: column; gap: 2px; font: 600 15px var(--label); justify-content: flex-end; }
</style>
