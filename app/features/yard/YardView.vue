<script setup lang="ts">
import { refDebounced, useThrottleFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { YARD_SHOWS, YARD_SORTS, type YardShow, type YardSort } from '#shared/wire/yard'
import { YARD_TOPIC } from '#shared/wire/topics'
import type { UnitRow, YardAnswer } from '#shared/wire/types'
import { callApi } from '../../net/api'
import { useNews } from '../../net/live-store'
import { useSessionStore } from '../../net/session-store'
import { useAnswer } from '../../net/use-answer'
import { moment, useZone } from '../../ui/moment'
import StateNote from '../../ui/StateNote.vue'
import { laterComponent } from '../../ui/later'
import EmptyList from '../../ui/EmptyList.vue'
import { HoursListDialog, UnitDialog } from '../unit'
import UnitTable from './UnitTable.vue'

/** Lists that stay on the device: as it opens, and the last that were looked for. */
const MOST_SEARCHES = 8
const FOLLOWS_EVERY_MS = 4000
/** Units that come at once, and with each scroll to the end. */
const [FIRST, PAGE] = [100, 500]

const FirstDayView = laterComponent(() => import('../first-day').then(first => ({ default: first.FirstDayView })))
const session = useSessionStore()
const [adding, listing] = [ref(false), ref(false)]
/** What is looked for stands in the address: it can be kept, sent, and come back to. */
const address = useRoute().query
const oneOf = <T extends string>(known: readonly T[], text: unknown): T | undefined => known.find(one => one === text)
const search = ref(typeof address.search === 'string' ? address.search : '')
const site = ref(typeof address.site === 'string' ? address.site : '')
const show = ref<YardShow>(oneOf(YARD_SHOWS, address.show) ?? 'all')
const sort = ref({ by: oneOf(YARD_SORTS, address.sort), desc: address.desc === 'true' })
const settled = refDebounced(search, 180)
const query = computed(() => ({
  search: settled.value || undefined, site: site.value || undefined, show: show.value, sort: sort.value.by, desc: sort.value.desc ? 'true' : undefined,
}))
/** Once up, once down, then as it was. */
function sortBy(by: YardSort) {
  if (sort.value.by !== by) sort.value = { by, desc: false }
  else sort.value = sort.value.desc ? { by: undefined, desc: false } : { by, desc: true }
}
const yard = useAnswer<YardAnswer>(
  () => `yard ${JSON.stringify(query.value)}`,
  () => callApi('/yard', { query: { ...query.value, limit: FIRST } }),
  MOST_SEARCHES,
)
/** What comes below the first page, fetched when somebody scrolls that far; it stays fresh as long as the search is the same. */
const further = shallowRef<readonly UnitRow[]>([])
const units = computed(() => [...yard.data.value?.units ?? [], ...further.value])
let isFetching = false
async function fetchFurther() {
  const { total, units: first } = yard.data.value ?? { total: 0, units: [] }
  if (isFetching || yard.keptAt.value || first.length + further.value.length >= total) return
  isFetching = true
  const asked = query.value
  try {
    const page = await callApi<YardAnswer>('/yard', { query: { ...asked, limit: PAGE, offset: units.value.length } })
    if (asked === query.value) further.value = [...further.value, ...page.units]
  } catch {
    // Without the link the list ends where it was; the next scroll asks again.
  } finally {
    isFetching = false
  }
}
function load() {
  further.value = []
  void yard.load()
}
watch(query, (wanted, before) => {
  load()
  if (before) void navigateTo({ query: { ...wanted, show: wanted.show === 'all' ? undefined : wanted.show } }, { replace: true })
}, { immediate: true })
// Somewhere somebody works nearly always: the list follows, but not at each tick, and not under somebody who has scrolled on.
useNews(() => [YARD_TOPIC], useThrottleFn(() => {
  if (further.value.length === 0) void yard.load()
}, FOLLOWS_EVERY_MS, true, false))

const isSought = computed(() => Boolean(settled.value || site.value || show.value !== 'all'))
/** Where all sites have one clock, the list goes by it. */
useZone(() => {
  const zones = new Set(yard.data.value?.sites.map(row => row.timeZone))
  return zones.size === 1 ? [...zones][0] : undefined
})
/** Nothing stands in this house yet. */
const isEmpty = computed(() => !isSought.value && yard.data.value?.units.length === 0)
const siteNames = computed(() => Object.fromEntries((yard.data.value?.sites ?? []).map(row => [row.key, row.name])))
const shows = [
  { label: 'All', value: 'all' }, { label: 'On the bench', value: 'open' }, { label: 'Due in 60 days', value: 'due' },
  { label: 'Limit in half a year', value: 'limit' }, { label: 'Out of use', value: 'retired' },
]
</script>

<template>
  <FirstDayView v-if="isEmpty && session.isFirstDay" />
  <div
    v-else
    class="yard"
  >
    <div class="head">
      <h1>Yard</h1>
      <div class="find">
        <el-input
          v-model="search"
          clearable
          aria-label="Search units by tag, name, kind or make"
          placeholder="Tag, name, kind or make"
        >
          <template #prefix>
            <Icon name="ph:magnifying-glass" />
          </template>
        </el-input>
        <el-segmented
          v-model="show"
          :options="shows"
          aria-label="Which units"
        />
        <el-button
          v-if="session.may('unit:write')"
          @click="adding = true"
        >
          <Icon name="ph:plus" /> Machine
        </el-button>
        <el-button
          v-if="session.may('unit:write')"
          aria-label="Running hours of many machines"
          @click="listing = true"
        >
          <Icon name="ph:gauge" />
        </el-button>
      </div>
    </div>

    <nav
      v-if="yard.data.value"
      class="sites"
      aria-label="Sites"
    >
      <button
        v-for="row in yard.data.value.sites"
        :key="row.key"
        class="plate site"
        :class="{ chosen: site === row.key }"
        :aria-pressed="site === row.key"
        @click="site = site === row.key ? '' : row.key"
      >
        <strong>{{ row.name }}</strong>
        <span class="mono">{{ row.units }} units<template v-if="row.openJobs"> · {{ row.openJobs }} on the bench</template></span>
      </button>
    </nav>

    <p
      v-if="yard.keptAt.value"
      class="kept"
      role="status"
    >
      No link. This is the yard as of {{ moment(yard.keptAt.value) }}.
    </p>
    <StateNote
      v-if="yard.problem.value"
      kind="problem"
      title="The yard cannot be shown"
      :text="yard.problem.value"
    >
      <el-button @click="load()">
        Try again
      </el-button>
    </StateNote>
    <StateNote
      v-else-if="!yard.data.value"
      kind="loading"
      title="Looking over the yard …"
    />
    <StateNote
      v-else-if="yard.data.value.units.length === 0 && isSought"
      kind="empty"
      title="No unit matches"
      text="Try another word, or show all sites."
    >
      <el-button @click="search = ''; site = ''; show = 'all'">
        Show everything
      </el-button>
    </StateNote>
    <EmptyList
      v-else-if="yard.data.value.units.length === 0"
      would="The machines of the house stand here, with what is due, what is on the bench, and which limit comes first."
      who="Planners, engineers and admins take them in. No sheet is needed: the first overhaul writes one."
    >
      <el-button
        v-if="session.may('unit:write')"
        type="primary"
        @click="adding = true"
      >
        <Icon name="ph:plus" /> Take a machine in
      </el-button>
    </EmptyList>
    <template v-else>
      <UnitTable
        :units="units"
        :site-names="siteNames"
        :sort="sort"
        @end="fetchFurther"
        @sort="sortBy"
      />
      <p class="count quiet">
        {{ yard.data.value.total }} {{ yard.data.value.total === 1 ? 'unit' : 'units' }}
      </p>
    </template>
    <HoursListDialog
      v-model="listing"
      @saved="load"
    />
    <UnitDialog
      v-model="adding"
      @saved="navigateTo(`/units/${encodeURIComponent($event)}`)"
    />
  </div>
</template>

<style scoped>
.yard { max-width: 1320px; margin: 0 auto; padding: 18px 20px 10px; height: 100%; min-height: 620px; display: flex; flex-direction: column; }
.head { display: flex; align-items: center; justify-content: space-between; gap: 20px; flex-wrap: wrap; }
.find { display: flex; gap: 10px; flex-wrap: wrap; }
.find .el-input { width: 230px; }
.find .el-button { margin: 0; }
.sites { display: grid; grid-template-columns: repeat(auto-fit, minmax(220px, 1fr)); gap: 12px; margin: 16px 0; }
.site { display: flex; flex-direction: column; align-items: flex-start; gap: 2px; padding: 11px 18px; cursor: pointer; text-align: left; border-left: 6px solid var(--rule); min-height: 62px; }
.site strong { font: 600 20px/1.2 var(--label); }
.site .mono { color: var(--slate); font-size: 13px; }
.site.chosen { border-left-color: var(--prussian); background: var(--plate); }
@media (max-width: 560px) {
  .yard { padding: 12px 10px 6px; }
  .sites { display: flex; overflow-x: auto; margin: 10px 0; scrollbar-width: none; }
  .site { flex: none; min-height: 48px; padding: 6px 12px; }
  .find, .find .el-input { width: 100%; }
}
.kept { background: var(--brass-tint); border-left: 4px solid var(--brass-line); padding: 8px 14px; margin-bottom: 12px; }
.count { margin-top: 8px; }
</style>
