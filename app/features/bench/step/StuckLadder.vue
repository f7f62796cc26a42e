<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { ladderOf, ladderStand, type Step } from '#core'
import { useBench } from '../../../job/use-bench'

/** The extraction ladder of a part that does not come: one rung at a time, each with its stop sign. */
const { step } = defineProps<{ step: Step }>()
const bench = useBench()
const { job } = bench
const ladder = computed(() => ladderOf(step))
const stand = computed(() => ladderStand(job.state, step))
const open = ref(false)
const place = ref<HTMLElement>()
async function begin() {
  open.value = true
  await nextTick()
  place.value?.scrollIntoView({ block: 'nearest' })
}
const rung = computed(() => ladder.value[stand.value.next])
const tried = (moved: boolean) => job.act('extraction-tried', { step: step.key, rung: stand.value.next, moved })
</script>

<template>
  <div
    ref="place"
    class="stuck"
  >
    <p
      v-if="stand.movedBy !== null"
      class="quiet"
    >
      Came off by: {{ ladder[stand.movedBy]!.how }}
    </p>
    <el-button
      v-else-if="!open && stand.next === 0"
      text
      @click="begin"
    >
      <Icon name="ph:ladder" />&nbsp;It is stuck
    </el-button>
    <section
      v-else-if="rung"
      aria-label="Extraction ladder"
    >
      <h3>
        <span class="mono">{{ stand.next + 1 }} of {{ ladder.length }}</span> {{ rung.how }}
      </h3>
      <p>{{ rung.text }}</p>
      <p class="stop">
        <Icon name="ph:hand-palm" /> <strong>Stop:</strong> {{ rung.stop }}
      </p>
      <div class="choices">
        <el-button
          type="primary"
          @click="tried(true)"
        >
          It moves
        </el-button>
        <el-button @click="tried(false)">
          It does not
        </el-button>
      </div>
    </section>
    <p
      v-else
      class="stop"
    >
      <Icon name="ph:hand-palm" /> Nothing on this ladder moved it. Stop here: ask the lead, the maker or a specialist shop.
    </p>
  </div>
</template>

<style scoped>
.stuck { margin-top: 8px; }
section { border: 1px solid var(--brass-line); padding: 10px 14px; }
h3 { display: flex; gap: 10px; align-items: baseline; }
.stop { color: var(--oxide); margin-top: 6px; }
.choices { display: flex; gap: 8px; margin-top: 8px; }
</style>
