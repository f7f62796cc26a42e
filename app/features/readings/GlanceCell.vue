<script setup lang="ts">
import { computed } from 'vue'
import { formatQuantity, type QuantityKind, type Verdict } from '#core'
import { decimalsOf, otherUnits } from '../../ui/in-units'
import VerdictMark from '../../ui/VerdictMark.vue'

/** One stage of a position in the table: mean and verdict, still due, or not asked for. */
const { value, quantity, verdict, due } = defineProps<{
  value: number | undefined
  quantity: QuantityKind
  verdict: Verdict | undefined
  due: boolean
}>()
const other = computed(() => value === undefined ? null : otherUnits(value, quantity, decimalsOf(quantity)))
</script>

<template>
  <td class="num">
    <template v-if="value !== undefined && verdict">
      {{ formatQuantity(value, quantity, { decimals: decimalsOf(quantity) }) }} <small
        v-if="other"
        class="other"
      >{{ other }}</small> <VerdictMark
        class="mark"
        :verdict="verdict"
      />
    </template>
    <span
      v-else-if="due"
      class="due"
    >to measure</span>
    <span
      v-else
      class="none"
      aria-label="not asked for"
    >·</span>
  </td>
</template>

<style scoped>
.mark { display: flex; justify-content: end; font-size: 14px; }
.other { display: block; color: var(--slate); font-size: 13px; }
.due { color: var(--brass); font-family: var(--text); font-size: 14px; }
.none { color: var(--slate); }
</style>
