<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import type { PersonRow } from '#shared/wire/types'
import EmptyList from '../../ui/EmptyList.vue'
import { moment } from '../../ui/moment'

const { people, sites, self } = defineProps<{ people: readonly PersonRow[], sites: readonly { key: string, name: string }[], self: string }>()
const emit = defineEmits<{
  edit: [person: PersonRow], code: [person: PersonRow], endCode: [person: PersonRow], badges: [person: PersonRow]
  activate: [person: PersonRow, active: boolean], clear: []
}>()

const sitesOf = (person: PersonRow) => person.sites?.map(key => sites.find(site => site.key === key)?.name ?? key).join(', ') ?? 'all sites'
const isNarrow = useMediaQuery('(max-width: 560px)')
const classOf = ({ row }: { row: object }) => (row as PersonRow).active ? '' : 'gone'
</script>

<template>
  <el-table
    :data="[...people]"
    row-key="id"
    :row-class-name="classOf"
    aria-label="People"
  >
    <template #empty>
      <EmptyList
        would=""
        is-sought
        @clear="emit('clear')"
      />
    </template>
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
        <span v-else-if="row.codeUntil">code given out<small class="mono quiet seen">until {{ moment(row.codeUntil) }}</small></span>
        <span
          v-else-if="!row.hasPassword"
          class="wait"
        >needs a new code</span>
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
          <el-dropdown trigger="click">
            <el-button :aria-label="`More for ${row.name}`">
              More <Icon name="ph:caret-down" />
            </el-button>
            <template #dropdown>
              <el-dropdown-menu>
                <el-dropdown-item
                  :disabled="!row.active"
                  @click="emit('badges', row as PersonRow)"
                >
                  Badges ({{ row.badges.length }})
                </el-dropdown-item>
                <template v-if="row.id !== self">
                  <el-dropdown-item
                    :disabled="!row.active"
                    @click="emit('code', row as PersonRow)"
                  >
                    New code, password and PIN go
                  </el-dropdown-item>
                  <el-dropdown-item
                    v-if="row.codeUntil"
                    @click="emit('endCode', row as PersonRow)"
                  >
                    End the code
                  </el-dropdown-item>
                  <el-dropdown-item @click="emit('activate', row as PersonRow, !row.active)">
                    {{ row.active ? 'Disable' : 'Let in again' }}
                  </el-dropdown-item>
                </template>
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
.wait { color: var(--brass); font-weight: 600; }
.off { color: var(--oxide); font-weight: 600; }
.deeds { display: flex; flex-wrap: wrap; gap: 8px; justify-content: flex-end; }
:deep(.gone strong) { color: var(--slate); text-decoration: line-through; }
</style>
