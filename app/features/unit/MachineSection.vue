<script setup lang="ts">
import { computed } from 'vue'
import type { Sheet } from '#core'
import SectionDrawing from '../../ui/drawings/SectionDrawing.vue'

/** How the machine is built: its section with the numbers of its parts, and what they are called. */
const { machine } = defineProps<{ machine: Sheet }>()
const drawn = computed(() => machine.parts.filter(part => part.outlines))
</script>

<template>
  <section
    v-if="drawn.length"
    class="plate card"
    aria-label="Section of the machine"
  >
    <h2>Section</h2>
    <div class="drawing">
      <SectionDrawing
        :parts="machine.parts"
        :axes="machine.axes"
        balloons="all"
        can-move
        :label="`Section of ${machine.title}: ${drawn.length} parts, listed below`"
      />
    </div>
    <ol>
      <li
        v-for="part in drawn"
        :key="part.key"
      >
        <span class="mono">{{ part.item }}</span> {{ part.name }}
      </li>
    </ol>
  </section>
</template>

<style scoped>
.card { padding: 18px 22px; }
.drawing { height: clamp(260px, 44vw, 460px); }
ol { columns: 250px; column-gap: 24px; margin-top: 12px; font-size: 14px; line-height: 1.3; }
li { display: grid; grid-template-columns: 30px 1fr; gap: 6px; padding: 3px 0; break-inside: avoid; }
li .mono { text-align: right; color: var(--slate); }
</style>
