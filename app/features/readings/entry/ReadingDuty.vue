<script setup lang="ts">
import { computed } from 'vue'
import type { ReadingStage } from '#core'
import MeasuredWith from './MeasuredWith.vue'
import ReadingDetail from './ReadingDetail.vue'
import ReadingGrid from './ReadingGrid.vue'
import ReadingVerdict from './ReadingVerdict.vue'
import { useUnitHistory } from '../../../job/unit-history'
import { useBench } from '../../../job/use-bench'
import { joinTogether } from './together'
import { useReadingEntry } from './use-reading-entry'

/**
 * `offers`: worked-out results that a tap puts into the next empty cell; where there can be some, the reading is being worked out already.
 */
const { positionKey, stage, offers } = defineProps<{
  positionKey: string
  stage: ReadingStage
  offers?: readonly { label: string; text: string }[]
}>()
const bench = useBench()
const entry = useReadingEntry(bench, () => ({ position: positionKey, stage }))
const {
  position,
  others,
  stored,
  editing,
  understood,
  assessed,
  fault,
  backTo,
  questions,
  conditions,
  startTyping,
  leaveTyping,
  store,
  write,
  fill,
} = entry
/** What the last overhaul left, beside the cells of what is found now. */
const history = useUnitHistory()
if (!bench.job.isPractice) history.open(bench.job.meta.unitTag)
const last = computed(() => stage === 'as-found' ? history.leftBefore(bench.job.meta.number).get(positionKey) : undefined)
joinTogether({ isComplete: computed(() => editing.value && bench.mayWork.value && assessed.value.result !== null), store })
const isFull = computed(() => entry.typed.every(row => row.every(cell => cell.trim())))
</script>

<template>
  <h3>{{ position.name }} <small>{{ stage }} · {{ position.instrument }}<template v-if="editing && last"> · small: job {{ last.jobNumber }} left it</template></small></h3>
  <div
    v-if="editing && offers?.length"
    class="offers"
    role="group"
    aria-label="Results to write down"
  >
    <el-button
      v-for="offer in offers"
      :key="offer.label"
      :disabled="isFull"
      @click="fill(offer.text)"
    >
      {{ offer.label }} <span class="mono">{{ offer.text }}</span>
    </el-button>
  </div>
  <ReadingGrid
    :entry="entry"
    :last="last"
    :disabled="!bench.mayWork.value"
    @last="store"
  />
  <p
    v-if="others.length"
    class="theirs"
    role="status"
  >
    <Icon name="ph:pencil-simple-line" /> Half typed by {{ others.join(', ') }}. Look before you write it down: the record will name you.
  </p>
  <MeasuredWith
    v-if="editing && bench.mayWork.value"
    :conditions="conditions"
    :position="position"
  />
  <p
    v-if="fault"
    class="fault"
    role="alert"
  >
    {{ fault }}
  </p>
  <div
    v-if="questions.length"
    class="question"
    role="alert"
  >
    <p
      v-for="question in questions"
      :key="question.place"
    >
      {{ question.place }}: <span class="mono">{{ question.said }}</span> lies far from the others, which stand round <span class="mono">{{ question.others }}</span>. Is it right?
    </p>
    <el-button @click="write">
      It is right
    </el-button>
    <el-button
      text
      @click="questions = []"
    >
      Type it again
    </el-button>
  </div>
  <p
    v-if="editing && understood.length"
    class="quiet"
  >
    Understood: <span class="mono">{{ understood.join(', ') }}</span>
  </p>
  <ReadingVerdict
    v-if="assessed.result"
    :assessment="assessed.result"
    :position="position"
    :conditions="editing ? conditions.said.value : stored?.conditions"
  />
  <div
    v-if="bench.mayWork.value"
    class="choices"
  >
    <el-button
      v-if="editing"
      type="primary"
      data-foot
      :disabled="!assessed.result"
      @click="store"
    >
      Write it down
    </el-button>
    <template v-else>
      <el-button
        text
        @click="startTyping()"
      >
        Measure again
      </el-button>
      <el-button
        text
        @click="startTyping(true)"
      >
        Correct a figure
      </el-button>
    </template>
    <el-button
      v-if="editing && stored"
      text
      @click="leaveTyping"
    >
      Leave it as it was
    </el-button>
    <el-button
      v-if="editing && conditions.canBeWarm.value && !conditions.warmth.asked"
      text
      @click="conditions.warmth.asked = true"
    >
      Not at 20 °C …
    </el-button>
    <NuxtLink
      v-if="editing && position.worksheet && !offers && !bench.job.isPractice"
      class="worksheet"
      :to="{ path: `/workings/${position.worksheet}`, query: { job: bench.job.meta.id, position: positionKey, stage } }"
    >
      Work it out
    </NuxtLink>
    <el-button
      v-if="backTo"
      type="primary"
      @click="bench.goBack(backTo.key, `${position.name} is out`)"
    >
      No-go: back to “{{ backTo.short ?? backTo.title }}”
    </el-button>
  </div>
  <ReadingDetail
    v-if="assessed.result"
    :assessment="assessed.result"
    :position="position"
    :outlines="bench.job.sheet.parts.find(part => part.key === position.part)?.outlines"
  />
</template>

<style scoped>
.theirs { display: flex; gap: 8px; align-items: center; padding: 6px 10px; background: var(--brass-tint); border-left: 4px solid var(--brass-line); margin: 4px 0; }
.choices { display: flex; flex-wrap: wrap; gap: 8px; margin-top: 10px; }
.offers { display: flex; flex-wrap: wrap; gap: 6px; margin-top: 8px; }
.offers .mono { margin-left: 8px; }
.question { margin-top: 8px; padding: 9px 14px; border-left: 6px solid var(--brass-line); background: var(--brass-tint); }
.fault { color: var(--oxide); margin-top: 6px; }
.worksheet { display: inline-flex; align-items: center; min-height: var(--target); padding: 0 10px; }
</style>
