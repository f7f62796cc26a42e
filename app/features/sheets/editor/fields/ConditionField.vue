<script setup lang="ts">
import { computed } from 'vue'
import { DEPTH_OPTION, DEPTHS } from '#core'
import { useDraft } from '../use-draft'

/** On which machines, or on which ways, something is there: options or forks with those of their values that count. */
const { of } = defineProps<{ of: 'options' | 'choices' }>()
const value = defineModel<Record<string, string[]> | undefined>()
const { sheet } = useDraft()

const questions = computed(() => of === 'choices'
  ? (sheet().choices ?? []).map(({ key, question, ways }) => ({ key, name: question, values: ways }))
  : [
      ...(sheet().options ?? []).map(({ key, name, values }) => ({ key, name, values })),
      { key: DEPTH_OPTION, name: 'Depth of evidence', values: DEPTHS.map(depth => ({ key: depth, name: depth })) },
    ])
function choose(key: string, values: string[]) {
  const { [key]: _was, ...others } = value.value ?? {}
  const next = values.length > 0 ? { ...others, [key]: values } : others
  value.value = Object.keys(next).length > 0 ? next : undefined
}
</script>

<template>
  <p
    v-if="questions.length === 0"
    class="quiet"
  >
    The sheet has no {{ of === 'choices' ? 'forks' : 'options' }} yet.
  </p>
  <div
    v-for="question in questions"
    :key="question.key"
    class="question"
  >
    <span>{{ question.name }}</span>
    <el-select
      :model-value="value?.[question.key] ?? []"
      multiple
      :aria-label="question.name"
      placeholder="any"
      @update:model-value="choose(question.key, $event as string[])"
    >
      <el-option
        v-for="one in question.values"
        :key="one.key"
        :value="one.key"
        :label="one.name"
      />
    </el-select>
  </div>
</template>

<style scoped>
.question { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); gap: 10px; align-items: center; padding: 3px 0; }
</style>
