<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { PersonRow, SessionRow, YardAnswer } from '#shared/wire/types'
import { callApi, sentenceOf } from '../../net/api'
import RefusalNote from '../../ui/RefusalNote.vue'
import StateNote from '../../ui/StateNote.vue'
import { SessionsTable } from '../session'
import { useSessionStore } from '../../net/session-store'
import { laterComponent } from '../../ui/later'
import PeopleTable from './PeopleTable.vue'
import PersonDialog, { type PersonDraft } from './PersonDialog.vue'
import SecretDialog from './SecretDialog.vue'

const InstrumentsPane = laterComponent(() => import('./InstrumentsPane.vue'))
const RulesPane = laterComponent(() => import('./RulesPane.vue'))
const MetersPane = laterComponent(() => import('./MetersPane.vue'))
const CataloguePane = laterComponent(() => import('./CataloguePane.vue'))

const session = useSessionStore()
const people = ref<PersonRow[] | null>(null)
const sessions = ref<SessionRow[]>([])
const sites = ref<YardAnswer['sites']>([])
const [problem, dialogProblem] = [ref(''), ref('')]
const [mayPeople, mayInstruments] = [computed(() => session.may('people:write')), computed(() => session.may('instrument:write'))]
const mayRules = computed(() => session.may('rule:write'))
const tab = ref(mayPeople.value ? 'people' : 'instruments')
const search = ref('')
/** Who is being changed; null while somebody new is added. */
const edited = ref<PersonRow | null>(null)
const [editing, busy] = [ref(false), ref(false)]
/** A password that was just made, told once. */
const told = ref<{ name: string, login: string, password: string } | null>(null)

const found = computed(() =>
  (people.value ?? []).filter(row => `${row.name} ${row.login} ${row.role}`.toLowerCase().includes(search.value.trim().toLowerCase())),
)

async function load() {
  try {
    const [yard, listed, signIns] = await Promise.all([
      callApi<YardAnswer>('/yard', { query: { limit: 1 } }),
      mayPeople.value ? callApi<PersonRow[]>('/people') : null,
      mayPeople.value ? callApi<SessionRow[]>('/sessions') : [],
    ])
    sites.value = yard.sites
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
        ...(await callApi<{ password: string }>('/people', { method: 'POST', body: { login, ...rest } })),
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
const reset = (person: PersonRow) =>
  act(async () => {
    told.value = {
      name: person.name,
      login: person.login,
      ...(await callApi<{ password: string }>(`/people/${person.id}/reset`, { method: 'POST', body: {} })),
    }
  })
const end = (id: string) => act(() => callApi(`/sessions/${id}`, { method: 'DELETE' }))
onMounted(() => { if (mayPeople.value || mayInstruments.value) void load() })
</script>

<template>
  <StateNote
    v-if="!mayPeople && !mayInstruments"
    kind="problem"
    title="The office is for admins and engineers"
    text="Ask one of them to add, change or reset people, or to write down a calibration."
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
          <PeopleTable
            :people="found"
            :sites="sites"
            :self="session.person!.id"
            @edit="edit"
            @reset="reset"
            @activate="setActive"
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
          v-if="mayInstruments"
          name="instruments"
          label="Instruments"
          lazy
        >
          <InstrumentsPane :sites="sites" />
        </el-tab-pane>
        <el-tab-pane
          v-if="mayPeople"
          name="meters"
          label="Meters"
          lazy
        >
          <MetersPane :sites="sites" />
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
      :sites="sites"
      :busy="busy"
      :problem="dialogProblem"
      @save="save"
    />
    <SecretDialog v-model="told" />
  </div>
</template>

<style scoped>
.office { max-width: 1240px; margin: 0 auto; padding: 20px; display: flex; flex-direction: column; gap: 14px; }
.head { display: flex; justify-content: space-between; align-items: center; gap: 16px; flex-wrap: wrap; }
.card { padding: 8px 22px 20px; }
.search { max-width: 340px; margin: 4px 0 12px; }
</style>
