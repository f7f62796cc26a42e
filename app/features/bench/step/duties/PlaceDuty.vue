<script setup lang="ts">
import { computed, ref } from 'vue'
import { partOf, pieceIn } from '#core'
import { useBench } from '../../../../job/use-bench'

const { partKey } = defineProps<{ partKey: string }>()
const bench = useBench()
const { job } = bench
const part = computed(() => partOf(job.sheet, partKey))
const places = computed(() => part.value.places!.map(name => ({ name, piece: pieceIn(job.state, partKey, name) })))
/** Pieces still on the table, by the place they ran in. */
const onTable = computed(() => places.value.filter(place => !place.piece).map(place => place.name))
const inHand = ref<Record<string, string>>({})
</script>

<template>
  <h3>{{ part.name }} <small>each to its own place{{ part.set ? ` · ${part.set}` : '' }}</small></h3>
  <ul>
    <li
      v-for="place in places"
      :key="place.name"
    >
      <span>{{ place.name }}</span>
      <span
        v-if="place.piece"
        class="ok"
      ><Icon name="ph:check-bold" /> its own piece</span>
      <template v-else-if="bench.mayWork.value">
        <select
          v-model="inHand[place.name]"
          :aria-label="`${part.name}: piece that goes into ${place.name}`"
        >
          <option :value="undefined">
            its own
          </option>
          <option
            v-for="name in onTable.filter(other => other !== place.name)"
            :key="name"
            :value="name"
          >
            that of {{ name }}
          </option>
        </select>
        <el-button @click="job.act('piece-placed', { part: partKey, piece: inHand[place.name] ?? place.name, place: place.name })">
          Is in
        </el-button>
      </template>
    </li>
  </ul>
</template>

<style scoped>
li { display: grid; grid-template-columns: 1fr auto auto; gap: 8px; align-items: center; padding: 3px 0; }
select { min-height: var(--target); font: inherit; padding: 0 8px; background: var(--chalk); color: var(--ink); border: 1px solid var(--rule-strong); }
</style>
