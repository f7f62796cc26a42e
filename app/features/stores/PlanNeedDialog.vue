<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { PlanNeed, PlanNeedLine } from '#shared/wire/stores'
import { callApi, sentenceOf } from '../../net/api'
import { useSessionStore } from '../../net/session-store'
import { useSubmit } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import FetchNote from '../../ui/FetchNote.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import { kitInWords } from '../../ui/kit-words'

/** What a planned overhaul needs: in its kit, on the shelves, short, and what the kit never has in it. */
const { plan } = defineProps<{ plan: string }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ changed: [] }>()
const session = useSessionStore()
const need = ref<PlanNeed>()
const looking = ref('')

async function look() {
  looking.value = ''
  try {
    need.value = await callApi<PlanNeed>(`/plans/${plan}`)
  } catch (error) {
    looking.value = sentenceOf(error)
  }
}
const { busy, problem, submit } = useSubmit(async () => {
  await callApi(`/plans/${plan}/hold`, { method: 'POST' })
  emit('changed')
  await look()
})
const giving = useSubmit(async () => {
  await callApi(`/plans/${plan}/issue`, { method: 'POST' })
  emit('changed')
  await look()
})
/** What is held and good can go to the bench. */
const mayGive = computed(() => session.may('stock:write') && (need.value?.waiting ?? 0) > 0)
watch(() => [open.value, plan], ([isOpen]) => {
  if (!isOpen) return
  need.value = undefined
  problem.value = ''
  void look()
}, { immediate: true })
/** There is something on the shelves that is not held yet. */
const mayHold = computed(() => session.may('stock:write')
  && (need.value?.lines.some(({ fromStock, held }) => fromStock.reduce((sum, { count }) => sum + count, 0) > held)
    || (need.value?.kit && !need.value.kit.held)))
const never = computed(() => need.value?.kit ? need.value.lines.filter(({ neverInKit }) => neverInKit) : [])
const from = ({ fromStock }: PlanNeedLine) => fromStock.map(({ number, count }) => `${count} × ${number}`).join(', ')
</script>

<template>
  <AskDialog
    v-model="open"
    :title="need ? `What ${need.plan.unit} needs` : 'What it needs'"
    leave="Close"
    :act="mayHold ? 'Hold it for this job' : undefined"
    :busy="busy"
    :width="860"
    @act="submit"
  >
    <FetchNote
      v-if="looking || !need"
      :problem="looking || null"
      what="What it needs"
      loading="Counting …"
    />
    <template v-else>
      <p>
        {{ need.plan.reason }},
        <span class="mono">{{ need.plan.day }}</span>{{ need.plan.kitComplete ? ', everything of the kit' : '' }}: <b>{{ kitInWords(need.plan.kit).text }}</b>.
        <template v-if="need.kit">
          Kit <span class="mono">{{ need.kit.number }}</span> {{ need.kit.held ? 'is held' : 'is on the shelf' }}.
        </template>
      </p>
      <p
        v-if="never.length"
        class="never"
      >
        <Icon name="ph:warning-diamond" /> The kit never has in it: {{ never.map(({ name, count }) => `${count} × ${name}`).join(', ') }}.
      </p>
      <el-table
        :data="need.lines"
        row-key="part"
        aria-label="What it needs"
        empty-text="It needs nothing new."
        max-height="420"
      >
        <el-table-column
          label="Part"
          min-width="220"
        >
          <template #default="{ row }">
            {{ (row as PlanNeedLine).name }}<small class="quiet">{{ (row as PlanNeedLine).why }}</small>
          </template>
        </el-table-column>
        <el-table-column
          label="Needs"
          align="right"
          width="76"
        >
          <template #default="{ row }">
            <span class="mono">{{ (row as PlanNeedLine).count }}</span>
          </template>
        </el-table-column>
        <el-table-column
          label="In the kit"
          align="right"
          width="92"
        >
          <template #default="{ row }">
            <span class="mono">{{ (row as PlanNeedLine).inKit || '—' }}</span>
          </template>
        </el-table-column>
        <el-table-column
          label="From the shelf"
          min-width="150"
        >
          <template #default="{ row }">
            <span class="mono">{{ from(row as PlanNeedLine) || '—' }}</span><small
              v-if="(row as PlanNeedLine).held"
              class="quiet"
            >{{ (row as PlanNeedLine).held }} held</small>
          </template>
        </el-table-column>
        <el-table-column
          label="Short"
          align="right"
          width="120"
        >
          <template #default="{ row }">
            <span
              v-if="(row as PlanNeedLine).short"
              class="short"
            ><Icon name="ph:diamond-fill" /> {{ (row as PlanNeedLine).short }} short</span>
            <span
              v-else
              class="there"
            ><Icon name="ph:circle-fill" /> there</span>
          </template>
        </el-table-column>
      </el-table>
    </template>
    <RefusalNote :text="problem || giving.problem.value" />
    <template #more>
      <el-button
        v-if="mayGive"
        :loading="giving.busy.value"
        @click="giving.submit"
      >
        Give it out to the bench
      </el-button>
    </template>
  </AskDialog>
</template>

<style scoped>
small { display: block; }
.never { border-left: 4px solid var(--brass-line); background: var(--brass-tint); padding: 8px 14px; }
.short { color: var(--oxide); font-weight: 600; white-space: nowrap; }
.there { color: var(--verdigris); white-space: nowrap; }
</style>
