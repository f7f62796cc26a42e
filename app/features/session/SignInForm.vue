<script setup lang="ts">
import { ref } from 'vue'
import { whereTo } from './where-to'
import BadgeForm from './BadgeForm.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import FormField from './FormField.vue'
import { useSessionStore } from '../../net/session-store'
import { useSubmit } from '../../net/use-submit'

const session = useSessionStore()
const route = useRoute()
/** At a tablet of the house a badge is what people have in hand. */
const byName = ref(false)
const login = ref('')
const password = ref('')
const { busy, problem, submit } = useSubmit(async () => {
  await session.signIn(login.value, password.value)
  await goOn()
})
const goOn = () => navigateTo(whereTo(route.query.to))

function signIn(): void {
  if (login.value.trim() && password.value) void submit()
  else problem.value = 'Type your name and your password.'
}
</script>

<template>
  <div class="page">
    <BadgeForm
      v-if="session.house && !byName"
      class="plate"
      @entered="goOn"
      @by-name="byName = true"
    />
    <form
      v-else
      class="plate"
      @submit.prevent="signIn"
    >
      <p class="eyebrow">
        Overhaul bench
      </p>
      <h1>Sign in</h1>
      <FormField
        id="login"
        v-model="login"
        label="Name"
        autocomplete="username"
        autocapitalize="off"
        spellcheck="false"
      />
      <FormField
        id="password"
        v-model="password"
        label="Password"
        type="password"
        autocomplete="current-password"
      />
      <RefusalNote :text="problem" />
      <el-button
        type="primary"
        native-type="submit"
        :loading="busy"
      >
        Go to the yard
      </el-button>
      <el-button
        v-if="session.house"
        text
        @click="byName = false"
      >
        With my badge
      </el-button>
      <NuxtLink
        class="code"
        to="/enter"
      >
        I have a code from the office
      </NuxtLink>
      <p class="quiet small">
        Needler helps with measuring and record keeping. The maker’s manual, site rules, local law and licensed practice stand above it.
      </p>
    </form>
    <svg
      class="drawing"
      viewBox="0 0 520 360"
      aria-hidden="true"
    >
      <path d="M20 30 250 300h20L500 30" />
      <g
        v-for="i in 7"
        :key="i"
      >
        <path
          class="tie"
          :d="`M${20 + i * 29} ${30 + i * 34} H${500 - i * 29}`"
        />
        <circle
          :cx="20 + i * 29"
          :cy="30 + i * 34"
          r="5"
        />
        <circle
          :cx="500 - i * 29"
          :cy="30 + i * 34"
          r="5"
        />
      </g>
    </svg>
  </div>
</template>

<style scoped>
.page { display: grid; grid-template-columns: minmax(300px, 400px) minmax(0, 520px); gap: 72px; align-items: center; justify-content: center; min-height: 100%; padding: 24px; }
form { display: flex; flex-direction: column; gap: 8px; padding: 30px 30px 24px; }
h1 { font-size: 36px; margin-bottom: 10px; }
.code { display: inline-flex; align-items: center; min-height: 44px; align-self: center; }
.el-button { margin-top: 16px; min-height: 52px; font-size: 20px; }
.small { font-size: 13px; margin-top: 10px; }
.drawing { width: 100%; fill: none; stroke: var(--prussian); stroke-width: 2; }
.drawing .tie { stroke: var(--brass-line); stroke-width: 1.5; stroke-dasharray: 5 5; }
.drawing circle { fill: var(--paper); }
@media (max-width: 860px) { .page { grid-template-columns: minmax(0, 420px); } .drawing { display: none; } }
</style>
