<script setup lang="ts">
import { computed, ref } from 'vue'
import { AS_IT_SHOULD, handCheckOf, isDone, stepOf, type HandCheck, type Step } from '#core'
import { useBench } from '../../../../job/use-bench'

const { step, check } = defineProps<{ step: Step, check: HandCheck }>()
const bench = useBench()
const { job } = bench
const answered = computed(() => handCheckOf(job.state, step.key, check.key))
const wrong = computed(() => check.wrong.find(candidate => candidate.key === answered.value?.answer))
const asking = ref(false)
const answer = (key: string) => {
  asking.value = false
  job.act('hand-checked', { step: step.key, check: check.key, answer: key })
}
const mayGoBack = (key: string) => bench.mayWork.value && isDone(job.state, key)
</script>

<template>
  <h3><span>Hand check</span><small v-if="answered">{{ answered.by }}</small></h3>
  <p>{{ check.expect }}.</p>
  <p
    v-if="answered?.answer === AS_IT_SHOULD"
    class="ok"
  >
    <Icon name="ph:check-bold" /> As it should
  </p>
  <div
    v-else-if="bench.mayWork.value"
    class="choices"
  >
    <el-button
      type="primary"
      @click="answer(AS_IT_SHOULD)"
    >
      As it should
    </el-button>
    <el-button
      v-for="option in check.wrong"
      :key="option.key"
      @click="answer(option.key)"
    >
      {{ option.name }}
    </el-button>
  </div>
  <div
    v-if="wrong"
    class="causes"
  >
    <strong>{{ wrong.name }}: look here, the easiest first</strong>
    <ol>
      <li
        v-for="cause in wrong.causes"
        :key="cause.text"
      >
        <span><b>{{ cause.text }}.</b> {{ cause.check }}.</span>
        <el-button
          v-if="cause.backTo && mayGoBack(cause.backTo)"
          @click="bench.goBack(cause.backTo, `${wrong.name}: ${cause.text}`)"
        >
          Back to “{{ stepOf(job.sheet, cause.backTo).short ?? stepOf(job.sheet, cause.backTo).title }}”
        </el-button>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.causes { margin-top: 10px; padding: 8px 12px; background: var(--brass-tint); border-left: 5px solid var(--brass-line); }
ol { margin: 6px 0 0; padding-left: 20px; }
li { padding: 4px 0; }
li .el-button { margin-top: 4px; white-space: normal; height: auto; min-height: var(--target); text-align: left; }
</style>
