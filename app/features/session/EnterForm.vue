<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { EntryGreeting } from '#shared/wire/house'
import { callApi } from '../../net/api'
import { useSessionStore } from '../../net/session-store'
import { useSubmit } from '../../net/use-submit'
import RefusalNote from '../../ui/RefusalNote.vue'
import ScanButton from '../../ui/ScanButton.vue'
import FormField from './FormField.vue'

/** Somebody comes in for the first time: the code of the office, then a password and a PIN of their own. */
const session = useSessionStore()
const [code, password, again, pin, pinAgain] = [ref(''), ref(''), ref(''), ref(''), ref('')]
const greeting = ref<EntryGreeting | null>(null)
/** A code that was scanned is an address of this page with the code behind it: what stands behind a hash goes to no server. */
const codeOf = (text: string) => /#code=([\w-]+)/.exec(text)?.[1] ?? text.trim()

const { busy: asking, problem: unknown, submit: ask } = useSubmit(async () => {
  greeting.value = await callApi<EntryGreeting>('/entry/greeting', { method: 'POST', body: { code: code.value } })
})
const ready = computed(() => password.value.length >= 10 && again.value !== '' && (!greeting.value?.needsPin || /^\d{6,8}$/.test(pin.value)))
const { busy, problem, submit } = useSubmit(async () => {
  const { needsPin } = greeting.value!
  if (password.value !== again.value) throw new Error('The two passwords are not the same. Type it twice.')
  if (needsPin && pin.value !== pinAgain.value) throw new Error('The two PINs are not the same. Type it twice.')
  await callApi('/entry', { method: 'POST', body: { code: code.value, password: password.value, ...needsPin ? { pin: pin.value } : {} } })
  await session.look()
  await navigateTo('/')
})
function take(text: string) {
  code.value = codeOf(text)
  void ask()
}
onMounted(() => {
  if (!location.hash.includes('code=')) return
  take(location.hash)
  history.replaceState(history.state, '', '/enter')
})
</script>

<template>
  <form
    v-if="!greeting"
    class="plate form"
    @submit.prevent="code.trim() && take(code)"
  >
    <p class="eyebrow">
      Overhaul bench
    </p>
    <h1>Come in</h1>
    <p>The office has made a code for you. It is good once, for 72 hours.</p>
    <label for="entry-code">Code</label>
    <div class="with-camera">
      <el-input
        id="entry-code"
        v-model="code"
        class="mono"
        placeholder="xxxx-xxxx-xxxx-xxxx-xxxx"
        autocomplete="one-time-code"
        autocapitalize="off"
        spellcheck="false"
        maxlength="60"
      />
      <ScanButton
        label="Scan the code"
        title="Scan your code"
        :accepts="text => text.includes('#code=')"
        @read="take"
      />
    </div>
    <RefusalNote :text="unknown" />
    <el-button
      type="primary"
      native-type="submit"
      :disabled="!code.trim()"
      :loading="asking"
    >
      Go on
    </el-button>
    <NuxtLink
      class="back"
      to="/sign-in"
    >
      I have a password already
    </NuxtLink>
  </form>
  <form
    v-else
    class="plate form"
    @submit.prevent="ready && submit()"
  >
    <p class="eyebrow">
      Overhaul bench · <span class="mono login">{{ greeting.login }}</span>
    </p>
    <h1>Welcome, {{ greeting.name }}</h1>
    <p>With <strong class="mono">{{ greeting.login }}</strong> and a password of your own you sign in from now on. Not you? Then this code is not yours: give it back to the office.</p>
    <FormField
      id="own-password"
      v-model="password"
      label="Password (10 characters or more)"
      type="password"
      autocomplete="new-password"
      maxlength="200"
    />
    <FormField
      id="own-password-again"
      v-model="again"
      label="Password once more"
      type="password"
      autocomplete="new-password"
      maxlength="200"
    />
    <template v-if="greeting.needsPin">
      <FormField
        id="own-pin"
        v-model="pin"
        label="PIN (6 to 8 digits), with which you sign at benches"
        type="password"
        inputmode="numeric"
        autocomplete="off"
        maxlength="8"
      />
      <FormField
        id="own-pin-again"
        v-model="pinAgain"
        label="PIN once more"
        type="password"
        inputmode="numeric"
        autocomplete="off"
        maxlength="8"
      />
    </template>
    <RefusalNote :text="problem" />
    <el-button
      type="primary"
      native-type="submit"
      :disabled="!ready"
      :loading="busy"
    >
      Come in
    </el-button>
  </form>
</template>

<style scoped>
.form { display: flex; flex-direction: column; gap: 8px; padding: 30px 30px 24px; max-width: 480px; margin: 5vh auto; }
h1 { font-size: 34px; }
label { font: 600 15px var(--label); margin-top: 6px; }
.login { text-transform: none; letter-spacing: 0; }
.with-camera { display: flex; gap: 8px; }
.el-button { margin-top: 14px; min-height: 52px; font-size: 20px; }
.with-camera .el-button { margin: 0; min-height: var(--target); }
.back { display: inline-flex; align-items: center; min-height: 44px; align-self: center; }
</style>
