<script setup lang="ts">
import { computed } from 'vue'
import { CIRCUMSTANCES } from '#core'
import { useBench } from '../../job/use-bench'

/** What else is known: what happened before, told once and taken back with the same tap. */
const bench = useBench()
const { job } = bench
const holds = computed(() => CIRCUMSTANCES.filter(name => job.state.circumstances[name]?.holds))
/** Element Plus gives the whole list; one of it has changed. */
function tell(chosen: unknown): void {
  const now = new Set(chosen as string[])
  const was = new Set<string>(holds.value)
  for (const circumstance of CIRCUMSTANCES)
    if (now.has(circumstance) !== was.has(circumstance)) job.act('circumstance-told', { circumstance, holds: now.has(circumstance) })
}
</script>

<template>
  <el-checkbox-group
    class="circumstances"
    :model-value="holds"
    :disabled="!bench.mayWork.value"
    aria-label="What else is known"
    @update:model-value="tell"
  >
    <el-checkbox
      v-for="name in CIRCUMSTANCES"
      :key="name"
      :value="name"
      :label="name"
    />
  </el-checkbox-group>
</template>

<style scoped>
.circumstances { display: grid; grid-template-columns: repeat(auto-fill, minmax(170px, 1fr)); gap: 0 10px; }
.circumstances .el-checkbox { min-height: var(--target); margin: 0; height: auto; white-space: normal; }
</style>
