<script setup lang="ts">
import { onMounted, ref } from 'vue'
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
  // The rest of the house is closed to somebody who has still to change the password.
  if (session.person?.passwordDue) return
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
async function changedPassword() {
  if (session.person) session.become({ ...session.person, passwordDue: false })
  await load()
}
onMounted(() => void load())
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
    <p
      v-if="session.person.passwordDue"
      class="due"
      role="alert"
    >
      <Icon name="ph:warning" /> The office has given you this password. Choose one of your own; then you can go on.
    </p>
    <div class="two">
      <SecretForm
        kind="password"
        @changed="changedPassword"
      />
      <SecretForm
        v-if="session.may('job:work') && !session.person.passwordDue"
        kind="pin"
        @changed="load"
      />
    </div>
    <section
      v-if="!session.person.passwordDue"
      class="plate card"
    >
      <h2>Where you are signed in</h2>
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
.due { display: flex; align-items: center; gap: 10px; padding: 12px 16px; background: var(--brass-tint); border: 1px solid var(--brass-line); }
.two { display: grid; grid-template-columns: repeat(auto-fit, minmax(300px, 1fr)); gap: 16px; align-items: start; }
.card { padding: 18px 22px; }
.card p { margin-bottom: 8px; }
</style>
