<script setup lang="ts">
import { ref } from 'vue'
import type { SitePlan } from '#shared/wire/house'
import { callApi } from '../../net/api'
import { useDeeds } from '../../net/use-submit'
import EmptyList from '../../ui/EmptyList.vue'
import { moment } from '../../ui/moment'
import RefusalNote from '../../ui/RefusalNote.vue'
import SiteDialog from './SiteDialog.vue'

/** The sites of the house in their order: where machines stand, and by whose clock. */
const { sites } = defineProps<{ sites: readonly SitePlan[] }>()
const emit = defineEmits<{ changed: [] }>()
const edited = ref<SitePlan | null>(null)
const editing = ref(false)
const { busy, problem, act } = useDeeds(() => emit('changed'))
const pathOf = (site: SitePlan) => `/sites/${site.key}`
const change = (site: SitePlan, change: object) => callApi(pathOf(site), { method: 'PATCH', body: { version: site.version, change } })
/** Two neighbours change their places; sites made before there was an order get one. */
const move = (i: number, by: -1 | 1) => act(async () => {
  const order = [...sites]
  const [one] = order.splice(i, 1)
  order.splice(i + by, 0, one!)
  for (const [place, site] of order.entries()) if (site.place !== place) await change(site, { place })
})
function edit(site: SitePlan | null) {
  edited.value = site
  editing.value = true
}
const counted = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`
</script>

<template>
  <div class="tools">
    <p class="quiet">
      Times of a site’s records are shown in its time zone.
    </p>
    <el-button
      type="primary"
      @click="edit(null)"
    >
      <Icon name="ph:plus" /> Add a site
    </el-button>
  </div>
  <RefusalNote :text="problem" />
  <EmptyList
    v-if="sites.length === 0"
    would="The places of your house stand here: a plant, a pumping station, a workshop. Each machine stands at one of them."
    who="Admins and engineers make them."
  >
    <el-button
      type="primary"
      @click="edit(null)"
    >
      <Icon name="ph:plus" /> Add the first site
    </el-button>
  </EmptyList>
  <ul
    v-else
    class="sites"
    aria-label="Sites"
  >
    <li
      v-for="(site, i) in sites"
      :key="site.key"
      :class="{ closed: site.closedAt }"
    >
      <div class="order">
        <el-button
          text
          :disabled="i === 0 || busy"
          :aria-label="`${site.name} further up`"
          @click="move(i, -1)"
        >
          <Icon name="ph:caret-up" />
        </el-button>
        <el-button
          text
          :disabled="i === sites.length - 1 || busy"
          :aria-label="`${site.name} further down`"
          @click="move(i, 1)"
        >
          <Icon name="ph:caret-down" />
        </el-button>
      </div>
      <div class="words">
        <h3>{{ site.name }} <span class="mono quiet">{{ site.key }}</span></h3>
        <p>
          <span class="mono">{{ site.timeZone }}</span> · {{ counted(site.units, 'machine', 'machines') }}<template v-if="site.openJobs">, {{ site.openJobs }} on the bench</template>
        </p>
        <p class="quiet">
          {{ site.bays.length ? site.bays.join(' · ') : 'no bays' }}
        </p>
        <p
          v-if="site.closedAt"
          class="quiet"
        >
          <Icon name="ph:prohibit" /> closed since {{ moment(site.closedAt) }}: nothing new begins there
        </p>
      </div>
      <div class="deeds">
        <el-button
          :aria-label="`Change ${site.name}`"
          @click="edit(site)"
        >
          Change
        </el-button>
        <el-button
          :loading="busy"
          :aria-label="`${site.closedAt ? 'Open' : 'Close'} ${site.name}`"
          @click="act(() => change(site, { isClosed: !site.closedAt }))"
        >
          {{ site.closedAt ? 'Open again' : 'Close' }}
        </el-button>
        <el-popconfirm
          v-if="site.units === 0"
          title="Take it away? This goes only while nothing names it."
          confirm-button-text="Take it away"
          cancel-button-text="Leave it"
          width="280"
          @confirm="act(() => callApi(pathOf(site), { method: 'DELETE' }))"
        >
          <template #reference>
            <el-button
              text
              :aria-label="`Take ${site.name} away`"
            >
              <Icon name="ph:trash" />
            </el-button>
          </template>
        </el-popconfirm>
      </div>
    </li>
  </ul>
  <SiteDialog
    v-model="editing"
    :site="edited"
    :taken="sites.map(({ key }) => key)"
    @saved="emit('changed')"
  />
</template>

<style scoped>
.tools { display: flex; justify-content: space-between; gap: 12px; align-items: center; flex-wrap: wrap; margin-bottom: 8px; }
.sites li { display: flex; gap: 14px; align-items: center; padding: 12px 0; border-top: 1px solid var(--rule); }
.order { display: flex; flex-direction: column; flex: none; }
.order .el-button { min-height: 32px; padding: 2px 8px; }
.words { flex: 1; min-width: 0; }
.words h3 { font-size: 20px; margin-bottom: 2px; }
.words .mono { font-size: 13px; font-weight: 400; }
.closed h3 { color: var(--slate); }
.deeds { display: flex; gap: 8px; flex-wrap: wrap; justify-content: flex-end; }
@media (max-width: 560px) { .sites li { flex-wrap: wrap; } .words { flex: 1 1 70%; } .deeds { flex-basis: 100%; justify-content: flex-start; } }
@media (pointer: coarse) { .order .el-button { min-height: 44px; } }
</style>
