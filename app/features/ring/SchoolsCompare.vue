<script setup lang="ts">
import { computed, ref, toRaw, watch } from 'vue'
import { refusedPattern, TIGHTENING_PATTERNS, type GasketKind, type School, type TighteningPlan } from '#core'
import { ChartPlot, limitLine, valueAxis, type DrawChart } from '../../ui/charts/chart-option'
import { PATTERN_WORDS } from '../../ui/tightening-words'
import RefusalNote from '../../ui/RefusalNote.vue'
import { sentenceOf } from '../../net/api'
import { askWorker } from '../../workers/ask-worker'

/** The patterns simulated on this joint, side by side: what each bolt holds in the end, how crooked it lies, how long it takes. */
const { plan } = defineProps<{ plan: TighteningPlan }>()
const gasket = ref<GasketKind>('soft')
const schools = ref<School[]>()
const problem = ref('')
const input = computed(() => ({
  layout: toRaw(plan.joint.layout!), thread: plan.joint.thread, torqueNm: plan.targetNm, lubricant: plan.lubricant ?? 'oil',
  passes: plan.passes.map(pass => pass.share), gasket: gasket.value, secondsPerPull: 15,
  patterns: TIGHTENING_PATTERNS.filter(pattern => !refusedPattern(plan.joint.layout!, pattern)),
}))
watch(input, async (asked) => {
  problem.value = ''
  try {
    const answer = await askWorker('compareSchools', asked)
    if (asked === input.value) schools.value = answer
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}, { immediate: true })
const percent = (share: number) => `${Math.round(share * 100)} %`
const bars = (school: School): DrawChart => colour => ({
  tooltip: { trigger: 'axis', valueFormatter: (share: number) => percent(share) },
  grid: { left: 40, right: 8, top: 10, bottom: 20 },
  xAxis: { type: 'category', data: school.finalShares.map((_, i) => String(plan.order.indexOf(i) + 1)), axisTick: { show: false },
    axisLabel: { color: colour('slate'), fontSize: 11 } },
  yAxis: { ...valueAxis(colour, true), min: 0, max: 1.4, interval: 0.5,
    axisLabel: { color: colour('slate'), formatter: (share: number) => percent(share) } },
  series: [{
    type: 'bar', data: school.finalShares, itemStyle: { color: colour(school.pattern === plan.joint.pattern ? 'prussian' : 'hatch') },
    markLine: { silent: true, symbol: 'none', data: [limitLine(colour, 1, '', 'brass')] },
  }],
})
</script>

<template>
  <section
    class="schools"
    aria-label="Schools compared on this joint"
  >
    <el-radio-group
      v-model="gasket"
      aria-label="What lies between"
    >
      <el-radio-button value="soft">
        sheet gasket
      </el-radio-button>
      <el-radio-button value="metal">
        metal on metal
      </el-radio-button>
    </el-radio-group>
    <RefusalNote :text="problem" />
    <div class="all">
      <article
        v-for="school in schools"
        :key="school.pattern"
        :class="{ sheet: school.pattern === plan.joint.pattern }"
      >
        <h4>{{ PATTERN_WORDS[school.pattern] }} <small v-if="school.pattern === plan.joint.pattern">the sheet’s</small></h4>
        <p class="mono">
          {{ percent(school.least) }} – {{ percent(school.most) }} · tilt {{ school.tiltUm.toFixed(1) }} µm · {{ Math.round(school.minutes) }} min
        </p>
        <div class="chart">
          <ChartPlot
            :draw="bars(school)"
            :label="`What each bolt holds after ${PATTERN_WORDS[school.pattern]}: ${percent(school.least)} to ${percent(school.most)} of the target`"
          />
        </div>
      </article>
    </div>
    <p class="quiet">
      Each bolt’s force in the end, as a share of the target, by the passes of this joint and 15 s a pull. Flange and gasket are taken as such threads usually have them, friction without its scatter: it tells schools apart, it is no figure for a drawing. The maker’s manual stands above it.
    </p>
  </section>
</template>

<style scoped>
.schools { margin-top: 10px; }
.all { display: grid; grid-template-columns: repeat(auto-fit, minmax(230px, 1fr)); gap: 12px; margin-block: 10px; }
article { border-top: 3px solid var(--rule-strong); padding-top: 6px; }
article.sheet { border-color: var(--prussian); }
h4 { margin: 0; display: flex; justify-content: space-between; gap: 8px; font: 600 17px var(--label); }
h4 small { font-weight: 500; color: var(--prussian); }
article .mono { margin: 2px 0 4px; font-size: 13px; }
.chart { height: 150px; }
</style>
