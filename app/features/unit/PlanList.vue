<script setup lang="ts">
import { ref } from 'vue'
import type { PlanRow } from '#shared/wire/stores'
import type { UnitAnswer } from '#shared/wire/types'
import { callApi, sentenceOf } from '../../net/api'
import { deviceId } from '../../net/device-store'
import { useSessionStore } from '../../net/session-store'
import { dueIn } from '../../ui/due-words'
import { laterDialog } from '../../ui/later'
import RefusalNote from '../../ui/RefusalNote.vue'
import KitButton from '../../ui/KitButton.vue'
import { PlanNeedDialog } from '../stores'

/** What is planned for a unit, and the way from there to its bench. */
const { unit, plans, isOnBench } = defineProps<{ unit: UnitAnswer['unit'], plans: readonly PlanRow[], isOnBench: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSessionStore()
const PlanDialog = laterDialog(() => import('./PlanDialog.vue'))
const [planning, needing] = [ref(false), ref(false)]
const chosen = ref<PlanRow>()
const problem = ref('')
const busy = ref('')

function plan(row?: PlanRow) {
  chosen.value = row
  planning.value = true
}
async function act(id: string, work: () => Promise<unknown>) {
  busy.value = id
  problem.value = ''
  try {
    await work()
    emit('changed')
  } catch (error) {
    problem.value = sentenceOf(error)
  } finally {
    busy.value = ''
  }
}
const start = ({ id, reason }: PlanRow) => act(id, async () => {
  const body = { reason, plan: id, device: deviceId() }
  const { id: job } = await callApi<{ id: string }>(`/units/${encodeURIComponent(unit.tag)}/jobs`, { method: 'POST', body })
  await navigateTo(`/jobs/${job}`)
})
const drop = ({ id }: PlanRow) => act(id, () => callApi(`/plans/${id}`, { method: 'DELETE' }))
</script>

<template>
  <section
    v-if="plans.length || session.may('unit:write')"
    aria-label="Planned"
  >
    <div class="head">
      <h2>Planned</h2>
      <el-button
        v-if="session.may('unit:write')"
        @click="plan()"
      >
        <Icon name="ph:plus" /> Plan an overhaul
      </el-button>
    </div>
    <p
      v-if="plans.length === 0"
      class="quiet"
    >
      Nothing is planned.
    </p>
    <ol>
      <li
        v-for="row in plans"
        :key="row.id"
        :class="dueIn(row.day).state"
      >
        <span class="mono">{{ row.day }}</span>
        <span><b>{{ row.reason }}</b><small class="quiet">{{ dueIn(row.day).text }}<template v-if="row.who">, {{ row.who.name }}</template><template v-if="row.kitComplete">, kit-complete</template><template v-if="row.target">, as far as one part</template></small></span>
        <span class="acts">
          <KitButton
            v-if="row.kit"
            :plan="row"
            @click="chosen = row; needing = true"
          />
          <el-button
            v-if="session.may('unit:write')"
            :aria-label="`Change what is planned for ${row.day}`"
            @click="plan(row)"
          >
            <Icon name="ph:pencil-simple" />
          </el-button>
          <el-popconfirm
            v-if="session.may('unit:write')"
            title="Drop it? What is held for it is free again."
            confirm-button-text="Drop it"
            cancel-button-text="Leave it"
            width="260"
            @confirm="drop(row)"
          >
            <template #reference>
              <el-button :aria-label="`Drop what is planned for ${row.day}`">
                <Icon name="ph:x" />
              </el-button>
            </template>
          </el-popconfirm>
          <el-button
            v-if="session.may('job:start') && !isOnBench && unit.sheet"
            type="primary"
            :loading="busy === row.id"
            @click="start(row)"
          >
            Start it
          </el-button>
        </span>
      </li>
    </ol>
    <RefusalNote :text="problem" />
    <PlanDialog
      v-model="planning"
      :unit="unit"
      :plan="chosen"
      @saved="emit('changed')"
    />
    <PlanNeedDialog
      v-model="needing"
      :plan="chosen?.id ?? ''"
      @changed="emit('changed')"
    />
  </section>
</template>

<style scoped>
section { margin: 18px 0; }
.head { display: flex; justify-content: space-between; align-items: center; gap: 10px; }
ol { list-style: none; margin: 0; padding: 0; }
li { display: grid; grid-template-columns: 96px 1fr auto; gap: 12px; align-items: center; padding: 8px 0 8px 10px; border-left: 4px solid var(--rule); border-top: 1px solid var(--rule); }
li.late { border-left-color: var(--oxide); }
li.soon { border-left-color: var(--brass-line); }
small { display: block; }
.acts { display: flex; gap: 8px; flex-wrap: wrap; justify-content: flex-end; }
.acts .el-button { margin: 0; min-height: 44px; }
@media (max-width: 700px) { li { grid-template-columns: 1fr; } .acts { justify-content: flex-start; } }
</style>
