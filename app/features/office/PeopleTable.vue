<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import type { PersonRow, SiteRow } from '#shared/wire/types'
import { moment } from '../../ui/moment'

const { people, sites, self } = defineProps<{ people: readonly PersonRow[], sites: readonly SiteRow[], self: string }>()
const emit = defineEmits<{ edit: [person: PersonRow], reset: [person: PersonRow], activate: [person: PersonRow, active: boolean] }>()

const sitesOf = (person: PersonRow) => person.sites?.map(key => sites.find(site => site.key === key)?.name ?? key).join(', ') ?? 'all sites'
const isNarrow = useMediaQuery('(max-width: 560px)')
const classOf = ({ row }: { row: object }) => (row as PersonRow).active ? '' : 'gone'
</script>

<template>
  <el-table
    :data="[...people]"
    row-key="id"
    :row-class-name="classOf"
    empty-text="Nobody by that name."
    aria-label="People"
  >
    <el-table-column
      label="Name"
      min-width="160"
    >
      <template #default="{ row }">
        <strong>{{ row.name }}</strong>
        <span class="mono quiet login">{{ row.login }}</span>
        <small
          v-if="row.demo"
          class="tag"
        >demonstration</small>
      </template>
    </el-table-column>
    <el-table-column
      label="Role"
      min-width="92"
      prop="role"
    />
    <el-table-column
      label="Sites"
      min-width="110"
    >
      <template #default="{ row }">
        {{ sitesOf(row as PersonRow) }}
      </template>
    </el-table-column>
    <el-table-column
      label="State"
      min-width="116"
    >
      <template #default="{ row }">
        <span
          v-if="!row.active"
          class="off"
        ><Icon name="ph:prohibit" /> disabled</span>
        <span v-else-if="row.passwordDue">new password due</span>
        <span v-else-if="row.sessions">signed in at {{ row.sessions }} {{ row.sessions === 1 ? 'device' : 'devices' }}<small class="mono quiet seen">{{ moment(row.seen!) }}</small></span>
        <span
          v-else
          class="quiet"
        >not signed in</span>
      </template>
    </el-table-column>
    <el-table-column
      :width="isNarrow ? 104 : 196"
      align="right"
      fixed="right"
    >
      <template #default="{ row }">
        <div class="deeds">
          <el-button
            :aria-label="`Change ${row.name}`"
            @click="emit('edit', row as PersonRow)"
          >
            Change
          </el-button>
          <el-dropdown
            v-if="row.id !== self"
            trigger="click"
          >
            <el-button :aria-label="`More for ${row.name}`">
              More <Icon name="ph:caret-down" />
            </el-button>
            <template #dropdown>
              <el-dropdown-menu>
                <el-dropdown-item @click="emit('reset', row as PersonRow)">
                  New password
                </el-dropdown-item>
                <el-dropdown-item @click="emit('activate', row as PersonRow, !row.active)">
                  {{ row.active ? 'Disable' : 'Let in again' }}
                </el-dropdown-item>
              </el-dropdown-menu>
            </template>
          </el-dropdown>
        </div>
      </template>
    </el-table-column>
  </el-table>
</template>

<style scoped>
.login { margin-left: 8px; }
.tag { display: block; color: var(--brass); }
.seen { display: block; }
.off { color: var(--oxide); font-weight: 600; }
.deeds { display: flex; flex-wrap: wrap; gap: 8px; justify-content: flex-end; }
:deep(.gone strong) { color: var(--slate); text-decoration: line-through; }
</style>
