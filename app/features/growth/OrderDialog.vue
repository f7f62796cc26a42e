<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { stepOf, type Step } from '#core'
import AskDialog from '../../ui/AskDialog.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import { useGrowth } from './use-growth'

/** What a step that came at the bench waits for: its own removal and its floor stay, the rest is as the hands know it. */
const { step } = defineProps<{ step: Step }>()
const open = defineModel<boolean>({ required: true })
const { bench } = useGrowth()
const { job } = bench
const waits = ref<string[]>([])
const [was, stays] = [ref<string[]>([]), ref<string[]>([])]

watch(open, (isOpen) => {
  if (!isOpen) return
  job.refusal = null
  const now = stepOf(job.sheet, step.key)
  was.value = [...now.after]
  stays.value = now.after.filter(key => stepOf(job.sheet, key).limb !== step.limb)
  waits.value = now.after.filter(key => stepOf(job.sheet, key).limb === step.limb)
}, { immediate: true })
const offered = computed(() => job.sheet.steps.filter(({ limb, key }) => limb === step.limb && key !== step.key))

function mend() {
  if (job.act('order-mended', { step: step.key, was: was.value, after: [...stays.value, ...waits.value] })) open.value = false
}
</script>

<template>
  <AskDialog
    v-model="open"
    title="What does it wait for?"
    :width="560"
    leave="Leave it"
    act="So is the order"
    @act="mend"
  >
    <p class="quiet">
      {{ step.title }}
    </p>
    <el-select
      v-model="waits"
      multiple
      filterable
      aria-label="It waits for"
      placeholder="nothing of this side"
      :persistent="false"
    >
      <el-option
        v-for="one in offered"
        :key="one.key"
        :value="one.key"
        :label="one.title"
      />
    </el-select>
    <p
      v-if="stays.length > 0"
      class="quiet"
    >
      And always: {{ stays.map(key => stepOf(job.sheet, key).title).join(' · ') }}
    </p>
    <RefusalNote :text="job.refusal" />
  </AskDialog>
</template>

<style scoped>
.quiet { margin: 0 0 10px; }
.el-select + .quiet { margin: 10px 0 0; }
</style>
