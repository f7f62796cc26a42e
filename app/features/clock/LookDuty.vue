<script setup lang="ts">
import { computed, ref } from 'vue'
import { CLEAN, evidenceItems, jobFindings, partOf, seenOn, type EvidenceItem } from '#core'
import { useBench } from '../../job/use-bench'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import FindingEntry from './FindingEntry.vue'
import FoundList from './FoundList.vue'
import PinchMode from './PinchMode.vue'

/** A look that cannot be made any more after this step: what is seen is noted here, or on the clock. */
const { partKey, met } = defineProps<{ partKey: string, met: boolean }>()
const bench = useBench()
const { job } = bench
const items = computed(() => evidenceItems(job.sheet).filter(item => item.part.key === partKey))
const at = ref('')
const item = computed<EvidenceItem>(() => items.value.find(({ key }) => key === at.value) ?? items.value[0]!)
const found = computed(() => jobFindings(job.state).map((finding, at) => ({ finding, at }))
  .filter(({ finding }) => items.value.some(({ key }) => key === finding.part)))
const chosen = computed({ get: () => item.value.key, set: (key: string) => { at.value = key } })
const [asking, pinching] = [ref(false), ref(false)]
const isSoft = computed(() => item.value.role === 'o-ring' || item.value.role === 'lip seal')
const clean = () => job.act('finding-noted', { ...seenOn(item.value), kind: CLEAN, severity: 1 })
</script>

<template>
  <h3>
    <span>Look at {{ partOf(job.sheet, partKey).name }}</span>
    <small v-if="partOf(job.sheet, partKey).item">item {{ partOf(job.sheet, partKey).item }}</small>
  </h3>
  <p v-if="!met">
    After this step it shows nothing any more.
  </p>
  <FoundList :findings="found" />
  <div
    v-if="bench.mayWork.value"
    class="choices"
  >
    <ChoiceSelect
      v-if="items.length > 1"
      v-model="chosen"
      label="What of it"
      :choices="items.map(one => ({ value: one.key, label: one.name }))"
    />
    <el-button
      v-if="!met"
      type="primary"
      @click="clean"
    >
      Nothing found
    </el-button>
    <el-button @click="asking = !asking">
      Something found …
    </el-button>
    <el-button
      v-if="isSoft"
      @click="pinching = true"
    >
      Hold it at 12 …
    </el-button>
    <NuxtLink
      v-if="!job.isPractice"
      :to="`/jobs/${job.meta.id}/clock?on=${encodeURIComponent(item.key)}`"
    >
      On the clock
    </NuxtLink>
  </div>
  <FindingEntry
    v-if="asking"
    class="entry"
    :item="item"
    :arc="null"
    @noted="asking = false"
  />
  <PinchMode
    v-if="isSoft"
    v-model="pinching"
    :item="item"
    :findings="found"
  />
</template>

<style scoped>
.choices { align-items: center; }
.entry { margin-top: 12px; border-top: 1px solid var(--rule); padding-top: 12px; }
</style>
