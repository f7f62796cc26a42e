<script setup lang="ts">
import { ref } from 'vue'
import { useSessionStore } from '../../net/session-store'
import BadgeForm from './BadgeForm.vue'
import NameForm from './NameForm.vue'
import { whereTo } from './where-to'

const session = useSessionStore()
const route = useRoute()
/** At a tablet of the house a badge is what people have in hand. */
const byName = ref(false)
const goOn = () => navigateTo(whereTo(route.query.to))
async function signIn(login: string, password: string): Promise<void> {
  await session.signIn(login, password)
  await goOn()
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
    <NameForm
      v-else
      class="plate"
      act="Go to the yard"
      :enter="signIn"
      remembers
    >
      <p class="eyebrow">
        Overhaul bench
      </p>
      <h1>Sign in</h1>
      <template #else>
        <el-button
          v-if="session.house"
          text
          class="badge"
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
      </template>
    </NameForm>
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
h1 { font-size: 36px; margin-bottom: 10px; }
.code { display: inline-flex; align-items: center; min-height: 44px; align-self: center; }
.badge { min-height: 52px; }
.small { font-size: 13px; margin-top: 10px; }
.drawing { width: 100%; fill: none; stroke: var(--prussian); stroke-width: 2; }
.drawing .tie { stroke: var(--brass-line); stroke-width: 1.5; stroke-dasharray: 5 5; }
.drawing circle { fill: var(--paper); }
@media (max-width: 860px) { .page { grid-template-columns: minmax(0, 420px); } .drawing { display: none; } }
</style>
