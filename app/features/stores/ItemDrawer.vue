<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { EntryRow, FitRow, ItemAnswer, LotRow } from '#shared/wire/stores'
import { callApi, sentenceOf } from '../../net/api'
import { useSessionStore } from '../../net/session-store'
import { moment } from '../../ui/moment'
import FetchNote from '../../ui/FetchNote.vue'
import { runsInWords } from '../../ui/runs-in-words'
import { laterComponent, laterDialog } from '../../ui/later'
import EntryForm, { type Writing } from './EntryForm.vue'
import { DEED_WORDS } from './deed-words'

const FitForm = laterComponent(() => import('./FitForm.vue'))
const ItemDialog = laterDialog(() => import('./ItemDialog.vue'))

/** One item: its batches with what can be done to them, where it fits, what is ordered, and its book. */
const { number } = defineProps<{ number: string }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ changed: [] }>()
const session = useSessionStore()
const answer = ref<ItemAnswer>()
const problem = ref('')
const writing = ref<Writing>()
const [fitting, changing] = [ref(false), ref(false)]
const item = computed(() => answer.value?.item)

async function look() {
  problem.value = ''
  try {
    answer.value = await callApi<ItemAnswer>(`/stores/items/${encodeURIComponent(number)}`)
  } catch (error) {
    answer.value = undefined
    problem.value = sentenceOf(error)
  }
}
watch(() => [open.value, number], ([isOpen]) => {
  writing.value = undefined
  if (isOpen) void look()
})
async function written() {
  writing.value = undefined
  fitting.value = false
  emit('changed')
  await look()
}
const unfit = async (id: string) => {
  await callApi(`/stores/items/${encodeURIComponent(number)}/fits/${id}`, { method: 'DELETE' }).catch((error: unknown) => { problem.value = sentenceOf(error) })
  if (!problem.value) await written()
}
const lotName = ({ lot, site }: LotRow) => `${lot ? `batch ${lot}` : 'all'}, ${site}`
const held = ({ stock }: LotRow) => Object.values(stock.reserved).reduce((sum, count) => sum + count, 0)
/** A part of a sheet, the ways of building that it is for, and the units. */
const fitInWords = ({ partName, sheetTitle, builds, units }: FitRow) =>
  [`${partName} of ${sheetTitle}`, ...builds, ...units ? [`${units.join(', ')} only`] : []].join(', ')
</script>

<template>
  <el-drawer
    v-model="open"
    :title="item ? `${item.number} ${item.name}` : number"
    size="min(720px, 100vw)"
  >
    <FetchNote
      v-if="problem || !answer || !item"
      :problem="problem || null"
      what="This item"
      loading="Looking for the box …"
    />
    <template v-else>
      <p class="figures">
        <span><b class="mono">{{ item.free }}</b> free</span><span><b class="mono">{{ item.held }}</b> held</span>
        <span><b class="mono">{{ item.quarantine }}</b> in quarantine</span><span><b class="mono">{{ item.ordered }}</b> ordered</span>
        <span class="quiet">least {{ item.leastStock }}, comes in {{ item.leadDays }} days<template v-if="item.shelfLifeMonths">, keeps {{ item.shelfLifeMonths }} months</template></span>
      </p>
      <el-button
        v-if="session.may('stock:write') && !writing"
        type="primary"
        @click="writing = { deed: 'received', lot: undefined }"
      >
        <Icon name="ph:package" /> Something has come
      </el-button>
      <el-button
        v-if="session.may('stock:write') && !writing"
        @click="changing = true"
      >
        <Icon name="ph:pencil-simple" /> Change
      </el-button>
      <EntryForm
        v-if="writing"
        :item="item"
        :orders="answer.orders"
        :writing="writing"
        @done="written"
        @leave="writing = undefined"
      />
      <h3>On the shelves</h3>
      <p
        v-if="answer.lots.length === 0"
        class="quiet"
      >
        Nothing of it has come yet.
      </p>
      <ul class="lots">
        <li
          v-for="lot in answer.lots"
          :key="lotName(lot)"
          :class="{ old: lot.isExpired }"
        >
          <span class="what"><b>{{ lotName(lot) }}</b><small v-if="lot.goodUntil">{{ lot.isExpired ? 'too old: was good until' : 'good until' }} <span class="mono">{{ lot.goodUntil }}</span><template v-if="lot.extendedTo">, extended</template></small><small v-if="lot.runs.length">ran: {{ runsInWords(lot.runs) }}</small></span>
          <span class="mono counts">{{ lot.stock.shelf }} on the shelf<template v-if="held(lot)">, {{ held(lot) }} held</template><template v-if="lot.stock.quarantine">, {{ lot.stock.quarantine }} in quarantine</template></span>
          <span
            v-if="session.may('stock:write')"
            class="acts"
          >
            <el-button
              v-if="lot.stock.quarantine && !lot.isExpired"
              @click="writing = { deed: 'released', lot }"
            >Release</el-button>
            <el-button @click="writing = { deed: 'counted', lot }">Count</el-button>
            <el-button
              v-if="lot.stock.shelf + lot.stock.quarantine > 0"
              @click="writing = { deed: 'scrapped', lot }"
            >Scrap</el-button>
            <el-button
              v-if="lot.isExpired && !lot.extendedTo && lot.cured && session.may('concession:sign')"
              @click="writing = { deed: 'extend', lot }"
            >Extend</el-button>
          </span>
        </li>
      </ul>
      <h3>Fits</h3>
      <p
        v-if="answer.fits.length === 0"
        class="quiet"
      >
        Nobody has said where it fits.
      </p>
      <ul class="fits">
        <li
          v-for="fit in answer.fits"
          :key="fit.id"
        >
          <span>{{ fitInWords(fit) }} <small class="quiet">approved by {{ fit.by }}</small></span>
          <el-button
            v-if="session.may('sheet:release')"
            text
            :aria-label="`It does not fit ${fit.partName}`"
            @click="unfit(fit.id)"
          >
            <Icon name="ph:x" />
          </el-button>
        </li>
      </ul>
      <FitForm
        v-if="fitting"
        :number="item.number"
        @done="written"
        @leave="fitting = false"
      />
      <el-button
        v-else-if="session.may('sheet:release')"
        @click="fitting = true"
      >
        <Icon name="ph:plus" /> It fits …
      </el-button>
      <template v-if="item.kitOf">
        <h3>In the box</h3>
        <p>{{ item.contents.length }} parts of {{ item.kitOf }}</p>
      </template>
      <h3>Book</h3>
      <el-table
        :data="answer.entries"
        row-key="id"
        :aria-label="`Book of ${item.number}`"
        empty-text="What comes in, is held, given out or ordered of it stands here, with who wrote it."
      >
        <el-table-column
          label="When"
          min-width="140"
        >
          <template #default="{ row }">
            {{ moment((row as EntryRow).at) }}
          </template>
        </el-table-column>
        <el-table-column
          label="What"
          min-width="180"
        >
          <template #default="{ row }">
            {{ DEED_WORDS[(row as EntryRow).deed] }}<template v-if="(row as EntryRow).plan">
              for {{ (row as EntryRow).plan }}
            </template><template v-if="(row as EntryRow).order">, order {{ (row as EntryRow).order }}</template><small
              v-if="(row as EntryRow).note"
              class="quiet"
            >{{ (row as EntryRow).note }}</small>
          </template>
        </el-table-column>
        <el-table-column
          label="Pieces"
          align="right"
          width="80"
        >
          <template #default="{ row }">
            <span class="mono">{{ (row as EntryRow).count }}</span>
          </template>
        </el-table-column>
        <el-table-column
          label="By"
          prop="by"
          min-width="110"
        />
      </el-table>
    </template>
    <ItemDialog
      v-model="changing"
      :item="item"
      @saved="written"
    />
  </el-drawer>
</template>

<style scoped>
.figures { display: flex; flex-wrap: wrap; gap: 6px 20px; margin-bottom: 12px; }
.figures b { font-size: 20px; }
h3 { margin: 18px 0 6px; }
ul { list-style: none; margin: 0; padding: 0; }
li { padding: 6px 0; border-top: 1px solid var(--rule); }
.lots li { display: grid; grid-template-columns: 1fr auto; gap: 2px 12px; align-items: center; padding: 8px 10px; }
.lots .old { border-left: 4px solid var(--oxide); background: var(--oxide-tint); }
.fits li { display: flex; align-items: center; justify-content: space-between; gap: 12px; }
.counts { text-align: right; font-size: 14px; }
.acts { grid-column: 1 / -1; display: flex; gap: 8px; }
.acts .el-button { margin: 0; min-height: 44px; }
small { display: block; }
</style>
