<script setup lang="ts">
import { computed, ref } from 'vue'
import { partOf, type PartDisposed } from '#core'
import { useBench } from '../../../../job/use-bench'

/** What is written on the new one or its bag: the stores and the history of the machine go by it. */
const { partKey, said } = defineProps<{ partKey: string, said: PartDisposed }>()
const bench = useBench()
const { job } = bench
const part = computed(() => partOf(job.sheet, partKey))
const [lot, serial, isOpen] = [ref(''), ref(''), ref(false)]
const told = computed(() => [said.serial && `serial ${said.serial}`, said.lot && `batch ${said.lot}`].filter(Boolean).join(', '))

function open() {
  lot.value = said.lot ?? ''
  serial.value = said.serial ?? ''
  isOpen.value = true
}
function write() {
  const [batch, number] = [lot.value.trim(), serial.value.trim()]
  const body = { part: partKey, disposition: 'replace' as const, ...batch ? { lot: batch } : {}, ...number ? { serial: number } : {} }
  if (job.act('part-disposed', body)) isOpen.value = false
}
</script>

<template>
  <form
    v-if="isOpen"
    class="piece"
    @submit.prevent="write"
  >
    <el-input
      v-model="serial"
      class="mono"
      :aria-label="`${part.name}: serial number`"
      placeholder="serial number"
      maxlength="60"
    />
    <el-input
      v-model="lot"
      class="mono"
      :aria-label="`${part.name}: batch`"
      placeholder="batch"
      maxlength="60"
    />
    <el-button native-type="submit">
      Write it
    </el-button>
  </form>
  <p
    v-else
    class="told"
  >
    <span v-if="told">New one: <b class="mono">{{ told }}</b></span>
    <el-button
      v-if="bench.mayWork.value"
      text
      :aria-label="`${part.name}: serial or batch of the new one`"
      @click="open"
    >
      {{ told ? 'Change' : 'Serial or batch of the new one' }}
    </el-button>
  </p>
</template>

<style scoped>
.piece { display: flex; gap: 8px; flex-wrap: wrap; margin-top: 8px; }
.piece .el-input { flex: 1 1 130px; }
.piece .el-button { min-height: 44px; }
.told { display: flex; align-items: center; gap: 8px; margin-top: 4px; flex-wrap: wrap; }
.told .el-button { min-height: 44px; padding: 0 8px; color: var(--scribe); }
</style>
