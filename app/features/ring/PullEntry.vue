<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { boltNumber, capital, judgePull, scatterOf, TIGHTENING_TOOLS } from '#core'
import { useDockStore, type TakeTarget } from '../../net/dock-store'
import { torqueInUnits as torque } from '../../ui/in-units'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import { laterComponent } from '../../ui/later'
import ReasonForm from '../../ui/ReasonForm.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import { TOOL_WORDS } from '../../ui/tightening-words'
import type { Tightening } from './use-tightening'

const WrenchExtension = laterComponent(() => import('./WrenchExtension.vue'))

/** One bolt, or the whole pass: with what, and what it showed. */
const { work } = defineProps<{ work: Tightening }>()
const { plan, pass, hand, tool, tag, offered, faults, typed, understood, asking, pull, verdict, wholeNm, finish } = work
const tools = TIGHTENING_TOOLS.map(value => ({ value, label: TOOL_WORDS[value] }))
const withOthers = ref(false)
const wrenches = computed(() => {
  const { likely, others } = offered.value
  const shown = [...likely, ...others.filter(one => withOthers.value || one.tag === tag.value)]
  return [{ value: '', label: 'wrench without a tag' }, ...shown.map(one => ({ value: one.tag, label: `${one.tag} · ${one.name}` }))]
})
/** What measures nothing says how far its preloads lie apart. */
const scatter = computed(() => {
  const said = scatterOf(tool.value)
  return said && `${capital(said)}.`
})
const VERDICTS = { under: '▽ UNDER', in: '● IN', over: '◆ OVER' } as const
const last = computed(() => {
  const { index, bolts } = pass.value
  const pulled = bolts.filter(one => one.pull).sort((a, b) => b.pull!.n - a.pull!.n)[0]
  return pulled && { number: boltNumber(plan.value, pulled.bolt), torqueNm: pulled.pull!.torqueNm, verdict: pulled.verdict!, index }
})
const extending = ref(false)

/** A wrench with a line to it: the bolt in hand is where its greatest goes, by itself. */
const dock = useDockStore()
const goal = computed<TakeTarget | null>(() => hand.value === undefined || tool.value !== 'wrench' || asking.value
  ? null
  : {
      label: `bolt ${boltNumber(plan.value, hand.value)}`, quantity: 'torque', pulls: true, hand: { deed: 'pull', to: pass.value.torqueNm },
      take: (text, wrench) => {
        if (wrench) tag.value = wrench
        typed.value = text
        pull()
      },
    })
watch(goal, (now, before) => {
  if (before) dock.drop(before)
  if (now) dock.aim(now)
}, { immediate: true })
onBeforeUnmount(() => dock.drop(goal.value))
const live = computed(() => {
  const torqueNm = dock.shown?.value
  return dock.row?.quantity === 'torque' && torqueNm !== undefined ? { torqueNm, verdict: judgePull(pass.value, torqueNm) } : null
})
</script>

<template>
  <div class="entry">
    <p class="aim">
      <span class="mono">{{ torque(pass.fromNm) }} – {{ torque(pass.toNm) }}</span>
    </p>
    <p
      v-if="live"
      class="live"
      :class="live.verdict"
    >
      <span class="mono">{{ torque(live.torqueNm) }}</span> {{ VERDICTS[live.verdict] }}
    </p>
    <div class="with">
      <ChoiceSelect
        v-model="tool"
        label="Tightened with"
        :choices="tools"
      />
      <ChoiceSelect
        v-if="tool === 'wrench'"
        v-model="tag"
        label="Which torque wrench"
        :choices="wrenches"
        :further="!withOthers && offered.others.length ? `Others (${offered.others.length})` : ''"
        @further="withOthers = true"
      />
    </div>
    <p
      v-for="line in scatter ? [...faults, scatter] : faults"
      :key="line"
      class="warn"
    >
      <Icon name="ph:warning" /> {{ line }}
    </p>
    <ReasonForm
      v-if="asking"
      id="pull-reason"
      :question="`Number ${boltNumber(plan, asking.bolt)} is out of turn. Why?`"
      act="Pulled all the same"
      @sign="pull"
    />
    <form
      v-else
      class="pull"
      @submit.prevent="pull()"
    >
      <el-input
        v-model="typed"
        class="mono"
        data-torque
        inputmode="decimal"
        autocomplete="off"
        :aria-label="`What the wrench shows at bolt ${hand === undefined ? '' : boltNumber(plan, hand)}`"
        :placeholder="torque(pass.torqueNm)"
        @focus="goal && dock.aim(goal)"
      />
      <span
        v-if="verdict"
        class="verdict"
        :class="verdict"
      >{{ VERDICTS[verdict] }}</span>
      <el-button
        native-type="submit"
        type="primary"
        data-foot
        :disabled="hand === undefined || !!understood.problem"
      >
        Bolt {{ hand === undefined ? '' : boltNumber(plan, hand) }} is pulled
      </el-button>
    </form>
    <RefusalNote :text="understood.problem" />
    <p
      v-if="last"
      class="last"
      role="status"
    >
      Bolt {{ last.number }} <span class="mono">{{ torque(last.torqueNm) }}</span> <strong :class="last.verdict">{{ VERDICTS[last.verdict] }}</strong>
    </p>
    <el-button
      v-if="!plan.each"
      class="whole"
      @click="finish"
    >
      All {{ plan.joint.count }} pulled to {{ torque(wholeNm) }}
    </el-button>
    <el-button
      v-if="tool === 'wrench'"
      text
      :aria-expanded="extending"
      @click="extending = !extending"
    >
      With an extension …
    </el-button>
    <WrenchExtension
      v-if="extending"
      :torque-nm="pass.torqueNm"
    />
  </div>
</template>

<style scoped>
.entry { display: flex; flex-direction: column; gap: 8px; margin-top: 6px; }
.entry > .el-button + .el-button { margin-left: 0; }
.aim { font-size: 22px; }
.live { display: flex; gap: 12px; align-items: baseline; font: 600 20px var(--label); }
.live .mono { font-size: 30px; min-width: 7ch; }
.with { display: flex; flex-wrap: wrap; gap: 8px; }
.with .el-select { flex: 1 1 150px; min-width: 0; }
.pull { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; }
.pull .el-input { flex: 1 1 110px; max-width: 180px; }
.pull .el-button { flex: 1 1 160px; min-height: 56px; font-size: 20px; }
.verdict { font: 600 17px var(--label); }
.in { color: var(--verdigris); }
.under { color: var(--brass); }
.over { color: var(--oxide); }
.whole { width: 100%; min-height: 52px; font-size: 18px; white-space: normal; }
.warn { color: var(--brass); font-weight: 500; font-size: 14.5px; }
.last { display: flex; flex-wrap: wrap; gap: 8px; font-size: 16px; }
</style>
