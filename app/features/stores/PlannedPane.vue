<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { PlanRow } from '#shared/wire/stores'
import { callApi } from '../../net/api'
import { useAnswer } from '../../net/use-answer'
import { dueIn } from '../../ui/due-words'
import FetchNote from '../../ui/FetchNote.vue'
import { kitInWords } from '../../ui/kit-words'
import { PlanNeedDialog } from './index'

/** Overhauls that are to come, and whether what they need is there. */
const plans = useAnswer<PlanRow[]>(() => 'plans all', () => callApi('/plans'))
const [opened, isOpen] = [ref(''), ref(false)]
onMounted(() => void plans.load())
</script>

<template>
  <FetchNote
    v-if="plans.problem.value || !plans.data.value"
    :problem="plans.problem.value"
    what="What is planned"
    loading="Looking at the plan …"
  />
  <el-table
    v-else
    :data="plans.data.value"
    row-key="id"
    class="plate"
    aria-label="Planned overhauls"
    empty-text="Nothing is planned. An overhaul is planned at its unit."
  >
    <el-table-column
      label="Day"
      width="140"
    >
      <template #default="{ row }">
        <span :class="dueIn((row as PlanRow).day).state">{{ dueIn((row as PlanRow).day).text }}<small class="mono quiet">{{ (row as PlanRow).day }}</small></span>
      </template>
    </el-table-column>
    <el-table-column
      label="Unit"
      min-width="200"
    >
      <template #default="{ row }">
        <NuxtLink
          class="mono"
          :to="`/units/${(row as PlanRow).unit}`"
        >
          {{ (row as PlanRow).unit }}
        </NuxtLink> {{ (row as PlanRow).unitName }}
      </template>
    </el-table-column>
    <el-table-column
      label="Why"
      prop="reason"
      min-width="220"
    />
    <el-table-column
      label="Who"
      width="140"
    >
      <template #default="{ row }">
        {{ (row as PlanRow).who?.name ?? '—' }}
      </template>
    </el-table-column>
    <el-table-column
      label="What it needs"
      width="230"
    >
      <template #default="{ row }">
        <el-button
          class="kit"
          :class="kitInWords((row as PlanRow).kit).state"
          :disabled="!(row as PlanRow).kit"
          :aria-label="`What ${(row as PlanRow).unit} needs: ${kitInWords((row as PlanRow).kit).text}`"
          @click="opened = (row as PlanRow).id; isOpen = true"
        >
          <Icon :name="{ in: 'ph:circle-fill', doubtful: 'ph:circle-half-fill', out: 'ph:diamond-fill', none: 'ph:minus' }[kitInWords((row as PlanRow).kit).state]" />
          {{ kitInWords((row as PlanRow).kit).text }}
        </el-button>
      </template>
    </el-table-column>
  </el-table>
  <PlanNeedDialog
    v-model="isOpen"
    :plan="opened"
    @changed="plans.load()"
  />
</template>

<style scoped>
small { display: block; font-weight: 400; }
.late { color: var(--oxide); font-weight: 600; }
.soon { font-weight: 600; }
.kit { min-height: 44px; }
.kit.in { color: var(--verdigris); }
.kit.doubtful { color: var(--brass); }
.kit.out { color: var(--oxide); }
</style>
