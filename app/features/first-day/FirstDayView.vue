<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { Right } from '#shared/rights'
import type { FirstDay, FirstStep } from '#shared/wire/house'
import { callApi, sentenceOf } from '../../net/api'
import { useSessionStore } from '../../net/session-store'
import { laterDialog } from '../../ui/later'
import RefusalNote from '../../ui/RefusalNote.vue'
import StateNote from '../../ui/StateNote.vue'

/** The first day of a house: what comes next and why, until a first overhaul is closed. */
const UnitDialog = laterDialog(() => import('../unit').then(unit => ({ default: unit.UnitDialog })))
const session = useSessionStore()
const day = ref<FirstDay | null>(null)
const problem = ref('')
const adding = ref(false)

const STEPS: Readonly<Record<FirstStep, { title: string, why: string, act: string, right: Right, who: string }>> = {
  sites: {
    title: 'Sites', act: 'Make a site', right: 'site:write', who: 'An admin or engineer makes them.',
    why: 'A machine stands somewhere: a plant, a station, a shop. Its records are shown by the clock there.',
  },
  people: {
    title: 'People', act: 'Let people in', right: 'people:write', who: 'An admin lets them in.',
    why: 'Each gets a code, good once, and chooses a password and PIN of their own. A hold point wants a second person.',
  },
  machines: {
    title: 'Machines', act: 'Take a machine in', right: 'unit:write', who: 'A planner, engineer or admin takes them in.',
    why: 'Its tag, what stands on its plate, and where it is. No sheet is needed: the first overhaul writes one.',
  },
  instruments: {
    title: 'Instruments', act: 'Add an instrument', right: 'instrument:write', who: 'An engineer or admin adds them.',
    why: 'What you measure with, how well, and how long its calibration is good. A reading by an unknown instrument stays doubtful.',
  },
  overhaul: {
    title: 'First overhaul', act: 'Choose the machine', right: 'job:start', who: 'Whoever works at the bench starts it.',
    why: 'Open a machine and start. Without a sheet you say what can hurt you; what comes off is written down while it comes off.',
  },
}
const next = computed(() => day.value?.steps.find(one => !one.isDone && !one.isLeftOut)?.step)

async function load() {
  try {
    day.value = await callApi<FirstDay>('/first-steps')
    if (day.value.isOver) session.isFirstDay = false
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}
async function leaveOut(step: FirstStep, isLeftOut: boolean) {
  problem.value = ''
  try {
    await callApi(`/first-steps/${step}`, { method: 'PUT', body: { isLeftOut } })
    await load()
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}
function begin(step: FirstStep) {
  if (step === 'machines') adding.value = true
  else if (step === 'overhaul') void navigateTo(day.value?.openJob ? `/jobs/${day.value.openJob.id}` : '/?show=all')
  else void navigateTo({ path: '/office', query: { tab: step } })
}
const actOf = (step: FirstStep) => step === 'overhaul' && day.value?.openJob ? `Go on at ${day.value.openJob.tag}` : STEPS[step].act
/** Some steps stand on others. */
const isBarred = (step: FirstStep) => {
  const isDone = (of: FirstStep) => day.value?.steps.find(one => one.step === of)?.isDone
  if (step === 'machines' && !isDone('sites')) return 'First a site.'
  if (step === 'overhaul' && !isDone('machines')) return 'First a machine.'
  return ''
}
onMounted(load)
</script>

<template>
  <div class="first">
    <header>
      <p class="eyebrow">
        {{ day?.isOver ? 'The first day is over' : 'The first day' }}
      </p>
      <h1>{{ day?.isOver ? 'The house is open' : 'From here to a first overhaul' }}</h1>
    </header>
    <RefusalNote :text="problem" />
    <StateNote
      v-if="!day && !problem"
      kind="loading"
      title="Looking what is there …"
    />
    <ol
      v-if="day"
      class="plate steps"
    >
      <li
        v-for="({ step, isDone, isLeftOut }, i) in day.steps"
        :key="step"
        :class="{ next: step === next, done: isDone, left: isLeftOut && !isDone }"
        :aria-current="step === next ? 'step' : undefined"
      >
        <span
          class="mark"
          aria-hidden="true"
        ><Icon
          v-if="isDone"
          name="ph:check-bold"
        /><template v-else>{{ i + 1 }}</template></span>
        <div class="words">
          <h2>{{ STEPS[step].title }}<small v-if="isDone"> done</small><small v-else-if="isLeftOut"> left out</small></h2>
          <p>{{ STEPS[step].why }}</p>
          <p
            v-if="step === 'people' && day.isAlone"
            class="alone"
          >
            Nobody but you could release a hold point yet: let somebody in as lead, engineer or admin, and they sign at your bench with name and PIN.
          </p>
          <p
            v-if="!session.may(STEPS[step].right)"
            class="quiet"
          >
            {{ STEPS[step].who }}
          </p>
        </div>
        <div
          v-if="session.may(STEPS[step].right)"
          class="deeds"
        >
          <el-button
            :type="step === next ? 'primary' : undefined"
            :disabled="isBarred(step) !== ''"
            @click="begin(step)"
          >
            {{ isDone && step !== 'overhaul' ? 'More of them' : actOf(step) }}
          </el-button>
          <small
            v-if="isBarred(step)"
            class="quiet"
          >{{ isBarred(step) }}</small>
          <el-button
            v-else-if="!isDone"
            text
            :aria-label="`${isLeftOut ? 'Take up' : 'Leave out'}: ${STEPS[step].title}`"
            @click="leaveOut(step, !isLeftOut)"
          >
            {{ isLeftOut ? 'Take it up' : 'Leave it out' }}
          </el-button>
        </div>
      </li>
    </ol>
    <p class="quiet foot">
      Nothing here is final: each can be done later, and more than once. The maker’s manual, site rules, local law and licensed practice stand above what Needler says.
    </p>
    <UnitDialog
      v-model="adding"
      @saved="navigateTo(`/units/${encodeURIComponent($event)}`)"
    />
  </div>
</template>

<style scoped>
.first { max-width: 960px; margin: 0 auto; padding: 22px 20px 16px; display: flex; flex-direction: column; gap: 14px; }
h1 { font-size: 36px; margin-top: 2px; }
.steps { padding: 6px 26px; }
li { display: grid; grid-template-columns: 46px 1fr auto; gap: 18px; align-items: center; padding: 14px 0; border-top: 1px solid var(--rule); position: relative; }
li:first-child { border-top: 0; }
.mark { width: 46px; height: 46px; display: grid; place-items: center; border: 2px solid var(--rule-strong); border-radius: 50%; font: 600 20px var(--mono); color: var(--slate); background: var(--chalk); }
.next .mark { border-color: var(--prussian); color: var(--on-prussian); background: var(--prussian); }
.done .mark { border-color: var(--verdigris); color: var(--verdigris); }
/* The line from one to the next, as scribed. */
li:not(:first-child)::before, li:not(:last-child)::after { content: ''; position: absolute; left: 22px; border-left: 1px solid var(--rule-strong); }
li::before { top: -1px; bottom: calc(50% + 23px); }
li::after { top: calc(50% + 23px); bottom: 0; }
.words { min-width: 0; max-width: 64ch; }
.words h2 small { font: 400 15px var(--text); color: var(--verdigris); margin-left: 6px; }
.left h2, .left p { color: var(--slate); }
.left h2 small { color: var(--slate); }
.alone { margin-top: 6px; padding: 6px 10px; background: var(--brass-tint); border-left: 4px solid var(--brass-line); }
.deeds { display: flex; flex-direction: column; gap: 4px; align-items: stretch; min-width: 168px; text-align: center; }
.foot { font-size: 14px; }
@media (max-width: 640px) {
  .first { padding: 16px 10px; }
  .steps { padding: 2px 14px; }
  li { grid-template-columns: 40px 1fr; gap: 10px 12px; align-items: start; padding: 14px 0; }
  .mark { width: 40px; height: 40px; }
  li:not(:first-child)::before, li:not(:last-child)::after { left: 19px; }
  li::before { bottom: calc(100% - 14px); }
  li::after { top: 54px; }
  .deeds { grid-column: 2; flex-direction: row; flex-wrap: wrap; align-items: center; }
}
</style>
