<script setup lang="ts">
import type { Place } from '#core'
import { emptyOf, type FieldSchema } from './field-kinds'
import GroupField from './GroupField.vue'

/** Several of one kind, each with its own fields. */
const { schema, most = 400 } = defineProps<{ schema: FieldSchema, list: Place['list'], path: string, measures?: unknown, most?: number | undefined }>()
const value = defineModel<object[] | undefined>()
const emit = defineEmits<{ typed: [value: object[]] }>()
const put = (next: object[]) => { value.value = next.length > 0 ? next : undefined }
const all = () => value.value ?? []
const withOne = (at: number, said: object = {}) => all().map((was, i) => i === at ? said : was)
</script>

<template>
  <div class="list">
    <div
      v-for="(one, i) in all()"
      :key="i"
      class="one"
      role="group"
      :aria-label="`Number ${i + 1}`"
    >
      <GroupField
        :model-value="one"
        :schema="schema"
        :list="list"
        :path="path"
        :measures="measures"
        @update:model-value="put(withOne(i, $event))"
        @typed="emit('typed', withOne(i, $event))"
      />
      <el-button
        link
        :aria-label="`Take out number ${i + 1}`"
        @click="put(all().filter((_was, j) => j !== i))"
      >
        <Icon name="ph:x" />
      </el-button>
    </div>
    <el-button
      v-if="all().length < most"
      class="add"
      @click="put([...all(), emptyOf(schema) as object])"
    >
      <Icon name="ph:plus" /> One more
    </el-button>
  </div>
</template>

<style scoped>
.list { display: grid; gap: 8px; }
.one { display: grid; grid-template-columns: minmax(0, 1fr) 40px; gap: 4px; align-items: start; }
.add { justify-self: start; }
</style>
