<script setup lang="ts">
import { computed, ref } from 'vue'
import { callApi } from '../../net/api'
import RefusalNote from '../../ui/RefusalNote.vue'
import FormField from './FormField.vue'
import { useSubmit } from '../../net/use-submit'

const { kind } = defineProps<{ kind: 'password' | 'pin' }>()
const emit = defineEmits<{ changed: [] }>()

const WORDS = {
  password: {
    title: 'Password',
    secret: 'New password',
    again: 'New password once more',
    hint: '10 characters or more. Several words that belong together for nobody but you are easier to keep than signs.',
    done: 'Your password is changed. All other devices are signed out.',
  },
  pin: {
    title: 'PIN',
    secret: 'New PIN',
    again: 'New PIN once more',
    hint: '6 to 8 digits. With it you sign at the bench of others, and enter with a badge. After ten wrong ones in an hour your password is asked instead.',
    done: 'Your PIN is changed. All other devices are signed out.',
  },
}
const words = computed(() => WORDS[kind])
const [present, secret, again] = [ref(''), ref(''), ref('')]
const done = ref(false)
const ready = computed(
  () => present.value !== '' && (kind === 'pin' ? /^\d{6,8}$/.test(secret.value) : secret.value.length >= 10) && again.value !== '',
)

const { busy, problem, submit } = useSubmit(async () => {
  await callApi(`/me/${kind}`, { method: 'PUT', body: { present: present.value, [kind]: secret.value } })
  done.value = true
  present.value = secret.value = again.value = ''
  emit('changed')
})

function change(): void {
  done.value = false
  if (secret.value === again.value) void submit()
  else problem.value = 'The two are not the same. Type it twice.'
}
</script>

<template>
  <form
    class="plate form"
    @submit.prevent="ready && change()"
  >
    <h2>{{ words.title }}</h2>
    <p class="quiet">
      {{ words.hint }}
    </p>
    <FormField
      :id="`${kind}-present`"
      v-model="present"
      label="Present password"
      type="password"
      autocomplete="current-password"
    />
    <FormField
      :id="`${kind}-new`"
      v-model="secret"
      :label="words.secret"
      type="password"
      :inputmode="kind === 'pin' ? 'numeric' : 'text'"
      :maxlength="kind === 'pin' ? 8 : 200"
      autocomplete="new-password"
    />
    <FormField
      :id="`${kind}-again`"
      v-model="again"
      :label="words.again"
      type="password"
      :inputmode="kind === 'pin' ? 'numeric' : 'text'"
      :maxlength="kind === 'pin' ? 8 : 200"
      autocomplete="new-password"
    />
    <RefusalNote :text="problem" />
    <p
      v-if="done"
      class="done"
      role="status"
    >
      <Icon name="ph:seal-check" /> {{ words.done }}
    </p>
    <el-button
      type="primary"
      native-type="submit"
      :disabled="!ready"
      :loading="busy"
    >
      Change the {{ kind === 'pin' ? 'PIN' : 'password' }}
    </el-button>
  </form>
</template>

<style scoped>
.form { display: flex; flex-direction: column; gap: 6px; padding: 18px 22px 20px; }
.el-button { margin-top: 12px; align-self: start; }
.done { color: var(--verdigris); font-weight: 600; }
</style>
