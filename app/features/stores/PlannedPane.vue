<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { PlanRow } from '#shared/wire/stores'
import { callApi } from '../../net/api'
import { useSessionStore } from '../../net/session-store'
import { useAnswer } from '../../net/use-answer'
import DueDay from '../../ui/DueDay.vue'
import FetchNote from '../../ui/FetchNote.vue'
import EmptyList from '../../ui/EmptyList.vue'
import KitButton from '../../ui/KitButton.vue'
import { PlanNeedDialog } from './index'

/** Overhauls that are to come, and whether what they need is there. */
const session = useSessionStore()
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
  >
    <template #empty>
      <EmptyList
        would="Overhauls that are to come stand here, and whether what each needs is there."
        who="Planners, engineers and admins plan one at its machine."
      >
        <el-button
          v-if="session.may('unit:write')"
          @click="navigateTo('/')"
        >
          Choose a machine in the yard
        </el-button>
      </EmptyList>
    </template>
    <el-table-column
      label="Day"
      width="140"
    >
      <template #default="{ row }">
        <DueDay :day="(row as PlanRow).day" />
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
        <KitButton
          :plan="row as PlanRow"
          @click="opened = (row as PlanRow).id; isOpen = true"
        />
      </template>
    </el-table-column>
  </el-table>
  <PlanNeedDialog
    v-model="isOpen"
    :plan="opened"
    @changed="plans.load()"
  />
</template>
