<script setup lang="ts">
import type { SessionRow } from '#shared/wire/types'
import { moment } from '../../ui/moment'
import { agentName } from './agent-name'

const { sessions, withNames } = defineProps<{ sessions: readonly SessionRow[], withNames?: boolean }>()
const emit = defineEmits<{ end: [id: string] }>()
</script>

<template>
  <el-table
    :data="[...sessions]"
    row-key="id"
    empty-text="Nobody is signed in. Who signs in stands here with their device, and can be signed out from here."
    aria-label="Sign-ins"
  >
    <el-table-column
      v-if="withNames"
      label="Who"
      prop="name"
      min-width="150"
    />
    <el-table-column
      label="Device"
      min-width="190"
    >
      <template #default="{ row }">
        {{ row.tablet ?? agentName(row.agent) }} <span class="mono quiet">{{ row.device.slice(0, 4) }}</span>
        <small
          v-if="row.way === 'badge'"
          class="quiet"
        >by badge</small>
        <strong
          v-if="row.isThis"
          class="this"
        >this one</strong>
      </template>
    </el-table-column>
    <el-table-column
      label="From"
      min-width="130"
    >
      <template #default="{ row }">
        <span class="mono">{{ row.address }}</span>
      </template>
    </el-table-column>
    <el-table-column
      label="Last seen"
      min-width="190"
    >
      <template #default="{ row }">
        <span class="mono">{{ moment(row.seen) }}</span>
        <small class="mono quiet since">since {{ moment(row.since) }}</small>
      </template>
    </el-table-column>
    <el-table-column
      width="110"
      align="right"
    >
      <template #default="{ row }">
        <el-button
          v-if="!row.isThis"
          :aria-label="`End the sign-in of ${row.name} at ${agentName(row.agent)} ${row.device.slice(0, 4)}`"
          @click="emit('end', row.id)"
        >
          End it
        </el-button>
      </template>
    </el-table-column>
  </el-table>
</template>

<style scoped>
.since { display: block; }
.this { color: var(--verdigris); margin-left: 8px; }
</style>
