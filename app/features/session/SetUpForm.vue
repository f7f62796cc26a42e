<script setup lang="ts">
import { computed, ref } from 'vue'
import { callApi } from '../../net/api'
import RefusalNote from '../../ui/RefusalNote.vue'
import FormField from './FormField.vue'
import { useSessionStore } from '../../net/session-store'
import { useSubmit } from '../../net/use-submit'

/** The first admin of an empty installation. */
const session = useSessionStore()
const [code, login, name, password, pin] = [ref(''), ref(''), ref(''), ref(''), ref('')]
const ready = computed(() =>
  code.value.trim() !== '' && login.value.trim() !== '' && name.value.trim() !== '' && password.value.length >= 10 && /^\d{6,8}$/.test(pin.value))

const { busy, problem, submit } = useSubmit(async () => {
  const said = { code: code.value, login: login.value, name: name.value, password: password.value, pin: pin.value }
  await callApi('/set-up', { method: 'POST', body: said })
  session.setUpWanted = false
  await session.signIn(login.value, password.value)
  await navigateTo('/')
})
</script>

<template>
  <form
    class="plate form"
    @submit.prevent="ready && submit()"
  >
    <p class="eyebrow">
      Overhaul bench
    </p>
    <h1>The first admin</h1>
    <p>Nobody is in this installation yet. The program that was started has printed a code; whoever has it makes the first admin, who then lets the others in.</p>
    <FormField
      id="code"
      v-model="code"
      label="Code"
      class="mono"
      placeholder="xxxx-xxxx-xxxx-xxxx-xxxx"
      autocomplete="one-time-code"
      autocapitalize="off"
      spellcheck="false"
    />
    <FormField
      id="first-name"
      v-model="name"
      label="Your name, as the record shows it"
      placeholder="M. Castellan"
      autocomplete="name"
      maxlength="80"
    />
    <FormField
      id="first-login"
      v-model="login"
      label="Sign-in name"
      autocomplete="username"
      autocapitalize="off"
      spellcheck="false"
      maxlength="40"
    />
    <FormField
      id="first-password"
      v-model="password"
      label="Password (10 characters or more)"
      type="password"
      autocomplete="new-password"
      maxlength="200"
    />
    <FormField
      id="first-pin"
      v-model="pin"
      label="PIN (6 to 8 digits)"
      type="password"
      inputmode="numeric"
      maxlength="8"
      autocomplete="off"
    />
    <p class="quiet small">
      With the PIN you sign hold points at the bench of others, and enter at a tablet that people share.
    </p>
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
.small { font-size: 14px; }
.el-button { margin-top: 16px; min-height: 52px; font-size: 20px; }
</style>
