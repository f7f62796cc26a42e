<script setup lang="ts">
import { computed, ref } from 'vue'
import type { PartLine } from '#core'
import AskDialog from '../../ui/AskDialog.vue'
import { placesOf } from './places'
import { useBench } from '../../job/use-bench'

/** The account of parts as a table: every piece of the machine and where it is. */
const bench = useBench()
const open = defineModel<boolean>({ required: true })
const all = ref(false)
const lines = computed(() => bench.account.value.filter(line => all.value || line.out > 0 || line.scrapped > 0 || line.fromKit > 0))
function show(part: string) {
  open.value = false
  bench.pickPart(part)
}
</script>

<template>
  <AskDialog
    v-model="open"
    title="Account of parts"
    :width="860"
    leave="Back to the bench"
  >
    <el-checkbox v-model="all">
      also what is in the machine
    </el-checkbox>
    <p
      v-if="!lines.length"
      class="quiet"
    >
      Nothing is out of the machine.
    </p>
    <el-table
      v-else
      :data="lines"
      :row-key="(line: PartLine) => line.part.key"
      max-height="60vh"
      aria-label="Account of parts"
    >
      <el-table-column
        label="Part"
        min-width="230"
      >
        <template #default="{ row }">
          <button
            type="button"
            class="link"
            @click="show(row.part.key)"
          >
            {{ row.part.name }}
          </button>
        </template>
      </el-table-column>
      <el-table-column
        label="Pieces"
        prop="part.count"
        width="84"
        align="right"
        class-name="mono"
      />
      <el-table-column
        label="In"
        prop="inMachine"
        width="64"
        align="right"
        class-name="mono"
      />
      <el-table-column
        label="Out"
        prop="out"
        width="64"
        align="right"
        class-name="mono"
      />
      <el-table-column
        label="Where"
        min-width="210"
      >
        <template #default="{ row }">
          {{ placesOf(row as PartLine).map(place => `${place.count} ${place.name}`).join(', ') || (row.out ? 'to be replaced' : 'in the machine') }}
        </template>
      </el-table-column>
    </el-table>
  </AskDialog>
</template>

<style scoped>
.link { min-height: 36px; background: none; border: 0; padding: 0; color: var(--scribe); text-decoration: underline; cursor: pointer; text-align: left; }
@media (pointer: coarse) { .link { min-height: 44px; } }
</style>
