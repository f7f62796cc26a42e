<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { growTorque, LUBRICANTS, type Part } from '#core'
import AskDialog from '../../ui/AskDialog.vue'
import LabelledField from '../../ui/LabelledField.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import { saidQuantity } from '../../ui/said-quantity'
import { focusFirst } from '../../ui/focus-first'
import { useGrowth } from './use-growth'

/** How tight what was taken out is pulled, and where that is written. */
const { part } = defineProps<{ part: Part }>()
const open = defineModel<boolean>({ required: true })
const word = ref<{ focus: () => void }>()
const { bench, write } = useGrowth()
const { job } = bench
const [thread, torque, source] = [ref(''), ref(''), ref('')]
const lubricant = ref<(typeof LUBRICANTS)[number]>('dry')
watch(open, () => { job.refusal = null })
const said = computed(() => saidQuantity(torque.value, 'torque'))
const ready = computed(() => (said.value.value ?? 0) > 0 && source.value.trim().length >= 3 && thread.value.trim() !== '')
function keep() {
  const done = write(at => growTorque(at, {
    part: part.key, thread: thread.value.trim(), torqueNm: said.value.value!, lubricant: lubricant.value, source: source.value.trim(),
  }))
  if (done) open.value = false
}
</script>

<template>
  <AskDialog
    v-model="open"
    :title="`How tight: ${part.count} × ${part.name}`"
    :width="560"
    leave="Not now"
    act="Pull them so"
    :ready="ready"
    @opened="focusFirst(word)"
    @act="keep"
  >
    <div class="row">
      <LabelledField name="Torque">
        <el-input
          ref="word"
          v-model="torque"
          class="mono"
          aria-label="Torque"
          placeholder="45 N·m"
        />
      </LabelledField>
      <LabelledField name="Thread">
        <el-input
          v-model="thread"
          class="mono"
          aria-label="Thread"
          placeholder="M12"
          maxlength="40"
        />
      </LabelledField>
      <LabelledField name="On the thread">
        <ChoiceSelect
          v-model="lubricant"
          label="On the thread"
          :choices="LUBRICANTS.map(one => ({ value: one, label: one }))"
        />
      </LabelledField>
    </div>
    <label
      class="source"
      for="torque-source"
    >Where is that written?</label>
    <el-input
      id="torque-source"
      v-model="source"
      placeholder="manual of this machine, page 31"
      maxlength="160"
    />
    <p class="quiet">
      The maker’s manual stands above every table. A figure that nobody can show is no figure: then they are pulled by feel, and a lead signs.
    </p>
    <RefusalNote :text="said.problem || job.refusal" />
  </AskDialog>
</template>

<style scoped>
.row { display: flex; flex-wrap: wrap; gap: 12px 16px; }
.row > label { flex: 1 1 140px; }
.source { display: block; margin: 12px 0 4px; font-weight: 600; }
.quiet { margin-top: 10px; }
</style>
