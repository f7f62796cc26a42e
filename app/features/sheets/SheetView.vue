<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { navigateTo } from '#app'
import { editInWords, editsBetween, type SheetDocument } from '#core'
import type { SheetAnswer } from '#shared/wire/drafts'
import { callApi, sentenceOf } from '../../net/api'
import { useSessionStore } from '../../net/session-store'
import { fetchSheet } from '../../net/sheets'
import { useSubmit } from '../../net/use-submit'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import { moment } from '../../ui/moment'
import RefusalNote from '../../ui/RefusalNote.vue'
import FetchNote from '../../ui/FetchNote.vue'
import DocumentView from './DocumentView.vue'
import { exportSheets } from './export-sheets'

/** A sheet of the library: any of its revisions, what changed between two, where it is used, and the way to the next. */
const { sheet: key } = defineProps<{ sheet: string }>()
const session = useSessionStore()
const answer = shallowRef<SheetAnswer | null>(null)
const [sheet, older] = [shallowRef<SheetDocument>(), shallowRef<SheetDocument | null>(null)]
const [problem, shown, beside] = [ref(''), ref(''), ref('')]

const fetchRevision = (revision: string) => {
  const { sha256 } = answer.value!.revisions.find(one => String(one.revision) === revision)!
  return fetchSheet({ key, revision: Number(revision), sha256 })
}
onMounted(async () => {
  try {
    answer.value = await callApi<SheetAnswer>(`/sheets/${key}`)
    shown.value = String(answer.value.revisions[0]!.revision)
  } catch (error) {
    problem.value = sentenceOf(error)
  }
})
watch([shown, beside], async () => {
  try {
    sheet.value = await fetchRevision(shown.value)
    older.value = beside.value ? await fetchRevision(beside.value) : null
  } catch (error) {
    problem.value = sentenceOf(error)
  }
})
const release = computed(() => answer.value?.revisions.find(one => String(one.revision) === shown.value))
const changes = computed(() => older.value && sheet.value ? editsBetween(older.value, sheet.value).map(edit => editInWords(older.value!, edit)) : null)
const { busy, problem: refused, submit: begin } = useSubmit(async () => {
  const { ids } = await callApi<{ ids: string[] }>('/drafts', { method: 'POST', body: { from: 'revision', key } })
  await navigateTo(`/drafts/${ids[0]}`)
})
const nameOf = (revision: number, at: string) => `revision ${revision}, ${moment(at)}`
</script>

<template>
  <div class="sheet">
    <FetchNote
      v-if="problem || !sheet || !answer"
      :problem="problem"
      what="This sheet"
      loading="Fetching the sheet …"
      :back="{ to: '/sheets', text: 'Back to the library' }"
    />
    <template v-else>
      <DocumentView
        :key="shown"
        :sheet="sheet"
      >
        <template #head>
          <div class="bar">
            <ChoiceSelect
              v-model="shown"
              label="Revision"
              class="revision"
              :choices="answer.revisions.map(one => ({ value: String(one.revision), label: nameOf(one.revision, one.at) }))"
            />
            <ChoiceSelect
              v-if="answer.revisions.length > 1"
              v-model="beside"
              label="Compare with"
              class="revision"
              :choices="[{ value: '', label: 'compare with …' }, ...answer.revisions.filter(one => String(one.revision) !== shown)
                .map(one => ({ value: String(one.revision), label: nameOf(one.revision, one.at) }))]"
            />
            <el-button @click="exportSheets(`${key}-${shown}`, [sheet])">
              <Icon name="ph:download-simple" /> Export
            </el-button>
            <el-button @click="navigateTo(`/sheets/${key}/bench?revision=${shown}`)">
              <Icon name="ph:play" /> Try it
            </el-button>
            <el-button
              v-if="session.may('sheet:write')"
              type="primary"
              :loading="busy"
              @click="begin"
            >
              <Icon name="ph:pencil-simple" /> {{ answer.drafts.length > 0 ? 'Go on with the draft' : 'Write the next revision' }}
            </el-button>
          </div>
          <RefusalNote :text="refused" />
          <p
            v-if="release?.by"
            class="released"
          >
            Released by {{ release.by }}: {{ release.note }}
          </p>
          <section
            v-if="changes"
            class="plate changes"
            :aria-label="`What changed since revision ${beside}`"
          >
            <p class="eyebrow">
              Revision {{ beside }} → {{ shown }}
            </p>
            <p
              v-if="changes.length === 0"
              class="quiet"
            >
              They say the same.
            </p>
            <ul>
              <li
                v-for="(change, i) in changes"
                :key="i"
              >
                <b>{{ change.of }}</b> {{ change.says }}
              </li>
            </ul>
          </section>
          <p
            v-if="answer.units.length > 0"
            class="used"
          >
            <span class="eyebrow">Used by</span>
            <NuxtLink
              v-for="unit in answer.units"
              :key="unit.tag"
              class="mono"
              :to="`/units/${unit.tag}`"
              :title="unit.name"
            >
              {{ unit.tag }}<span
                v-if="unit.job"
                class="quiet"
              > job {{ unit.job.number }} by rev {{ unit.job.revision }}</span>
            </NuxtLink>
          </p>
        </template>
      </DocumentView>
    </template>
  </div>
</template>

<style scoped>
.sheet { max-width: 1240px; margin: 0 auto; padding: 20px; }
.bar { display: flex; flex-wrap: wrap; gap: 10px; align-items: center; margin: 8px 0; }
.bar .el-button { margin: 0; }
.revision { width: 250px; }
.released { color: var(--slate); }
.changes { padding: 10px 18px; margin: 10px 0; max-height: 360px; overflow: auto; }
.changes ul { margin: 4px 0 0; padding: 0; list-style: none; }
.changes li { padding: 5px 0; border-top: 1px solid var(--rule); }
.used { display: flex; flex-wrap: wrap; gap: 4px 16px; align-items: baseline; }
.used a { display: inline-flex; align-items: center; min-height: 32px; gap: 4px; }
</style>
