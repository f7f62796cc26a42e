<script setup lang="ts">
import { computed } from 'vue'
import CautionNote from '../../../ui/CautionNote.vue'
import type { Result } from '../calculator'
import { useJobTarget } from '../job-target'
import TakeIntoJob from '../TakeIntoJob.vue'
import ContactGrid from './ContactGrid.vue'
import CornerPicture from './CornerPicture.vue'
import KeepContact from './KeepContact.vue'
import { useContact } from './use-contact'
import RefusalNote from '../../../ui/RefusalNote.vue'

const contact = useContact()
/** Came from a job: the result can be kept there. */
const { jobId, target } = useJobTarget()
const { file, size, preview, corners, threshold, pattern, problem, progress } = contact
const percent = (share: number) => `${(share * 100).toFixed(0)} %`
const loading = computed(() => {
  const sentences = []
  if (pattern.value?.edgeLoading !== 'none')
    sentences.push(`carries more at ${pattern.value?.edgeLoading === 'both ends' ? 'both ends' : `the ${pattern.value?.edgeLoading}`}`)
  if (pattern.value?.sideLoading !== 'none') sentences.push(`carries more on the ${pattern.value?.sideLoading} side`)
  return sentences.length ? sentences.join(', ') : 'even'
})

const spots = computed(() =>
  pattern.value?.highSpots.length
    ? pattern.value.highSpots.map(spot => `row ${spot.row + 1}, column ${spot.column + 1}`).join('; ')
    : 'none',
)
const results = computed<Result[]>(() =>
  pattern.value ? [{ label: 'Contact', value: pattern.value.share * 100, kind: 'share', decimals: 0 }] : [],
)
const summary = computed(() => pattern.value ? `Contact ${percent(pattern.value.share)}, ${loading.value}; hard spots: ${spots.value}` : '')

function choose(file: File | undefined) {
  if (file) contact.load(file)
}
const drop = (event: DragEvent) => choose(event.dataTransfer?.files[0])
</script>

<template>
  <article class="contact">
    <header>
      <div>
        <h1>Contact picture</h1>
        <p class="quiet">
          A photo of a blued face: set its four corners, and read the share of contact and where it lies. The picture stays on this device{{ jobId ? ' until you keep it with the job' : '' }}.
        </p>
      </div>
      <el-upload
        accept="image/*"
        :auto-upload="false"
        :show-file-list="false"
        @change="choose($event.raw)"
      >
        <span class="take"><Icon name="ph:camera" /> {{ size ? 'Another photo' : 'Take or choose a photo' }}</span>
      </el-upload>
    </header>
    <RefusalNote :text="problem" />
    <div
      v-if="progress !== null"
      class="progress"
    >
      <el-progress
        :percentage="Math.round(progress * 100)"
        :stroke-width="8"
        aria-label="Looking at the picture"
      />
      <el-button @click="contact.stop()">
        Stop
      </el-button>
    </div>
    <div class="columns">
      <section
        class="plate card"
        aria-label="The photo"
        @dragover.prevent
        @drop.prevent="drop"
      >
        <CornerPicture
          v-if="preview && size"
          v-model="corners"
          :preview="preview"
          :size="size"
        />
        <p
          v-else
          class="empty quiet"
        >
          Even light, square to the face, nothing shining. Corner 1 is the first end, upper side; then go round.
        </p>
      </section>
      <section
        class="plate card"
        aria-label="What follows"
        aria-live="polite"
      >
        <template v-if="pattern">
          <ContactGrid :pattern="pattern" />
          <dl aria-label="Result">
            <div class="lead">
              <dt>Contact</dt><dd class="mono">
                {{ percent(pattern.share) }}
              </dd>
            </div>
            <div><dt>Spread</dt><dd>{{ loading }}</dd></div>
            <div>
              <dt>Hard spots</dt><dd>{{ spots }}</dd>
            </div>
          </dl>
          <div class="threshold">
            <span>Blue from <span class="mono">{{ pattern.threshold.toFixed(2) }}</span></span>
            <el-slider
              :model-value="threshold ?? pattern.threshold"
              :min="-0.2"
              :max="0.6"
              :step="0.01"
              :show-tooltip="false"
              aria-label="Blue from"
              @update:model-value="threshold = Number($event)"
            />
          </div>
          <el-button
            v-if="threshold !== null"
            text
            @click="threshold = null"
          >
            Find it from the picture again
          </el-button>
          <KeepContact
            v-if="jobId && file"
            :job-id="jobId"
            :file="file"
            :pattern="pattern"
            :summary="summary"
          />
          <CautionNote>How much contact is enough says the maker. Turn the shaft by hand only, locked out.</CautionNote>
        </template>
        <p
          v-else
          class="quiet"
        >
          The share of contact stands here when the corners are set.
        </p>
        <el-button
          v-if="size && !pattern && progress === null"
          @click="contact.look()"
        >
          Look at it
        </el-button>
      </section>
    </div>
    <TakeIntoJob
      v-if="target"
      :key="JSON.stringify(target)"
      :target="target"
      :results="results"
    />
  </article>
</template>

<style scoped>
header { display: flex; justify-content: space-between; gap: 20px; align-items: end; margin-bottom: 14px; flex-wrap: wrap; }
.take { display: inline-flex; align-items: center; gap: 8px; min-height: 48px; padding: 0 16px; background: var(--prussian); color: var(--on-prussian); font: 600 17px var(--label); cursor: pointer; }
.columns { display: grid; grid-template-columns: minmax(340px, 6fr) minmax(320px, 5fr); gap: 16px; align-items: start; }
.card { padding: 18px 22px; }
.empty { padding: 60px 20px; text-align: center; border: 1px dashed var(--rule-strong); }
.progress { display: flex; gap: 14px; align-items: center; margin-bottom: 10px; }
.progress .el-progress { flex: 1; }
dl { margin: 12px 0; }
dl > div { display: flex; justify-content: space-between; gap: 16px; padding: 7px 0; border-top: 1px solid var(--rule); }
dt { color: var(--slate); }
dd { margin: 0; text-align: right; }
dl > .lead dd { font-size: 24px; font-weight: 500; }
.threshold { display: grid; grid-template-columns: 150px 1fr; align-items: center; gap: 12px; min-height: var(--target); }
@media (max-width: 900px) { .columns { grid-template-columns: 1fr; } }
</style>
