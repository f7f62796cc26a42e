<script setup lang="ts">
import { computed, reactive, watch } from 'vue'
import type { HouseDeviceRow, SitePlan } from '#shared/wire/house'
import { callApi } from '../../net/api'
import { makeHouseKey } from '../../net/house-key'
import { useSubmit } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'

/** The device in hand becomes a tablet of the house, or one of them gets another name, place or rest. */
const { tablet, sites } = defineProps<{ tablet: HouseDeviceRow | null, sites: readonly SitePlan[] }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ saved: [] }>()
const said = reactive({ name: '', site: '', bay: '', restMinutes: 10 })
const places = computed(() => sites.filter(site => !site.closedAt || site.key === tablet?.site))
const bays = computed(() => sites.find(site => site.key === said.site)?.bays ?? [])
watch(open, (isOpen) => {
  if (!isOpen) return
  problem.value = ''
  Object.assign(said, tablet
    ? { name: tablet.name, site: tablet.site, bay: tablet.bay ?? '', restMinutes: tablet.restMinutes }
    : { name: '', site: places.value[0]?.key ?? '', bay: '', restMinutes: 10 })
}, { immediate: true })
watch(() => said.site, () => { if (!bays.value.includes(said.bay)) said.bay = '' })
const { busy, problem, submit } = useSubmit(async () => {
  const body = { name: said.name.trim(), site: said.site, bay: said.bay || null, restMinutes: said.restMinutes }
  if (tablet) await callApi(`/house/devices/${tablet.id}`, { method: 'PATCH', body })
  else await callApi('/house/devices', { method: 'POST', body: { ...body, publicKey: await makeHouseKey() } })
  emit('saved')
  open.value = false
})
</script>

<template>
  <AskDialog
    v-model="open"
    :title="tablet ? `Change ${tablet.name}` : 'A tablet of the house'"
    :act="tablet ? 'Keep the change' : 'Make it one of the house'"
    :ready="said.name.trim().length >= 2 && said.site !== ''"
    :busy="busy"
    @act="submit"
  >
    <p
      v-if="!tablet"
      class="lead"
    >
      This device is kept by the house from now on: whoever has a badge and a PIN enters here. It is known by a key that this browser keeps.
    </p>
    <div class="form-grid">
      <label class="wide">Name, as it is written on the tablet<el-input
        v-model="said.name"
        maxlength="40"
        placeholder="Bench 2"
        autocomplete="off"
        data-focus
      /></label>
      <div class="field">
        <span>Site</span><ChoiceSelect
          v-model="said.site"
          label="Site"
          :choices="places.map(site => ({ value: site.key, label: site.name }))"
        />
      </div>
      <div class="field">
        <span>Bay</span><ChoiceSelect
          v-model="said.bay"
          label="Bay"
          :choices="[{ value: '', label: 'no bay' }, ...bays.map(name => ({ value: name, label: name }))]"
        />
      </div>
      <div class="field">
        <span>It locks after so many minutes of rest</span><el-input-number
          v-model="said.restMinutes"
          :min="1"
          :max="240"
          :precision="0"
          aria-label="Minutes of rest"
        />
      </div>
    </div>
    <RefusalNote :text="problem" />
  </AskDialog>
</template>

<style scoped>
.lead { margin-bottom: 12px; }
label, .field { display: flex; flex-direction: column; gap: 2px; font: 600 15px var(--label); }
</style>
