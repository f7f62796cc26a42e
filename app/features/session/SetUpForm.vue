<script setup lang="ts">
import { computed, ref } from 'vue'
import { callApi, sentenceOf } from '../../net/api'
import RefusalNote from '../../ui/RefusalNote.vue'
import { useSessionStore } from './session-store'

/** The first admin of an empty installation. */
const session = useSessionStore()
const [code, login, name, password, problem] = [ref(''), ref(''), ref(''), ref(''), ref('')]
const busy = ref(false)
const ready = computed(() => code.value.trim() !== '' && login.value.trim() !== '' && name.value.trim() !== '' && password.value.length >= 10)

async function make() {
  busy.value = true
  problem.value = ''
  try {
    await callApi('/set-up', { method: 'POST', body: { code: code.value, login: login.value, name: name.value, password: password.value } })
    session.setUpWanted = false
    await session.signIn(login.value, password.value)
    await navigateTo('/office')
  } catch (error) {
    problem.value = sentenceOf(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form
    class="plate form"
    @submit.prevent="ready && make()"
  >
    <p class="eyebrow">
      Overhaul bench
    </p>
    <h1>The first admin</h1>
    <p>Nobody is in this installation yet. The program that was started has printed a code; whoever has it makes the first admin, who then lets the others in.</p>
    <label for="code">Code</label>
    <el-input
      id="code"
      v-model="code"
      class="mono"
      placeholder="xxxx-xxxx-xxxx-xxxx-xxxx"
      autocomplete="one-time-code"
      autocapitalize="off"
      spellcheck="false"
    />
    <label for="first-name">Your name, as the record shows it</label>
    <el-input
      id="first-name"
      v-model="name"
      placeholder="M. Castellan"
      autocomplete="name"
      maxlength="80"
    />
    <label for="first-login">Sign-in name</label>
    <el-input
      id="first-login"
      v-model="login"
      autocomplete="username"
      autocapitalize="off"
      spellcheck="false"
      maxlength="40"
    />
    <label for="first-password">Password (10 characters or more)</label>
    <el-input
      id="first-password"
      v-model="password"
      type="password"
      autocomplete="new-password"
      maxlength="200"
    />
    <RefusalNote :text="problem" />
    <el-button
      type="primary"
      native-type="submit"
      :disabled="!ready"
      :loading="busy"
    >
      Open the house
    </el-button>
  </form>
</template>

<style scoped>
.form { display: flex; flex-direction: column; gap: 8px; padding: 30px 30px 24px; max-width: 480px; margin: 6vh auto; }
h1 { font-size: 36px; }
label { font: 600 15px var(--label); margin-top: 6px; }
.el-button { margin-top: 16px; min-height: 52px; font-size: 20px; }
</style>
