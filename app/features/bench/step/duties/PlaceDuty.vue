<script setup lang="ts">
import { computed, ref } from 'vue'
import { partOf, pieceIn } from '#core'
import ChoiceSelect from '../../../../ui/ChoiceSelect.vue'
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
        <ChoiceSelect
          :model-value="inHand[place.name] ?? place.name"
          :label="`${part.name}: piece that goes into ${place.name}`"
          :choices="[place.name, ...onTable.filter(other => other !== place.name)].map(name => ({ value: name, label: name === place.name ? 'its own' : `that of ${name}` }))"
          @update:model-value="inHand[place.name] = $event"
        />
        <el-button @click="job.act('piece-placed', { part: partKey, piece: inHand[place.name] ?? place.name, place: place.name })">
          Is in
        </el-button>
      </template>
    </li>
  </ul>
</template>

<style scoped>
li { display: grid; grid-template-columns: 1fr minmax(120px, 170px) auto; gap: 8px; align-items: center; padding: 3px 0; }
</style>
