<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Part } from '#core'

/** Counting what comes out or goes in: the sheet's number stands until somebody counts another. `all` counts single pieces too, at once. */
const { moves, all = false } = defineProps<{ moves: readonly { part: Part, count: number }[], all?: boolean }>()
const counted = defineModel<{ part: string, count: number }[]>({ required: true })
const several = computed(() => moves.filter(move => all || move.count > 1))
const open = ref(all)
watch(() => moves, () => { open.value = all })
const countOf = (part: string, otherwise: number) => counted.value.find(entry => entry.part === part)?.count ?? otherwise
function count(part: string, text: string) {
  const number = Math.max(0, Math.round(Number(text)))
  counted.value = [...counted.value.filter(entry => entry.part !== part), ...(Number.isFinite(number) ? [{ part, count: number }] : [])]
}
</script>

<template>
  <div
    v-if="several.length"
    class="counts"
  >
    <button
      v-if="!open"
      type="button"
      class="link"
      @click="open = true"
    >
      Counted: {{ several.map(move => `${countOf(move.part.key, move.count)} × ${move.part.name}`).join(', ') }}. Another number?
    </button>
    <label
      v-for="{ part, count: expected } in open ? several : []"
      :key="part.key"
    >
      {{ part.name }}
      <input
        class="mono"
        type="number"
        min="0"
        :value="countOf(part.key, expected)"
        :aria-label="`Counted: ${part.name}`"
        @input="count(part.key, ($event.target as HTMLInputElement).value)"
      >
    </label>
  </div>
</template>

<style scoped>
.counts { margin-bottom: 6px; font-size: 14px; }
.link { background: none; border: 0; padding: 0; min-height: 32px; color: var(--slate); text-align: left; cursor: pointer; text-decoration: underline dotted; text-underline-offset: 3px; }
label { display: flex; justify-content: space-between; align-items: center; gap: 10px; padding: 2px 0; }
input { width: 84px; min-height: var(--target); text-align: right; padding: 0 8px; border: 1px solid var(--rule-strong); background: var(--chalk); color: var(--ink); }
@media (pointer: coarse) { .link { min-height: 44px; } }
</style>
