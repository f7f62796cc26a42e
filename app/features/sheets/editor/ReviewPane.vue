<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { editInWords, editsBetween, jsonPatchOf, releaseBlockers, type SheetDocument } from '#core'
import type { SheetAnswer } from '#shared/wire/drafts'
import type { YardAnswer } from '#shared/wire/types'
import { callApi, sentenceOf } from '../../../net/api'
import { useSessionStore } from '../../../net/session-store'
import { fetchSheet } from '../../../net/sheets'
import { useSubmit } from '../../../net/use-submit'
import { saveJson } from '../../../ui/save-json'
import RefusalNote from '../../../ui/RefusalNote.vue'
import HistoryList from './HistoryList.vue'
import { useDraft } from './use-draft'
import WalkPanel from './WalkPanel.vue'

/** What is new against the revision it was begun from, what still stands in the way, and the release by somebody who has not written in it. */
const emit = defineEmits<{ released: [revision: number] }>()
const { id, answer, document, history, checked, load, saving } = useDraft()
const session = useSessionStore()

const base = shallowRef<SheetDocument | null>(null)
const baseProblem = ref('')
watch(() => answer.value!.basedOn, async (basedOn) => {
  const { key } = answer.value!
  if (basedOn === null) return
  try {
    const { revisions } = await callApi<SheetAnswer>(`/sheets/${key}`)
    const revision = revisions.find(one => one.revision === basedOn)!
    base.value = await fetchSheet({ key, revision: basedOn, sha256: revision.sha256 })
  } catch (error) {
    baseProblem.value = sentenceOf(error)
  }
}, { immediate: true })
const edits = computed(() => base.value && document.value ? editsBetween(base.value, document.value) : [])
const changes = computed(() => edits.value.map(edit => editInWords(base.value!, edit)))
const exportPatch = () => saveJson(`${base.value!.key}-${base.value!.revision}.patch.json`, jsonPatchOf(base.value!, edits.value))

/** Known once the checker has read the newest state. */
const blockers = computed(() => document.value && checked.value ? releaseBlockers(document.value, checked.value) : null)

const [remark, note, units] = [ref(''), ref(''), ref<string[]>(answer.value?.tag ? [answer.value.tag] : [])]
const free = shallowRef<{ tag: string, name: string }[]>([])
onMounted(async () => {
  const yard = await callApi<YardAnswer>('/yard', { query: { limit: 500 } }).catch(() => null)
  free.value = (yard?.units ?? []).filter(unit => !unit.hasSheet)
})
const isAuthor = computed(() => answer.value?.isMine === true)
const mayRelease = computed(() => session.may('sheet:release') && !isAuthor.value)
const review = (says: 'ready' | 'back' | 'dropped') => useSubmit(async () => {
  await callApi(`/drafts/${id}/review`, { method: 'POST', body: { seq: answer.value!.seq, says, ...remark.value.trim() ? { remark: remark.value.trim() } : {} } })
  remark.value = ''
  await load()
})
const [ready, back, drop] = [review('ready'), review('back'), review('dropped')]
const release = useSubmit(async () => {
  const { revision } = await callApi<{ revision: number }>(`/drafts/${id}/release`, {
    method: 'POST', body: { seq: answer.value!.seq, note: note.value.trim(), units: units.value },
  })
  emit('released', revision)
})
</script>

<template>
  <div class="review">
    <section aria-label="What is new">
      <h3>What is new</h3>
      <RefusalNote :text="baseProblem" />
      <p
        v-if="answer?.basedOn === null"
        class="quiet"
      >
        There is no released revision yet: all of it is new.
      </p>
      <p
        v-else-if="base && changes.length === 0"
        class="quiet"
      >
        Nothing differs from revision {{ answer?.basedOn }}.
      </p>
      <ul
        v-else
        class="changes"
      >
        <li
          v-for="(change, i) in changes"
          :key="i"
        >
          <b>{{ change.of }}</b> {{ change.says }}
        </li>
      </ul>
      <el-button
        v-if="changes.length > 0"
        class="patch"
        @click="exportPatch"
      >
        <Icon name="ph:download-simple" /> Changes as JSON Patch
      </el-button>
      <HistoryList :history="history" />
    </section>
    <section aria-label="Before it is released">
      <h3>Before it is released</h3>
      <p
        v-if="blockers === null"
        class="quiet"
      >
        The checker reads …
      </p>
      <p
        v-else-if="blockers.length === 0"
        class="fine"
      >
        <Icon name="ph:check-circle" /> Nothing stands in the way.
      </p>
      <ul
        v-else
        class="blockers"
      >
        <li
          v-for="blocker in blockers"
          :key="blocker.place + blocker.reason"
        >
          <Icon name="ph:warning-diamond" /> {{ blocker.reason }}
        </li>
      </ul>
      <WalkPanel />
      <p
        v-if="answer?.remark"
        class="remark"
      >
        <b>{{ answer.remark.by }}:</b> {{ answer.remark.text }}
      </p>
      <p class="quiet">
        Written by {{ answer?.authors.join(', ') || 'nobody yet' }}. Who has written in it does not release it.
      </p>
      <template v-if="session.may('sheet:write')">
        <el-input
          v-model="remark"
          type="textarea"
          class="grows"
          maxlength="1200"
          aria-label="Remark"
          placeholder="What the next who reads it should know"
        />
        <p class="acts">
          <el-button
            :loading="drop.busy.value"
            @click="drop.submit()"
          >
            Give the draft up
          </el-button>
          <el-button
            v-if="session.may('sheet:release') && !isAuthor"
            :disabled="!remark.trim()"
            :loading="back.busy.value"
            @click="back.submit()"
          >
            Send it back
          </el-button>
          <el-button
            v-if="answer?.status !== 'ready'"
            :type="mayRelease ? undefined : 'primary'"
            :disabled="saving > 0"
            :loading="ready.busy.value"
            @click="ready.submit()"
          >
            Hand it in for a review
          </el-button>
          <span
            v-else
            class="fine"
          ><Icon name="ph:check" /> Handed in</span>
        </p>
        <RefusalNote :text="ready.problem.value || back.problem.value || drop.problem.value" />
      </template>
      <div
        v-if="mayRelease"
        class="release"
      >
        <h3>Release</h3>
        <el-input
          v-model="note"
          type="textarea"
          class="grows"
          maxlength="1200"
          aria-label="What was read and compared"
          placeholder="What was read and compared, and with what"
        />
        <el-select
          v-model="units"
          multiple
          filterable
          aria-label="Units that get this sheet"
          placeholder="Units that get this sheet"
        >
          <el-option
            v-for="unit in free"
            :key="unit.tag"
            :value="unit.tag"
            :label="`${unit.tag} ${unit.name}`"
          />
        </el-select>
        <p class="quiet">
          Whoever overhauls these units from here on works by what you release. The maker’s manual, the site’s rules and local law stand above it.
        </p>
        <RefusalNote :text="release.problem.value" />
        <p class="acts">
          <el-button
            type="primary"
            :disabled="note.trim() === '' || saving > 0 || blockers === null || blockers.length > 0"
            :loading="release.busy.value"
            @click="release.submit()"
          >
            Release it
          </el-button>
        </p>
      </div>
    </section>
  </div>
</template>

<style scoped>
.review { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); gap: 26px; }
h3 { margin: 6px 0 8px; }
.patch { margin: 12px 0; }
.changes, .blockers { max-height: 420px; overflow: auto; margin: 0; padding: 0; list-style: none; }
.changes li, .blockers li { padding: 6px 0; border-top: 1px solid var(--rule); }
.blockers { color: var(--oxide); }
.fine { color: var(--verdigris); font-weight: 600; }
.remark { background: var(--brass-tint); border-left: 6px solid var(--brass-line); padding: 8px 14px; }
.acts { display: flex; flex-wrap: wrap; justify-content: flex-end; align-items: center; gap: 10px; margin: 10px 0; }
.release { display: grid; gap: 10px; margin-top: 14px; padding-top: 10px; border-top: 3px double var(--rule-strong); }
@media (max-width: 800px) { .review { grid-template-columns: minmax(0, 1fr); } }
</style>
