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
function count(part: string, number: number | undefined) {
  counted.value = [...counted.value.filter(entry => entry.part !== part), ...(number === undefined ? [] : [{ part, count: number }])]
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
    <p
      v-for="{ part, count: expected } in open ? several : []"
      :key="part.key"
    >
      {{ part.name }}
      <el-input-number
        :model-value="countOf(part.key, expected)"
        :min="0"
        step-strictly
        controls-position="right"
        :aria-label="`Counted: ${part.name}`"
        @update:model-value="count(part.key, $event)"
      />
    </p>
  </div>
</template>

<style scoped>
.counts { margin-bottom: 6px; font-size: 14px; }
.link { background: none; border: 0; padding: 0; min-height: 32px; color: var(--slate); text-align: left; cursor: pointer; text-decoration: underline dotted; text-underline-offset: 3px; }
p { display: flex; justify-content: space-between; align-items: center; gap: 10px; padding: 2px 0; }
.el-input-number { width: 116px; }
@media (pointer: coarse) { .link { min-height: 44px; } }
</style>
