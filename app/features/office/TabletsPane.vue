<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { HouseDeviceRow, SitePlan } from '#shared/wire/house'
import { callApi } from '../../net/api'
import { useSessionStore } from '../../net/session-store'
import { useDeeds } from '../../net/use-submit'
import EmptyList from '../../ui/EmptyList.vue'
import { moment } from '../../ui/moment'
import RefusalNote from '../../ui/RefusalNote.vue'
import TabletDialog from './TabletDialog.vue'

/** The tablets that people share: where each stands, who works at it, and when it locks. */
const { sites } = defineProps<{ sites: readonly SitePlan[] }>()
const session = useSessionStore()
const tablets = ref<HouseDeviceRow[] | null>(null)
const edited = ref<HouseDeviceRow | null>(null)
const editing = ref(false)
const isThisOne = computed(() => tablets.value?.some(row => row.isThis) ?? false)

const { busy, problem, act } = useDeeds()
async function load() {
  tablets.value = await callApi<HouseDeviceRow[]>('/house/devices')
}
const end = (row: HouseDeviceRow) => act(async () => {
  await callApi(`/house/devices/${row.id}`, { method: 'DELETE' })
  // Whoever ends the tablet in hand has ended their own sign-in.
  if (row.isThis) return window.location.assign('/')
  await load()
})
function edit(row: HouseDeviceRow | null) {
  edited.value = row
  editing.value = true
}
const saved = () => act(async () => {
  await session.look()
  await load()
})
onMounted(() => act(load))
</script>

<template>
  <div class="tools">
    <p class="quiet">
      At a tablet of the house people enter by badge and PIN, and take over the bench from one another. It needs https.
    </p>
    <el-button
      v-if="tablets?.length && !isThisOne"
      type="primary"
      @click="edit(null)"
    >
      <Icon name="ph:device-tablet" /> Make this device a tablet of the house
    </el-button>
  </div>
  <RefusalNote :text="problem" />
  <EmptyList
    v-if="tablets?.length === 0"
    would="Tablets that people share stand here, with their bay and who works at each. Take one in hand, sign in on it, open this page there, and press:"
    :who="sites.length === 0 ? 'First a site: a tablet stands somewhere.' : 'Admins make them.'"
  >
    <el-button
      type="primary"
      :disabled="sites.length === 0"
      @click="edit(null)"
    >
      <Icon name="ph:device-tablet" /> Make this device a tablet of the house
    </el-button>
  </EmptyList>
  <el-table
    v-else-if="tablets"
    :data="tablets"
    row-key="id"
    aria-label="Tablets of the house"
  >
    <el-table-column
      label="Tablet"
      min-width="150"
    >
      <template #default="{ row }">
        <strong>{{ row.name }}</strong>
        <small
          v-if="row.isThis"
          class="this"
        >this one</small>
      </template>
    </el-table-column>
    <el-table-column
      label="Stands at"
      min-width="170"
    >
      <template #default="{ row }">
        {{ row.siteName }}<small class="quiet">{{ row.bay ?? 'no bay' }}</small>
      </template>
    </el-table-column>
    <el-table-column
      label="Locks after"
      min-width="104"
    >
      <template #default="{ row }">
        <span class="mono">{{ row.restMinutes }} min</span>
      </template>
    </el-table-column>
    <el-table-column
      label="At it now"
      min-width="130"
    >
      <template #default="{ row }">
        <span :class="{ quiet: !row.who }">{{ row.who ?? 'nobody' }}</span>
      </template>
    </el-table-column>
    <el-table-column
      label="Made"
      min-width="150"
    >
      <template #default="{ row }">
        <span class="mono">{{ moment(row.at) }}</span><small class="quiet">{{ row.by }}</small>
      </template>
    </el-table-column>
    <el-table-column
      width="196"
      align="right"
    >
      <template #default="{ row }">
        <div class="deeds">
          <el-button
            :aria-label="`Change ${row.name}`"
            @click="edit(row as HouseDeviceRow)"
          >
            Change
          </el-button>
          <el-popconfirm
            title="End it? Who works at it is signed out at once, and no badge opens it any more."
            confirm-button-text="End it"
            cancel-button-text="Leave it"
            width="280"
            @confirm="end(row as HouseDeviceRow)"
          >
            <template #reference>
              <el-button
                :loading="busy"
                :aria-label="`End ${row.name}`"
              >
                End it
              </el-button>
            </template>
          </el-popconfirm>
        </div>
      </template>
    </el-table-column>
  </el-table>
  <TabletDialog
    v-model="editing"
    :tablet="edited"
    :sites="sites"
    @saved="saved"
  />
</template>

<style scoped>
.tools { display: flex; justify-content: space-between; gap: 12px; align-items: center; flex-wrap: wrap; margin-bottom: 8px; }
small { display: block; }
.this { color: var(--verdigris); font-weight: 600; }
.deeds { display: flex; flex-wrap: wrap; gap: 8px; justify-content: flex-end; }
</style>
