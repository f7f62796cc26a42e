<script setup lang="ts">
import { computed, toRef } from 'vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import { useSheetParts } from './use-sheet-parts'

/** What lies in one box, by the parts of a sheet. */
const kitOf = defineModel<string | null>('kitOf', { required: true })
const contents = defineModel<{ part: string, count: number }[]>('contents', { required: true })
const { sheets, parts } = useSheetParts(toRef(() => kitOf.value ?? ''))
const choices = computed(() => [{ value: '', label: 'no kit: pieces of one kind' }, ...sheets.value])
const nameOf = (key: string) => parts.value.find(({ value }) => value === key)?.label ?? key
const free = computed(() => parts.value.filter(({ value }) => !contents.value.some(({ part }) => part === value)))
function choose(sheet: string) {
  kitOf.value = sheet || null
  contents.value = []
}
const add = (part: string) => { contents.value = [...contents.value, { part, count: parts.value.find(({ value }) => value === part)?.count ?? 1 }] }
const count = (part: string, pieces: number) => { contents.value = contents.value.map(one => one.part === part ? { part, count: pieces } : one) }
</script>

<template>
  <div class="kit wide">
    <label><span>It is a kit for</span><ChoiceSelect
      :model-value="kitOf ?? ''"
      label="It is a kit for"
      :choices="choices"
      filterable
      @update:model-value="choose"
    /></label>
    <template v-if="kitOf">
      <ul
        v-if="contents.length"
        aria-label="What lies in the box"
      >
        <li
          v-for="line in contents"
          :key="line.part"
        >
          <span>{{ nameOf(line.part) }}</span>
          <el-input-number
            :model-value="line.count"
            :min="1"
            :max="2000"
            :aria-label="`Pieces of ${nameOf(line.part)}`"
            @update:model-value="count(line.part, $event ?? 1)"
          />
          <el-button
            text
            :aria-label="`${nameOf(line.part)} is not in it`"
            @click="contents = contents.filter(({ part }) => part !== line.part)"
          >
            <Icon name="ph:x" />
          </el-button>
        </li>
      </ul>
      <label><span>Put in</span><ChoiceSelect
        model-value=""
        label="Put in"
        placeholder="a part of the sheet"
        :choices="free"
        filterable
        @update:model-value="add"
      /></label>
    </template>
  </div>
</template>

<style scoped>
.kit { display: grid; gap: 10px; }
ul { list-style: none; margin: 0; padding: 0; max-height: 300px; overflow-y: auto; }
li { display: grid; grid-template-columns: 1fr auto 44px; gap: 10px; align-items: center; padding: 4px 0; border-top: 1px solid var(--rule); }
li .el-button { min-height: 44px; }
</style>
