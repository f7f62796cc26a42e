<script setup lang="ts">
import { computed, ref } from 'vue'
import { v4 as newId } from 'uuid'
import { editInWords, thingsOf, LISTS, type Edit } from '#core'
import { callApi } from '../../../net/api'
import { useSubmit } from '../../../net/use-submit'
import RefusalNote from '../../../ui/RefusalNote.vue'
import { useDraft } from './use-draft'

/** A revision was released since the draft was begun: it is brought in, and what of the draft stands against it is asked about one by one. */
const { id, answer, document, history, load, act, saving } = useDraft()

const { busy, problem, submit: carry } = useSubmit(async () => {
  await callApi(`/drafts/${id}/carry`, { method: 'POST', body: { id: newId(), seq: answer.value!.seq } })
  await load()
})

const settled = ref(new Set<string>())
const nameOf = ({ list, key, field = '' }: Edit) => `${list} ${key} ${field}`
/** What stands where the draft would have something else. */
function standing({ list, key, field }: Edit): unknown {
  const thing = (list === 'sheet' ? document.value! : thingsOf(document.value!, list).find(one => one[LISTS[list].key] === key)) as
    Record<string, unknown> | undefined
  return field === undefined ? thing : thing?.[field]
}
const left = computed(() => {
  const deed = history.value.findLast(one => one.carries !== null)
  return deed?.carries === answer.value?.basedOn ? (deed?.left ?? []).filter(edit => !settled.value.has(nameOf(edit))) : []
})
/** The draft's own, written over what the revision has. */
function takeOurs(edit: Edit) {
  const { before: _old, ...ours } = edit
  const now = standing(edit)
  if (act([{ ...ours, ...now === undefined ? {} : { before: now } }])) settled.value.add(nameOf(edit))
}
</script>

<template>
  <div
    v-if="answer?.behind"
    class="carry"
    role="status"
  >
    <p>
      <b>Revision {{ answer.behind }} was released</b> since this draft was begun from revision {{ answer.basedOn }}. Before this one is
      released, that one comes in; what you have written stays.
    </p>
    <RefusalNote :text="problem" />
    <el-button
      type="primary"
      :loading="busy"
      :disabled="saving > 0"
      @click="carry"
    >
      Bring revision {{ answer.behind }} in
    </el-button>
  </div>
  <section
    v-if="left.length > 0"
    class="carry"
    aria-label="What stands against the revision"
  >
    <p>
      <b>Revision {{ answer!.basedOn }} has these otherwise.</b> What it says stands until you write yours over it.
    </p>
    <ul>
      <li
        v-for="edit in left"
        :key="nameOf(edit)"
      >
        <span><b>{{ editInWords(document!, edit).of }}</b> yours: {{ editInWords(document!, edit).says }}</span>
        <span class="acts">
          <el-button @click="settled.add(nameOf(edit))">
            Leave it
          </el-button>
          <el-button @click="takeOurs(edit)">
            Write mine
          </el-button>
        </span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.carry { padding: 10px 16px; background: var(--brass-tint); border-left: 6px solid var(--brass-line); }
.carry p { margin: 0 0 8px; }
ul { margin: 0; padding: 0; list-style: none; }
li {
  display: flex; flex-wrap: wrap; gap: 6px 16px; align-items: center; justify-content: space-between; padding: 6px 0;
  border-top: 1px solid var(--rule);
}
.acts { display: flex; gap: 8px; }
.acts .el-button { margin: 0; }
</style>
