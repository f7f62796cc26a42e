<script setup lang="ts">
import type { PassStand } from '#core'
import { torqueInUnits as torque } from '../../ui/in-units'

/** The passes of a joint side by side: what is done, what is being pulled, what comes. */
const { passes, at, isDone } = defineProps<{ passes: readonly PassStand[], at: number, isDone: boolean }>()
const isNow = (pass: PassStand) => !isDone && pass.index === at
</script>

<template>
  <ol
    class="passes"
    aria-label="Passes"
  >
    <li
      v-for="pass in passes"
      :key="pass.index"
      :class="{ done: pass.isDone, now: isNow(pass) }"
      :aria-current="isNow(pass) ? 'step' : undefined"
    >
      <span>{{ pass.isFinalRound ? 'round' : pass.index + 1 }}</span>
      <span class="mono">{{ torque(pass.torqueNm) }}</span>
      <Icon
        v-if="pass.isDone"
        name="ph:check-bold"
        aria-label="done"
      />
    </li>
  </ol>
</template>

<style scoped>
.passes { display: flex; flex-wrap: wrap; gap: 4px; margin-top: 6px; }
li { display: flex; align-items: center; gap: 8px; padding: 5px 12px; border: 1px solid var(--rule-strong); font: 500 16px var(--label); color: var(--slate); }
li .mono { font-size: 14px; }
li.done { border-color: var(--verdigris); color: var(--verdigris); }
li.now { border: 2px solid var(--prussian); color: var(--ink); font-weight: 600; }
</style>
