<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { cameIn, partOf, type Double, type Step } from '#core'
import PhotoButton from '../../job/PhotoButton.vue'
import { BendDialog, MarkDialog, MeasureDialog, OffDialog, OrderDialog } from './dialogs'
import { toldApart, useGrowth } from './use-growth'

/** What the hands do is said while they do it: off, mark, measure. `full` also tells what came off so far. */
const { full = false, step } = defineProps<{ full?: boolean, step: Step }>()
const { bench, cameOff, doubles } = useGrowth()
const { job } = bench
const [offing, marking, measuring, ordering, bending] = [ref(false), ref(false), ref(false), ref(false), ref(false)]
/** It has a figure that can be another on this machine. */
const mayBend = computed(() => !full && Boolean(step.reads ?? step.tightens ?? step.removes ?? step.refits))
const mayOrder = computed(() => cameIn(job.state).has(step.key) && !job.state.done[step.key])
const asked = computed(() => doubles.value.filter(({ drop }) => !toldApart.has(drop.key)))
const shown = computed(() => cameOff.value.slice(0, 6))
const bagOf = (part: string) => bench.account.value.find(line => line.part.key === part)?.bagged[0]?.tag
const join = ({ keep, drop }: Double) => job.act('growth-joined', { keep: keep.key, drop: drop.key })
const tellApart = ({ drop }: Double) => { toldApart.add(drop.key) }
// Of a sheet that is written elsewhere, when somebody adds to it.
onMounted(() => void job.reserveNumbers())
</script>

<template>
  <section
    class="grow"
    aria-label="What is done now"
  >
    <div class="deeds">
      <el-button
        type="primary"
        @click="offing = true"
      >
        <Icon name="ph:arrow-line-up" /> Off
      </el-button>
      <el-button @click="marking = true">
        <Icon name="ph:pencil-line" /> Mark
      </el-button>
      <el-button @click="measuring = true">
        <Icon name="ph:ruler" /> Measure
      </el-button>
      <el-button
        v-if="mayOrder"
        @click="ordering = true"
      >
        <Icon name="ph:arrows-down-up" /> Order
      </el-button>
      <el-button
        v-if="mayBend"
        @click="bending = true"
      >
        <Icon name="ph:pencil-ruler" /> Figure
      </el-button>
    </div>
    <div
      v-for="double in asked"
      :key="double.drop.key"
      class="double"
      role="status"
    >
      <p>{{ double.keptBy }} and {{ double.droppedBy }} have both taken off <b>{{ double.drop.name }}</b>. One and the same?</p>
      <el-button @click="join(double)">
        One and the same
      </el-button>
      <el-button
        text
        @click="tellApart(double)"
      >
        Two things
      </el-button>
    </div>
    <ul
      v-if="full && shown.length > 0"
      aria-label="Off so far"
    >
      <li
        v-for="{ part, off, done } in shown"
        :key="part.key"
      >
        <span><b>{{ part.count > 1 ? `${part.count} × ` : '' }}{{ part.name }}</b> <small class="quiet">{{ done.by }}<template v-if="part.on">, on {{ partOf(job.sheet, part.on).name }}</template></small></span>
        <span class="mono bag">{{ bagOf(part.key) ?? '' }}</span>
        <PhotoButton
          label="Photo"
          :of="{ step: off.key, part: part.key }"
        />
      </li>
    </ul>
    <OffDialog v-model="offing" />
    <MarkDialog v-model="marking" />
    <MeasureDialog v-model="measuring" />
    <BendDialog
      v-if="mayBend"
      v-model="bending"
      :step="step"
    />
    <OrderDialog
      v-if="mayOrder"
      v-model="ordering"
      :step="step"
    />
  </section>
</template>

<style scoped>
.grow { margin-top: 12px; }
.deeds { display: flex; flex-wrap: wrap; gap: 8px; }
.deeds > * { flex: 1 1 130px; min-height: 60px; font-size: 20px; }
.double { display: flex; flex-wrap: wrap; align-items: center; gap: 6px 10px; margin-top: 10px; padding: 10px 14px; background: var(--brass-tint); border-left: 6px solid var(--brass-line); }
.double p { flex: 1 1 100%; }
ul { margin-top: 12px; }
li { display: grid; grid-template-columns: minmax(0, 1fr) auto auto; gap: 12px; align-items: center; min-height: 50px; border-top: 1px solid var(--rule); }
.bag { color: var(--brass); }
</style>
