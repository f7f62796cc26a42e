<script setup lang="ts">
import { computed } from 'vue'
import { lastingWays, markOf, partOf, risksOf, markMade, type Duty, type Step } from '#core'
import PhotoButton from '../../../../job/PhotoButton.vue'
import PhotoStrip from '../../../../job/PhotoStrip.vue'
import { useBench } from '../../../../job/use-bench'

type Evidence = Extract<Duty, { kind: 'photo' | 'index' | 'tag' | 'secure mark' }>

/** Evidence that would be lost: a photo, the 12 o'clock of a part, a tag, a mark that will not last. */
const { duty, step, met } = defineProps<{ duty: Evidence, step: Step, met: boolean }>()
const bench = useBench()
const { job } = bench
const loose = computed(() => duty.kind === 'tag' ? bench.account.value.find(line => line.part.key === duty.part)?.loose ?? 0 : 0)
const tag = computed(() =>
  duty.kind === 'tag' ? (job.sheet.steps.find(other => other.removes?.some(piece => piece.part === duty.part))?.bag ?? 'T-1') : '',
)
const risk = computed(() => {
  if (duty.kind !== 'secure mark') return ''
  const made = markMade(job.state, duty.mark)
  return made ? risksOf(job.sheet, job.state, duty.mark, made.way)[0]?.reason ?? '' : ''
})
</script>

<template>
  <template v-if="duty.kind === 'photo'">
    <h3>Photo</h3>
    <p>{{ duty.what }}.</p>
    <PhotoStrip
      :photos="job.state.photos.filter(photo => photo.step === step.key)"
      :job-id="job.isPractice ? null : job.meta.id"
    />
    <PhotoButton
      v-if="bench.mayWork.value && !met"
      :of="{ step: step.key }"
    />
  </template>
  <template v-else-if="duty.kind === 'index'">
    <h3>12 o’clock of {{ partOf(job.sheet, duty.part).name }}</h3>
    <p>{{ partOf(job.sheet, duty.part).index }}.</p>
    <p
      v-if="met"
      class="ok"
    >
      <Icon name="ph:check-bold" /> recorded
    </p>
    <el-button
      v-else-if="bench.mayWork.value"
      type="primary"
      @click="job.act('index-set', { part: duty.part })"
    >
      The index is on it
    </el-button>
  </template>
  <template v-else-if="duty.kind === 'tag'">
    <h3>Tag {{ partOf(job.sheet, duty.part).name }}</h3>
    <el-button
      v-if="bench.mayWork.value"
      type="primary"
      @click="job.act('part-bagged', { part: duty.part, count: loose, tag })"
    >
      {{ loose }} × into {{ tag }}
    </el-button>
  </template>
  <template v-else>
    <h3>{{ duty.mark }} will not last <small>{{ markOf(job.sheet, duty.mark).name }}</small></h3>
    <p>{{ risk }}</p>
    <div
      v-if="bench.mayWork.value"
      class="choices"
    >
      <PhotoButton
        :of="{ mark: duty.mark }"
      />
      <el-button
        v-for="way in lastingWays(job.sheet, job.state, duty.mark)"
        :key="way"
        @click="job.act('mark-made', { mark: duty.mark, way })"
      >
        Marked again by {{ way }}
      </el-button>
    </div>
  </template>
</template>
