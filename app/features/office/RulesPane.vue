<script setup lang="ts">
import { computed, ref } from 'vue'
import { causeName, CAUSES, MOST_WEIGHT, sayWhen, type Agreement, type CauseFacts, type EvidenceRule, type RuleDocument } from '#core'
import type { DryRunAnswer } from '#shared/wire/types'
import { callApi } from '../../net/api'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import AddSign from './AddSign.vue'
import AgreementTable from './AgreementTable.vue'
import ReleaseDialog from './ReleaseDialog.vue'
import TriedRules from './TriedRules.vue'
import { useReleased } from './use-released'

/** The rules by which causes are ranked: changed sign by sign, tried on all past failures, then released. */
const agreed = ref<Agreement[]>([])
type Draft = { -readonly [K in keyof RuleDocument]: RuleDocument[K] extends readonly (infer T)[] ? T[] : RuleDocument[K] }
const draft = ref<Draft | null>(null)
const cause = ref<string>(CAUSES[0]!.key)
const tried = ref<{ answer: DryRunAnswer, of: string } | null>(null)

const fresh = (document: RuleDocument) => structuredClone(document) as Draft
const { standing, problem, busy, releasing, act, release, head } = useReleased<RuleDocument>('/rules', async (document) => {
  agreed.value = await callApi<Agreement[]>('/rules/agreement')
  draft.value = fresh(document)
  tried.value = null
})

const causes = CAUSES.map(({ key, name, group }) => ({ value: key, label: `${name} · ${group}` }))
const facts = computed(() => draft.value?.causes.find(({ key }) => key === cause.value))
const signs = computed(() => (draft.value?.rules ?? []).map((rule, at) => ({ rule, at })).filter(({ rule }) => rule.cause === cause.value))
const text = computed(() => JSON.stringify(draft.value))
const isChanged = computed(() => standing.value !== null && text.value !== JSON.stringify(standing.value.document))
const isTried = computed(() => tried.value?.of === text.value)

const weigh = (at: number, weight: number | undefined) => { if (weight !== undefined) draft.value!.rules[at] = { ...draft.value!.rules[at]!, weight } }
const source = (at: number, words: string) => { draft.value!.rules[at] = { ...draft.value!.rules[at]!, source: words } }
const remove = (at: number) => { draft.value!.rules.splice(at, 1) }
const add = (rule: EvidenceRule) => { draft.value!.rules.push(rule) }
const setFacts = (changed: Partial<CauseFacts>) => {
  draft.value!.causes = draft.value!.causes.map(one => one.key === cause.value ? { ...one, ...changed } : one)
}
const tryOut = () => act(async () => {
  const of = text.value
  tried.value = { of, answer: await callApi<DryRunAnswer>('/rules/dry-run', { method: 'POST', body: { document: draft.value! } }) }
})
</script>

<template>
  <RefusalNote :text="problem" />
  <div
    v-if="standing && draft"
    class="rules"
  >
    <p class="quiet">
      {{ head(`Rules ${standing.document.key}, revision`) }}. They rank; the person decides.
    </p>
    <AgreementTable :agreed="agreed" />
    <section aria-labelledby="signs-head">
      <h2 id="signs-head">
        What a cause leaves behind
      </h2>
      <div class="head">
        <ChoiceSelect
          v-model="cause"
          label="Cause"
          :choices="causes"
          filterable
        />
        <label>How usual it is
          <el-input-number
            v-if="facts"
            :model-value="facts.prior"
            aria-label="How usual it is"
            :min="-MOST_WEIGHT"
            :max="MOST_WEIGHT"
            :step="0.1"
            :precision="1"
            :controls="false"
            @update:model-value="prior => { if (prior !== undefined) setFacts({ prior }) }"
          />
        </label>
        <label
          v-if="facts"
          class="check"
        >Looked at next, where no reading is open
          <el-input
            :model-value="facts.check.text"
            maxlength="300"
            @update:model-value="text => setFacts({ check: { ...facts!.check, text } })"
          />
        </label>
        <label v-if="facts">Minutes
          <el-input-number
            :model-value="facts.check.minutes"
            :min="0"
            :max="10000"
            :controls="false"
            @update:model-value="minutes => { if (minutes !== undefined) setFacts({ check: { ...facts!.check, minutes } }) }"
          />
        </label>
      </div>
      <el-table
        :data="signs"
        :row-key="({ at }: { at: number }) => String(at)"
        empty-text="Nothing speaks for or against this cause yet. A sign is added below."
        :aria-label="`Signs of ${causeName(cause)}`"
      >
        <el-table-column
          label="Sign"
          min-width="300"
        >
          <template #default="{ row }">
            {{ sayWhen(row.rule.when) }}
          </template>
        </el-table-column>
        <el-table-column
          label="Weight"
          width="150"
        >
          <template #default="{ row }">
            <el-input-number
              :model-value="row.rule.weight"
              :aria-label="`Weight of ${sayWhen(row.rule.when)}`"
              :min="-MOST_WEIGHT"
              :max="MOST_WEIGHT"
              :step="0.1"
              :precision="1"
              :controls="false"
              @update:model-value="weigh(row.at, $event)"
            />
          </template>
        </el-table-column>
        <el-table-column
          label="Source"
          min-width="220"
        >
          <template #default="{ row }">
            <el-input
              :model-value="row.rule.source"
              :aria-label="`Source of ${sayWhen(row.rule.when)}`"
              maxlength="300"
              @update:model-value="source(row.at, $event)"
            />
          </template>
        </el-table-column>
        <el-table-column
          width="64"
          align="right"
        >
          <template #default="{ row }">
            <el-button
              text
              :aria-label="`Take away ${sayWhen(row.rule.when)}`"
              @click="remove(row.at)"
            >
              <Icon name="ph:x" />
            </el-button>
          </template>
        </el-table-column>
      </el-table>
      <AddSign
        :cause="cause"
        @add="add"
      />
      <p class="quiet">
        A weight of 1 makes the cause 2.7 times as likely, 3 twenty times; below zero it speaks against.
      </p>
    </section>
    <section
      class="tried"
      aria-labelledby="tried-head"
    >
      <h2 id="tried-head">
        Tried on all past failures
      </h2>
      <div class="head">
        <el-button
          :disabled="!isChanged || isTried"
          :loading="busy"
          @click="tryOut"
        >
          Dry run
        </el-button>
        <el-button
          type="primary"
          :disabled="!isChanged || !isTried"
          @click="releasing = true"
        >
          Release revision {{ standing.document.revision + 1 }} …
        </el-button>
        <el-button
          text
          :disabled="!isChanged"
          @click="draft = fresh(standing.document)"
        >
          Back to what stands
        </el-button>
      </div>
      <p
        v-if="!isChanged"
        class="quiet"
      >
        Nothing is changed.
      </p>
      <TriedRules
        v-else-if="tried && isTried"
        :answer="tried.answer"
      />
      <p
        v-else
        class="quiet"
      >
        Changed and not tried yet: what would the past failures say?
      </p>
    </section>
    <ReleaseDialog
      v-model="releasing"
      :revision="standing.document.revision + 1"
      :busy="busy"
      :problem="problem"
      @release="release(draft, $event)"
    >
      From now on every clock ranks by it. What was ranked before keeps the revision it was ranked by.
    </ReleaseDialog>
  </div>
</template>

<style scoped>
.rules { display: flex; flex-direction: column; gap: 18px; }
h2 { font-size: 21px; margin-bottom: 6px; }
.head { display: flex; flex-wrap: wrap; gap: 12px; align-items: end; margin-bottom: 8px; }
.head > :first-child:not(.el-button) { flex: 0 1 420px; }
.head label .el-input-number { width: 96px; }
.check { flex: 1 1 320px; }
.tried { position: sticky; bottom: 0; background: var(--chalk); border-top: 2px solid var(--rule-strong); padding: 10px 0; max-height: 50vh; overflow-y: auto; z-index: 2; }
.head label { display: flex; flex-direction: column; font-size: 14px; color: var(--slate); }
small { color: var(--slate); }
</style>
