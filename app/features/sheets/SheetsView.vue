<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { capital } from '#core'
import type { DraftRow } from '#shared/wire/drafts'
import type { SheetRow } from '#shared/wire/types'
import { callApi } from '../../net/api'
import { useAnswer } from '../../net/use-answer'
import { moment } from '../../ui/moment'
import StateNote from '../../ui/StateNote.vue'

/** The library: the newest revision of every machine sheet. */
const answer = useAnswer<SheetRow[]>(() => 'sheets', () => callApi('/sheets'), 1)
const search = ref('')
const found = computed(() =>
  (answer.data.value ?? []).filter(row => `${row.title} ${row.family}`.toLowerCase().includes(search.value.trim().toLowerCase())))
const DRAFT_FIGURES = ['parts', 'steps', 'positions', 'gaps'] as const
const FIGURES = ['parts', 'steps', 'positions', 'joints', 'revision'] as const
const drafts = useAnswer<DraftRow[]>(() => 'drafts', () => callApi('/drafts'), 1)
onMounted(() => {
  void answer.load()
  void drafts.load()
})
</script>

<template>
  <div class="sheets">
    <header class="head">
      <h1>Sheets</h1>
      <p class="quiet">
        How each kind of machine is built and overhauled. A released revision never changes.
      </p>
    </header>
    <StateNote
      v-if="answer.problem.value"
      kind="problem"
      title="The library cannot be shown"
      :text="answer.problem.value"
    />
    <StateNote
      v-else-if="!answer.data.value"
      kind="loading"
      title="Fetching the library …"
    />
    <section
      v-else
      class="plate card"
      aria-label="Library"
    >
      <p
        v-if="answer.keptAt.value"
        class="kept"
      >
        No link. As of {{ moment(answer.keptAt.value) }}.
      </p>
      <el-input
        v-model="search"
        class="search"
        clearable
        placeholder="Machine or family"
        aria-label="Search sheets"
      >
        <template #prefix>
          <Icon name="ph:magnifying-glass" />
        </template>
      </el-input>
      <el-table
        :data="found"
        row-key="key"
        empty-text="No sheet by that name."
        aria-label="Sheets"
      >
        <el-table-column
          label="Machine"
          min-width="280"
        >
          <template #default="{ row }">
            <NuxtLink
              class="name"
              :to="`/sheets/${row.key}`"
            >
              {{ row.title }}
            </NuxtLink>
          </template>
        </el-table-column>
        <el-table-column
          label="Family"
          prop="family"
          min-width="180"
        />
        <el-table-column
          v-for="field in FIGURES"
          :key="field"
          :label="capital(field)"
          :prop="field"
          width="94"
          align="right"
          class-name="mono"
        />
        <el-table-column
          label="Released"
          width="150"
        >
          <template #default="{ row }">
            <span class="quiet">{{ moment(row.releasedAt) }}</span>
          </template>
        </el-table-column>
      </el-table>
    </section>
    <section
      v-if="drafts.data.value?.length"
      class="plate card"
      aria-label="Drafts"
    >
      <h2>Drafts</h2>
      <p class="quiet">
        What overhauls without a sheet have left behind, with what nobody knows yet.
      </p>
      <el-table
        :data="drafts.data.value"
        row-key="id"
        aria-label="Drafts"
      >
        <el-table-column
          label="Machine"
          min-width="260"
        >
          <template #default="{ row }">
            <NuxtLink
              class="name"
              :to="`/drafts/${row.id}`"
            >
              {{ row.title }}
            </NuxtLink>
          </template>
        </el-table-column>
        <el-table-column
          label="Unit"
          prop="tag"
          width="110"
          class-name="mono"
        />
        <el-table-column
          label="Job"
          prop="job"
          width="80"
          align="right"
          class-name="mono"
        />
        <el-table-column
          v-for="field in DRAFT_FIGURES"
          :key="field"
          :label="capital(field)"
          :prop="field"
          width="98"
          align="right"
          class-name="mono"
        />
        <el-table-column
          label="Closed by"
          prop="by"
          min-width="150"
        />
        <el-table-column
          label="On"
          width="150"
        >
          <template #default="{ row }">
            <span class="quiet">{{ moment(row.at) }}</span>
          </template>
        </el-table-column>
      </el-table>
    </section>
  </div>
</template>

<style scoped>
.sheets { max-width: 1240px; margin: 0 auto; padding: 20px; display: flex; flex-direction: column; gap: 14px; }
.head { display: flex; align-items: baseline; gap: 6px 18px; flex-wrap: wrap; }
.card { padding: 16px 22px 20px; }
.search { max-width: 340px; margin: 0 0 12px; }
.kept { margin: 0 0 10px; color: var(--brass); }
.name { display: inline-flex; align-items: center; min-height: 44px; font: 600 18px/1.2 var(--label); }
</style>
