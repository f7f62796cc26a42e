<script setup lang="ts">
import { onMounted, reactive, ref } from 'vue'
import type { HoursLinkRow } from '#shared/wire/fleet'
import { callApi, sentenceOf } from '../../net/api'
import { useSubmit } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import EmptyList from '../../ui/EmptyList.vue'
import { moment } from '../../ui/moment'
import RefusalNote from '../../ui/RefusalNote.vue'

/** Programs that may send running hours, each by a secret of its own that is told once and ended at once. */
const { sites } = defineProps<{ sites: readonly { key: string, name: string }[] }>()
const rows = ref<HoursLinkRow[]>([])
const problem = ref('')
const [making, told] = [ref(false), ref('')]
const said = reactive({ name: '', sites: [] as string[] })

async function load() {
  try {
    rows.value = await callApi<HoursLinkRow[]>('/hours/links')
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}
onMounted(load)
const { busy, problem: refused, submit } = useSubmit(async () => {
  const body = { name: said.name.trim(), sites: said.sites.length > 0 ? said.sites : null }
  const { secret } = await callApi<{ secret: string }>('/hours/links', { method: 'POST', body })
  told.value = secret
  await load()
})
async function end(id: string) {
  problem.value = ''
  try {
    await callApi(`/hours/links/${id}`, { method: 'DELETE' })
    await load()
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}
function make() {
  Object.assign(said, { name: '', sites: [] })
  told.value = ''
  refused.value = ''
  making.value = true
}
const siteNames = (keys: readonly string[] | null) => keys === null ? 'all sites' : keys.map(key => sites.find(site => site.key === key)?.name ?? key).join(', ')
</script>

<template>
  <p class="quiet">
    A program that knows the meters sends them to <span class="mono">POST /api/hours</span> with its secret as a bearer token: at most 500 readings at once, each
    <span class="mono">{ "unit", "at", "hours" }</span>.
  </p>
  <el-button @click="make">
    <Icon name="ph:plus" /> Link
  </el-button>
  <RefusalNote :text="problem" />
  <el-table
    :data="rows"
    row-key="id"
    aria-label="Links that send running hours"
  >
    <template #empty>
      <EmptyList
        would="Programs that send running hours stand here, each with a secret of its own. Without one, people read the meters at the machine."
        who="Admins make a link."
      >
        <el-button @click="make">
          <Icon name="ph:plus" /> Link
        </el-button>
      </EmptyList>
    </template>
    <el-table-column
      label="Link"
      prop="name"
      min-width="180"
    />
    <el-table-column
      label="Sites"
      min-width="180"
    >
      <template #default="{ row }">
        {{ siteNames((row as HoursLinkRow).sites) }}
      </template>
    </el-table-column>
    <el-table-column
      label="Made"
      min-width="190"
    >
      <template #default="{ row }">
        {{ moment((row as HoursLinkRow).at) }}, {{ (row as HoursLinkRow).by }}
      </template>
    </el-table-column>
    <el-table-column
      label="Last used"
      min-width="150"
    >
      <template #default="{ row }">
        {{ (row as HoursLinkRow).usedAt ? moment((row as HoursLinkRow).usedAt!) : 'never' }}
      </template>
    </el-table-column>
    <el-table-column
      width="130"
      align="right"
    >
      <template #default="{ row }">
        <span
          v-if="(row as HoursLinkRow).revokedAt"
          class="quiet"
        >ended</span>
        <el-popconfirm
          v-else
          title="End it? Its secret is worth nothing from now on."
          confirm-button-text="End it"
          cancel-button-text="Leave it"
          width="260"
          @confirm="end((row as HoursLinkRow).id)"
        >
          <template #reference>
            <el-button :aria-label="`End ${(row as HoursLinkRow).name}`">
              End it
            </el-button>
          </template>
        </el-popconfirm>
      </template>
    </el-table-column>
  </el-table>
  <AskDialog
    v-model="making"
    title="A program that sends running hours"
    :leave="told ? 'I have passed it on' : 'Leave it'"
    :act="told ? undefined : 'Make the link'"
    :ready="said.name.trim().length >= 2"
    :busy="busy"
    @act="submit"
  >
    <template v-if="told">
      <p>Its secret, shown this once:</p>
      <p class="mono secret">
        {{ told }}
      </p>
    </template>
    <template v-else>
      <label>Name, as readings will show it<el-input
        v-model="said.name"
        maxlength="60"
        data-focus
      /></label>
      <label class="sites">Sites, none chosen is all of them<el-select
        v-model="said.sites"
        multiple
        aria-label="Sites, none chosen is all of them"
      ><el-option
        v-for="site in sites"
        :key="site.key"
        :value="site.key"
        :label="site.name"
      /></el-select></label>
    </template>
    <RefusalNote :text="refused" />
  </AskDialog>
</template>

<style scoped>
.secret { font-size: 17px; user-select: all; overflow-wrap: anywhere; }
.sites { display: block; margin-top: 12px; }
</style>
