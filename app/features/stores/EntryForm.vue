<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { computed, reactive, watch } from 'vue'
import type { EntryOutcome, ItemRow, LotRow, OrderRow } from '#shared/wire/stores'
import type { SitePlan } from '#shared/wire/house'
import { callApi } from '../../net/api'
import { useSubmit } from '../../net/use-submit'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'

/** What is written into the book of an item, one line: what came, was looked at, counted, scrapped, or may be used a while longer. */
export interface Writing { deed: 'received' | 'released' | 'counted' | 'scrapped' | 'extend', lot: LotRow | undefined }
const { item, writing, orders } = defineProps<{ item: ItemRow, writing: Writing, orders: readonly OrderRow[] }>()
const emit = defineEmits<{ done: [], leave: [] }>()

const TITLES: Readonly<Record<Writing['deed'], string>> = {
  received: 'What has come? It goes into quarantine first.', released: 'Looked at, and good: onto the shelf', counted: 'How many are on the shelf?',
  scrapped: 'What is scrapped?', extend: 'Good until when, and why?',
}
const said = reactive({ id: newId(), count: 1, lot: '', cured: '', site: '', order: '', note: '', to: '', fromQuarantine: false })
const sites = reactive<{ list: SitePlan[] }>({ list: [] })
const open = computed(() => orders.filter(({ closed }) => !closed))
watch(() => writing, async ({ deed, lot }) => {
  const first = open.value[0]
  Object.assign(said, {
    id: newId(), lot: lot?.lot ?? '', site: lot?.site ?? first?.site ?? '', cured: '', note: '', to: '', order: deed === 'received' ? first?.id ?? '' : '',
    fromQuarantine: (lot?.stock.shelf ?? 0) === 0,
    count: deed === 'released' ? lot!.stock.quarantine : deed === 'counted' ? lot!.stock.shelf : first && deed === 'received' ? first.count - first.received : 1,
  })
  sites.list = (await callApi<SitePlan[]>('/sites')).filter(({ closedAt }) => closedAt === null)
  said.site ||= sites.list[0]?.key ?? ''
}, { immediate: true })

const { busy, problem, submit } = useSubmit(async () => {
  if (writing.deed === 'extend') {
    await callApi('/stores/extend', { method: 'POST', body: { item: item.id, site: said.site, lot: said.lot, to: said.to, why: said.note.trim() } })
    emit('done')
    return
  }
  const entry = {
    id: said.id, item: item.id, site: said.site, lot: said.lot.trim(), deed: writing.deed, count: said.count,
    ...said.cured ? { cured: said.cured } : {}, ...said.order ? { order: said.order } : {}, ...said.note.trim() ? { note: said.note.trim() } : {},
    ...writing.deed === 'scrapped' && said.fromQuarantine ? { fromQuarantine: true } : {},
  }
  const { results: [outcome] } = await callApi<{ results: EntryOutcome[] }>('/stores/entries', { method: 'POST', body: { entries: [entry] } })
  if (outcome!.outcome === 'refused') {
    problem.value = outcome!.message!
    return
  }
  emit('done')
})
const isReady = computed(() => writing.deed === 'extend'
  ? said.to !== '' && said.note.trim().length >= 3
  : said.count > (writing.deed === 'counted' ? -1 : 0) && (writing.deed !== 'scrapped' || said.note.trim() !== ''))
</script>

<template>
  <form
    class="entry"
    @submit.prevent="isReady && submit()"
  >
    <h3>{{ TITLES[writing.deed] }}</h3>
    <div class="form-grid">
      <div
        v-if="writing.deed !== 'extend'"
        class="field"
      >
        <span>Pieces</span><el-input-number
          v-model="said.count"
          :min="writing.deed === 'counted' ? 0 : 1"
          :max="100000"
          aria-label="Pieces"
        />
      </div>
      <template v-if="writing.deed === 'received'">
        <div class="field">
          <span>Where</span><ChoiceSelect
            v-model="said.site"
            label="Where"
            :choices="sites.list.map(site => ({ value: site.key, label: site.name }))"
          />
        </div>
        <label>Batch or serial number<el-input
          v-model="said.lot"
          class="mono"
          maxlength="60"
        /></label>
        <div
          v-if="item.shelfLifeMonths"
          class="field"
        >
          <span>Cured on</span><el-date-picker
            v-model="said.cured"
            value-format="YYYY-MM-DD"
            aria-label="Cured on"
          />
        </div>
        <div
          v-if="open.length"
          class="field"
        >
          <span>By order</span><ChoiceSelect
            v-model="said.order"
            label="By order"
            :choices="[{ value: '', label: 'no order' }, ...open.map(order => ({ value: order.id, label: `order ${order.number}, ${order.received} of ${order.count} came` }))]"
          />
        </div>
      </template>
      <div
        v-if="writing.deed === 'extend'"
        class="field"
      >
        <span>Good until</span><el-date-picker
          v-model="said.to"
          value-format="YYYY-MM-DD"
          aria-label="Good until"
        />
      </div>
      <el-checkbox
        v-if="writing.deed === 'scrapped' && writing.lot!.stock.quarantine > 0"
        v-model="said.fromQuarantine"
      >
        out of quarantine
      </el-checkbox>
      <label class="wide">{{ writing.deed === 'scrapped' || writing.deed === 'extend' ? 'Why?' : 'Note' }}<el-input
        v-model="said.note"
        maxlength="300"
      /></label>
    </div>
    <p
      v-if="writing.deed === 'extend'"
      class="quiet"
    >
      Once, by your name, after you have looked at it and stretched it. The maker’s data stand above it.
    </p>
    <RefusalNote :text="problem" />
    <div class="acts">
      <el-button @click="emit('leave')">
        Leave it
      </el-button>
      <el-button
        type="primary"
        native-type="submit"
        :disabled="!isReady"
        :loading="busy"
      >
        Write it into the book
      </el-button>
    </div>
  </form>
</template>

<style scoped>
.entry { border-left: 4px solid var(--prussian); background: var(--plate); padding: 12px 16px; margin: 10px 0; }
.acts { display: flex; justify-content: flex-end; gap: 10px; margin-top: 10px; }
.acts .el-button { margin: 0; min-height: 44px; }
</style>
