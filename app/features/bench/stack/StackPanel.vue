<script setup lang="ts">
import { ref } from 'vue'
import { laterDialog } from '../../../ui/later'
import StackSection from './StackSection.vue'
import { useStack } from './use-stack'

/** The machine as it lies there now: what is out hangs above its place, what this step is about is lit. */
const StackDialog = laterDialog(() => import('./StackDialog.vue'))
const stack = useStack()
const { bench, job, drawn, out, litNames } = stack
const isLarge = ref(false)
</script>

<template>
  <figure>
    <figcaption>
      <strong class="mono">{{ job.meta.unitTag }}</strong>
      <span
        v-if="litNames.length"
        class="lit-name"
      >■ {{ litNames.slice(0, 3).join(', ') }}</span>
      <span
        v-else
        class="title"
      >{{ job.sheet.title }}</span>
      <span
        v-if="out.size"
        class="count quiet"
      ><span class="mono">{{ drawn.filter(part => out.has(part.key)).length }}</span> of <span class="mono">{{ drawn.length }}</span> out</span>
      <el-button
        text
        class="more"
        @click="isLarge = true"
      >
        <Icon name="ph:arrows-out" />&nbsp;Parts
      </el-button>
    </figcaption>
    <div class="drawing">
      <StackSection
        :stack="stack"
        balloons="lit"
        @pick="bench.pickPart"
      />
    </div>
    <StackDialog
      v-model="isLarge"
      :stack="stack"
    />
  </figure>
</template>

<style scoped>
figure { margin: 0; display: flex; flex-direction: column; min-height: 0; overflow: hidden; }
figcaption { display: flex; align-items: center; gap: 12px; flex: none; padding: 2px 20px 0 14px; font-size: 14px; line-height: 1.25; white-space: nowrap; }
.lit-name, .title { overflow: hidden; text-overflow: ellipsis; }
.lit-name { color: var(--brass); font-weight: 600; }
.count { font-size: 13px; margin-left: auto; }
.more { flex: none; margin-left: auto; }
.count + .more { margin-left: 0; }
.drawing { flex: 1; min-height: 0; padding: 0 6px 4px; }
</style>
