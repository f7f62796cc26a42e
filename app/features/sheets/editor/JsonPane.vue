<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { editInWords, editsBetween, unreadableFaults, upgradeSheet, type Edit, type SheetDocument } from '#core'
import { sentenceOf } from '../../../net/api'
import RefusalNote from '../../../ui/RefusalNote.vue'
import { useDraft } from './use-draft'

/** The document itself, as it is exported and imported: written over, read, and taken as the changes that it makes. */
const { document, act, sheet, problem: refused } = useDraft()
const written = computed(() => JSON.stringify(document.value, null, 2))
const text = ref(written.value)
watch(written, (next, was) => { if (text.value === was) text.value = next })
const isChanged = computed(() => text.value !== written.value)

const [problem, edits] = [ref(''), ref<Edit[]>([])]
watch(text, () => { edits.value = [] })
function read() {
  problem.value = refused.value = ''
  try {
    const given = upgradeSheet(JSON.parse(text.value)) as SheetDocument
    const [fault] = unreadableFaults(given)
    if (fault) problem.value = `${fault.reason} At ${fault.place || '/'}.`
    else {
      edits.value = editsBetween(sheet(), given)
      if (edits.value.length === 0) problem.value = 'That changes nothing.'
    }
  } catch (error) {
    problem.value = error instanceof SyntaxError ? `This is no JSON: ${error.message}` : sentenceOf(error)
  }
}
function take() {
  if (act(edits.value)) edits.value = []
}
const SHOWN = 60
</script>

<template>
  <div>
    <el-input
      v-model="text"
      type="textarea"
      :rows="22"
      class="mono text"
      spellcheck="false"
      aria-label="The document as JSON"
    />
    <ul
      v-if="edits.length > 0"
      class="changes"
      aria-label="What it changes"
    >
      <li
        v-for="(words, i) in edits.slice(0, SHOWN).map(edit => editInWords(sheet(), edit))"
        :key="i"
      >
        <b>{{ words.of }}</b> {{ words.says }}
      </li>
      <li v-if="edits.length > SHOWN">
        and {{ edits.length - SHOWN }} more
      </li>
    </ul>
    <RefusalNote :text="problem || refused" />
    <p class="acts">
      <el-button
        :disabled="!isChanged"
        @click="text = written; problem = ''"
      >
        As it was
      </el-button>
      <el-button
        v-if="edits.length === 0"
        type="primary"
        :disabled="!isChanged"
        @click="read"
      >
        See what it changes
      </el-button>
      <el-button
        v-else
        type="primary"
        @click="take"
      >
        Take {{ edits.length }} changes
      </el-button>
    </p>
  </div>
</template>

<style scoped>
.text { font-size: 14px; }
.changes { max-height: 260px; overflow: auto; margin: 10px 0; padding: 6px 14px; list-style: none; background: var(--plate); }
.changes li { padding: 3px 0; border-top: 1px solid var(--rule); }
.acts { text-align: right; margin: 10px 0 0; }
</style>
