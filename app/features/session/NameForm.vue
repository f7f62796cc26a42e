<script setup lang="ts">
import { ref } from 'vue'
import { useSubmit } from '../../net/use-submit'
import RefusalNote from '../../ui/RefusalNote.vue'
import FormField from './FormField.vue'

/** Somebody says who they are by name and password. A browser that many use is not asked to remember either. */
const { enter, act, remembers = false } = defineProps<{
  enter: (login: string, password: string) => Promise<void>
  act: string
  remembers?: boolean
}>()
const [login, password] = [ref(''), ref('')]
const { busy, problem, submit } = useSubmit(() => enter(login.value.trim(), password.value))

function send(): void {
  if (login.value.trim() && password.value) void submit()
  else problem.value = 'Type your name and your password.'
}
</script>

<template>
  <form @submit.prevent="send">
    <slot />
    <FormField
      id="login"
      v-model="login"
      label="Name"
      :autocomplete="remembers ? 'username' : 'off'"
      autocapitalize="off"
      spellcheck="false"
    />
    <FormField
      id="password"
      v-model="password"
      label="Password"
      type="password"
      :autocomplete="remembers ? 'current-password' : 'off'"
    />
    <RefusalNote :text="problem" />
    <el-button
      type="primary"
      native-type="submit"
      class="send"
      :loading="busy"
    >
      {{ act }}
    </el-button>
    <slot name="else" />
  </form>
</template>

<style scoped>
form { display: flex; flex-direction: column; gap: 8px; padding: 30px 30px 24px; }
.send { margin-top: 16px; min-height: 52px; font-size: 20px; }
</style>
