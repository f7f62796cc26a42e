<script setup lang="ts">
import { computed, watch } from 'vue'
import { editInWords, editsBetween, takeoverPlan, type ChangedStep, type TakeoverPlan } from '#core'
import type { Takeover } from '../../../job/open-job'
import SecondPerson from '../../../job/SecondPerson.vue'
import { useBench } from '../../../job/use-bench'
import AskDialog from '../../../ui/AskDialog.vue'
import CautionNote from '../../../ui/CautionNote.vue'
import RefusalNote from '../../../ui/RefusalNote.vue'

/** What a newer revision changes in this job, which ticks it opens again, and the lead who stands for going on by it. */
const { takeover } = defineProps<{ takeover: Takeover }>()
const open = defineModel<boolean>({ required: true })
const { job, mayWork } = useBench()
const NOTHING: TakeoverPlan = { reopens: [], past: [], refusal: null }

const plan = computed(() => open.value ? takeoverPlan(takeover.was, takeover.is, job.state) : NOTHING)
const SHOWN = 80
const changes = computed(() => open.value ? editsBetween(takeover.was, takeover.is).map(edit => editInWords(takeover.was, edit)) : [])
const body = computed(() => ({
  from: takeover.from, to: { key: takeover.to.key, revision: takeover.to.revision, sha256: takeover.to.sha256 },
  reopens: plan.value.reopens.map(({ step }) => step), past: plan.value.past.map(({ step }) => step),
}))
/** Signed is done. */
watch(() => job.state.takenOver.length, () => { open.value = false })
const say = ({ title, because }: ChangedStep) => `${title}: ${because.join(', ')}`
</script>

<template>
  <AskDialog
    v-model="open"
    :title="`Go on by revision ${takeover.to.revision}?`"
    :width="680"
    leave="Go on as it is"
  >
    <p v-if="takeover.by">
      Released by {{ takeover.by }}: {{ takeover.note }}
    </p>
    <RefusalNote :text="plan.refusal && `It cannot be taken over here. ${plan.refusal.message}`" />
    <template v-if="!plan.refusal">
      <p v-if="plan.reopens.length === 0">
        No tick of this job opens again.
      </p>
      <section v-else>
        <p class="eyebrow">
          To be done anew
        </p>
        <ul aria-label="To be done anew">
          <li
            v-for="step in plan.reopens"
            :key="step.step"
          >
            <Icon name="ph:arrow-u-up-left" /> {{ say(step) }}
          </li>
        </ul>
      </section>
      <CautionNote v-if="plan.past.length > 0">
        These are off already, and were taken off by what the older revision said. Whoever signs stands for it that this holds:
        {{ plan.past.map(say).join(' · ') }}.
      </CautionNote>
    </template>
    <section>
      <p class="eyebrow">
        All that it changes <span class="mono">{{ changes.length }}</span>
      </p>
      <ul class="changes">
        <li
          v-for="(change, i) in changes.slice(0, SHOWN)"
          :key="i"
        >
          <b>{{ change.of }}</b> {{ change.says }}
        </li>
        <li v-if="changes.length > SHOWN">
          and {{ changes.length - SHOWN }} more
        </li>
      </ul>
    </section>
    <template v-if="mayWork && !plan.refusal">
      <p class="quiet">
        A lead signs. It is not taken back; a later revision may follow it.
      </p>
      <SecondPerson
        type="sheet-taken-over"
        :body="body"
        act="Go on by it"
        :ready="true"
      />
    </template>
  </AskDialog>
</template>

<style scoped>
section { margin-top: 12px; }
ul { margin: 4px 0 0; padding: 0; list-style: none; }
li { padding: 5px 0; border-top: 1px solid var(--rule); }
li svg { vertical-align: -2px; }
.changes { max-height: 220px; overflow: auto; }
</style>
