<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { rightsOf } from '#shared/rights'
import { RIGHT_WORDS } from './right-words'
import type { SessionRow } from '#shared/wire/types'
import { callApi, sentenceOf } from '../../net/api'
import RefusalNote from '../../ui/RefusalNote.vue'
import SecretForm from './SecretForm.vue'
import SessionsTable from './SessionsTable.vue'
import { useSessionStore } from '../../net/session-store'

const session = useSessionStore()
const sessions = ref<SessionRow[]>([])
const problem = ref('')

async function load() {
  try {
    sessions.value = await callApi<SessionRow[]>('/me/sessions')
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}
async function end(id: string) {
  problem.value = ''
  try {
    await callApi(`/sessions/${id}`, { method: 'DELETE' })
    await load()
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}
async function endOthers() {
  problem.value = ''
  try {
    await callApi('/me/sessions', { method: 'DELETE' })
    await load()
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}
const others = computed(() => sessions.value.filter(row => !row.isThis).length)
/** What a person may, as far as a badge opens it; and where. */
const rights = computed(() => session.person ? rightsOf(session.person.role).filter(session.may).map(right => RIGHT_WORDS[right]) : [])
const siteNames = ref<string[] | null>(null)
async function loadSites() {
  if (!session.person?.sites) return
  siteNames.value = await callApi<{ name: string }[]>('/sites').then(rows => rows.map(({ name }) => name), () => session.person!.sites)
}
onMounted(() => { void load(); void loadSites() })
</script>

<template>
  <div
    v-if="session.person"
    class="own"
  >
    <header>
      <p class="eyebrow">
        {{ session.person.role }} · <span class="login">{{ session.person.login }}</span>
      </p>
      <h1>{{ session.person.name }}</h1>
    </header>
    <div class="two">
      <SecretForm
        kind="password"
        @changed="load"
      />
      <SecretForm
        v-if="session.may('job:work')"
        kind="pin"
        @changed="load"
      />
    </div>
    <section class="plate card">
      <h2>What you may</h2>
      <p class="quiet">
        As {{ session.person.role }}, at {{ session.person.sites ? siteNames?.join(', ') ?? '…' : 'all sites' }}. An admin changes it in the office.
      </p>
      <ul class="rights">
        <li
          v-for="right in rights"
          :key="right"
        >
          {{ right }}
        </li>
      </ul>
      <p
        v-if="session.person.byBadge"
        class="quiet"
      >
        You have come in with your badge: the office stays closed until you sign in with name and password.
      </p>
    </section>
    <section class="plate card">
      <header class="head">
        <h2>Where you are signed in</h2>
        <el-button
          v-if="others"
          @click="endOthers"
        >
          End all others
        </el-button>
      </header>
      <p class="quiet">
        End a sign-in that you do not know, and change your password.
      </p>
      <RefusalNote :text="problem" />
      <SessionsTable
        :sessions="sessions"
        @end="end"
      />
    </section>
  </div>
</template>

<style scoped>
.own { max-width: 1080px; margin: 0 auto; padding: 20px; display: flex; flex-direction: column; gap: 16px; }
/* A sign-in name is written as it is typed. */
.login { text-transform: none; letter-spacing: 0; font-family: var(--mono); font-weight: 400; }
.two { display: grid; grid-template-columns: repeat(auto-fit, minmax(300px, 1fr)); gap: 16px; align-items: start; }
.card { padding: 18px 22px; }
.head { display: flex; justify-content: space-between; gap: 12px; align-items: center; flex-wrap: wrap; }
.rights { columns: 260px; column-gap: 24px; }
.rights li { padding: 3px 0 3px 18px; position: relative; break-inside: avoid; }
.rights li::before { content: ''; position: absolute; left: 0; top: 13px; width: 10px; border-top: 2px solid var(--brass-line); }
.card p { margin-bottom: 8px; }
</style>
