<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import type { SitePlan } from '#shared/wire/house'
import type { PersonRow, SessionRow } from '#shared/wire/types'
import { may } from '#shared/rights'
import { callApi, sentenceOf } from '../../net/api'
import RefusalNote from '../../ui/RefusalNote.vue'
import StateNote from '../../ui/StateNote.vue'
import { SessionsTable } from '../session'
import { useSessionStore } from '../../net/session-store'
import { laterComponent, laterDialog } from '../../ui/later'
import PeopleTable from './PeopleTable.vue'
import PersonDialog, { type PersonDraft } from './PersonDialog.vue'
import SecretDialog, { type ToldSecret } from './SecretDialog.vue'
import SitesPane from './SitesPane.vue'

const InstrumentsPane = laterComponent(() => import('./InstrumentsPane.vue'))
const RulesPane = laterComponent(() => import('./RulesPane.vue'))
const MetersPane = laterComponent(() => import('./MetersPane.vue'))
const CataloguePane = laterComponent(() => import('./CataloguePane.vue'))
const TabletsPane = laterComponent(() => import('./TabletsPane.vue'))
const BadgesDialog = laterDialog(() => import('./BadgesDialog.vue'))

const session = useSessionStore()
const people = ref<PersonRow[] | null>(null)
const sessions = ref<SessionRow[]>([])
const sites = ref<SitePlan[] | null>(null)
const [problem, dialogProblem] = [ref(''), ref('')]
const [mayPeople, mayInstruments] = [computed(() => session.may('people:write')), computed(() => session.may('instrument:write'))]
const [mayRules, maySites] = [computed(() => session.may('rule:write')), computed(() => session.may('site:write'))]
/** Which leaf stands in the address, so that others can point to it. */
const route = useRoute()
const tab = ref(typeof route.query.tab === 'string' ? route.query.tab : mayPeople.value ? 'people' : 'instruments')
watch(tab, now => void navigateTo({ query: { tab: now } }, { replace: true }))
const search = ref('')
/** Who is being changed; null while somebody new is added. */
const edited = ref<PersonRow | null>(null)
const [editing, busy] = [ref(false), ref(false)]
/** A code or a badge that was just made, told once. */
const told = ref<ToldSecret | null>(null)
const badged = ref<string | null>(null)
const ofBadges = computed(() => people.value?.find(({ id }) => id === badged.value) ?? null)
const badging = ref(false)

/** Nobody else could release a hold point. */
const isAlone = computed(() => people.value?.every(row => row.id === session.person?.id || !row.active || !may(row.role, 'hold:release')) ?? false)
const found = computed(() =>
  (people.value ?? []).filter(row => `${row.name} ${row.login} ${row.role}`.toLowerCase().includes(search.value.trim().toLowerCase())),
)

async function load() {
  try {
    const [places, listed, signIns] = await Promise.all([
      callApi<SitePlan[]>('/sites'),
      mayPeople.value ? callApi<PersonRow[]>('/people') : null,
      mayPeople.value ? callApi<SessionRow[]>('/sessions') : [],
    ])
    sites.value = places
    people.value = listed
    sessions.value = signIns
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}
/** Does something and shows what came of it; says what went wrong. */
async function act(work: () => Promise<unknown>, where = problem): Promise<boolean> {
  where.value = ''
  busy.value = true
  try {
    await work()
    await load()
    return true
  } catch (error) {
    where.value = sentenceOf(error)
    return false
  } finally {
    busy.value = false
  }
}
function edit(person: PersonRow | null) {
  edited.value = person
  dialogProblem.value = ''
  editing.value = true
}
async function save({ login, ...rest }: PersonDraft) {
  const person = edited.value
  const saved = await act(async () => {
    if (person) await callApi(`/people/${person.id}`, { method: 'PATCH', body: changes(person, rest) })
    else
      told.value = {
        name: rest.name,
        login,
        ...(await callApi<{ code: string, until: string }>('/people', { method: 'POST', body: { login, ...rest } })),
      }
  }, dialogProblem)
  if (saved) editing.value = false
}
/** Only what is other than before: a changed name alone signs nobody out. */
function changes(person: PersonRow, draft: Omit<PersonDraft, 'login'>) {
  const changed = Object.entries(draft).filter(([key, value]) => JSON.stringify(person[key as keyof PersonRow]) !== JSON.stringify(value))
  return changed.length > 0 ? Object.fromEntries(changed) : { name: person.name }
}
const setActive = (person: PersonRow, active: boolean) => act(() => callApi(`/people/${person.id}`, { method: 'PATCH', body: { active } }))
const makeCode = (person: PersonRow) =>
  act(async () => {
    told.value = {
      name: person.name,
      login: person.login,
      ...(await callApi<{ code: string, until: string }>(`/people/${person.id}/reset`, { method: 'POST', body: {} })),
    }
  })
const endCode = (person: PersonRow) => act(() => callApi(`/people/${person.id}/code`, { method: 'DELETE' }))
function showBadges(person: PersonRow) {
  badged.value = person.id
  badging.value = true
}
function madeBadge(badge: string) {
  badging.value = false
  told.value = { name: ofBadges.value!.name, login: ofBadges.value!.login, badge }
}
const end = (id: string) => act(() => callApi(`/sessions/${id}`, { method: 'DELETE' }))
onMounted(() => { if (mayPeople.value || mayInstruments.value) void load() })
</script>

<template>
  <StateNote
    v-if="!mayPeople && !mayInstruments"
    kind="problem"
    title="The office is for admins and engineers"
    :text="session.person?.byBadge ? 'A badge does not open it. Sign in with your name and password.' : 'Ask one of them to add or change people and sites, or to write down a calibration.'"
  />
  <div
    v-else
    class="office"
  >
    <header class="head">
      <h1>Office</h1>
      <el-button
        v-if="tab === 'people' || tab === 'sessions'"
        type="primary"
        @click="edit(null)"
      >
        <Icon name="ph:user-plus" /> Add a person
      </el-button>
    </header>
    <RefusalNote :text="problem" />
    <StateNote
      v-if="mayPeople && !people && !problem"
      kind="loading"
      title="Fetching the list …"
    />
    <section
      v-else-if="people || !mayPeople"
      class="plate card"
    >
      <el-tabs v-model="tab">
        <el-tab-pane
          v-if="people"
          name="people"
          :label="`People (${people.length})`"
        >
          <el-input
            v-model="search"
            class="search"
            clearable
            placeholder="Name, sign-in name or role"
            aria-label="Search people"
          >
            <template #prefix>
              <Icon name="ph:magnifying-glass" />
            </template>
          </el-input>
          <p
            v-if="isAlone"
            class="alone"
          >
            <Icon name="ph:users" /> A hold point wants a second person, and nobody but you could release one. Add somebody as lead, engineer or admin; they sign at your bench with their name and PIN.
          </p>
          <PeopleTable
            :people="found"
            :sites="sites ?? []"
            :self="session.person!.id"
            @edit="edit"
            @code="makeCode"
            @end-code="endCode"
            @badges="showBadges"
            @activate="setActive"
            @clear="search = ''"
          />
        </el-tab-pane>
        <el-tab-pane
          v-if="people"
          name="sessions"
          :label="`Sign-ins (${sessions.length})`"
        >
          <SessionsTable
            :sessions="sessions"
            with-names
            @end="end"
          />
        </el-tab-pane>
        <el-tab-pane
          v-if="maySites && sites"
          name="sites"
          :label="`Sites (${sites.length})`"
          lazy
        >
          <SitesPane
            :sites="sites"
            @changed="load"
          />
        </el-tab-pane>
        <el-tab-pane
          v-if="mayPeople"
          name="tablets"
          label="Tablets"
          lazy
        >
          <TabletsPane :sites="sites ?? []" />
        </el-tab-pane>
        <el-tab-pane
          v-if="mayInstruments"
          name="instruments"
          label="Instruments"
          lazy
        >
          <InstrumentsPane :sites="sites ?? []" />
        </el-tab-pane>
        <el-tab-pane
          v-if="mayPeople"
          name="meters"
          label="Meters"
          lazy
        >
          <MetersPane :sites="sites ?? []" />
        </el-tab-pane>
        <el-tab-pane
          v-if="mayRules"
          name="rules"
          label="Rules of causes"
          lazy
        >
          <RulesPane />
        </el-tab-pane>
        <el-tab-pane
          v-if="mayRules"
          name="catalogue"
          label="Families and words"
          lazy
        >
          <CataloguePane />
        </el-tab-pane>
      </el-tabs>
    </section>
    <PersonDialog
      v-model="editing"
      :person="edited"
      :sites="sites ?? []"
      :busy="busy"
      :problem="dialogProblem"
      @save="save"
    />
    <BadgesDialog
      v-model="badging"
      :person="ofBadges"
      @changed="load"
      @made="madeBadge"
    />
    <SecretDialog v-model="told" />
  </div>
</template>

<style scoped>
.office { max-width: 1240px; margin: 0 auto; padding: 20px; display: flex; flex-direction: column; gap: 14px; }
.head { display: flex; justify-content: space-between; align-items: center; gap: 16px; flex-wrap: wrap; }
.card { padding: 8px 22px 20px; }
.alone { display: flex; gap: 10px; align-items: center; background: var(--brass-tint); border-left: 4px solid var(--brass-line); padding: 8px 12px; margin-bottom: 10px; }
.search { max-width: 340px; margin: 4px 0 12px; }
</style>
