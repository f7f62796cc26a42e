<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { OPEN_UP, type Part, type Step } from '#core'
import { moment } from '../../../ui/moment'
import PhotoButton from '../../../job/PhotoButton.vue'
import { useBench } from '../../../job/use-bench'
import PieceCounts from './PieceCounts.vue'
import { laterDialog } from '../../../ui/later'
import RefusalNote from '../../../ui/RefusalNote.vue'

/** Where the thumb rests: what is still missing, the tick, and what can be done beside it. */
const { step, moves } = defineProps<{ step: Step | null, moves: { part: Part, count: number }[] }>()
const DepartureDialog = laterDialog(() => import('./DepartureDialog.vue'))
const bench = useBench()
const emit = defineEmits<{ note: [], asked: [], add: [] }>()
const { job } = bench

const counted = ref<{ part: string, count: number }[]>([])
watch(() => step?.key, () => { counted.value = [] })
const stamp = computed(() => step ? job.state.done[step.key] : undefined)
const departing = ref(false)
/** The turn of the step has come, it is not done, and the work has not departed from it yet. */
const mayDepart = computed(() =>
  step !== null && step.key !== OPEN_UP && bench.statusOf(step) === 'next' && !job.state.departures[step.key])
/** What the tick says; nobody says that something is done that was left out. */
const tickWords = computed(() => {
  const departure = step && job.state.departures[step.key]
  if (!departure) return step?.done ?? 'Done'
  return departure.how === 'done otherwise' ? 'Done otherwise' : 'Go on without it'
})
/** It waits for something that can be done or seen here, and not for another step. */
const isAsking = computed(() => bench.dutiesLeft.value.length > 0 || bench.isWaiting.value)
</script>

<template>
  <footer>
    <RefusalNote :text="job.refusal" />
    <template v-if="step">
      <p
        v-if="stamp"
        class="stamp"
      >
        <Icon name="ph:check-bold" /> {{ stamp.by }}, {{ moment(stamp.at) }}
        <el-button
          v-if="bench.mayWork.value"
          text
          @click="bench.takeBack(stamp.event)"
        >
          Take the tick back
        </el-button>
      </p>
      <template v-else-if="bench.mayWork.value">
        <template v-if="bench.obstacle.value && !job.refusal">
          <button
            v-if="isAsking"
            type="button"
            class="obstacle"
            data-says="after"
            @click="emit('asked')"
          >
            <span>{{ bench.obstacle.value }}</span> <Icon name="ph:arrow-up" />
          </button>
          <p
            v-else
            class="obstacle"
            data-says="after"
          >
            {{ bench.obstacle.value }}
          </p>
        </template>
        <PieceCounts
          v-if="bench.obstacle.value === null && !job.state.departures[step.key]"
          v-model="counted"
          :moves="moves"
        />
        <el-button
          type="primary"
          class="big"
          data-foot
          data-says="done"
          :disabled="bench.obstacle.value !== null"
          @click="bench.tick(counted)"
        >
          {{ tickWords }}
        </el-button>
      </template>
      <p
        v-else
        class="quiet"
      >
        You can look, but ticking needs a technician or lead.
      </p>
    </template>
    <div
      v-if="bench.mayWork.value"
      class="side"
    >
      <el-button
        v-if="step"
        text
        @click="emit('note')"
      >
        <Icon name="ph:note-pencil" />&nbsp;Note
      </el-button>
      <el-button
        v-if="mayDepart"
        text
        @click="departing = true"
      >
        <Icon name="ph:signpost" />&nbsp;Not as the sheet says
      </el-button>
      <el-button
        v-if="step && step.stage !== 'make-safe' && step.key !== OPEN_UP"
        text
        @click="emit('add')"
      >
        <Icon name="ph:plus" />&nbsp;More
      </el-button>
      <PhotoButton
        v-if="step"
        label="Photo"
        :of="{ step: step.key }"
      />
      <el-button
        text
        :disabled="!bench.undoable.value"
        @click="bench.takeBack(bench.undoable.value!.event)"
      >
        <Icon name="ph:arrow-counter-clockwise" />&nbsp;Undo my last
      </el-button>
    </div>
    <DepartureDialog
      v-if="step && mayDepart"
      v-model="departing"
      :step="step"
      :moves="moves"
    />
  </footer>
</template>

<style scoped>
footer { padding: 10px 20px 8px; border-top: 1px solid var(--rule); flex: none; }
.big { width: 100%; min-height: 60px; font-size: 23px; }
/* What cannot be ticked yet leaves its room to what is to be done first. */
.big.is-disabled { min-height: 44px; font-size: 19px; }
.obstacle { color: var(--brass); margin-bottom: 6px; font-weight: 500; }
button.obstacle { display: flex; gap: 10px; align-items: center; justify-content: space-between; width: 100%; min-height: var(--target); padding: 0; background: none; border: 0; font: 500 16px/1.35 var(--text); text-align: left; cursor: pointer; }
/* A long list stands above already; here it must not take the room of the work. */
button.obstacle span { display: -webkit-box; -webkit-box-orient: vertical; -webkit-line-clamp: 3; overflow: hidden; }
.obstacle svg { flex: none; font-size: 22px; }
.stamp { color: var(--verdigris); font-weight: 500; display: flex; align-items: center; gap: 8px; flex-wrap: wrap; }
.side { display: flex; flex-wrap: wrap; gap: 0 4px; margin: 2px -10px 0; }
.side :deep(.face) { border: 0; background: none; padding: 0 10px; font-size: 16px; font-weight: 500; }
</style>
