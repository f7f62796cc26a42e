<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { editsBetween } from '#core'
import { useBench } from '../../../job/use-bench'
import { laterDialog } from '../../../ui/later'

/** A newer revision of the sheet is released while this job runs: what it says, and the way to go on by it. */
const { job, look } = useBench()
// What it opens again is the work at hand.
watch(() => job.state.takenOver.length, () => look(null))
const isOpen = ref(false)
const to = computed(() => job.state.closed ? null : job.takeover)
/** By the documents alone: what it changes in this job is worked out when somebody asks. */
const OF_DANGER: ReadonlySet<string | undefined> = new Set(['cautions', 'isolates', 'state', 'needs', 'lifts', 'hold', 'puts', 'takes'])
const isGrave = computed(() => to.value !== null
  && editsBetween(to.value.was, to.value.is).some(({ list, field }) => list === 'energies' || (list === 'steps' && OF_DANGER.has(field))))
</script>

<script lang="ts">
/* Made once, and not with each step: what was fetched with the link opens without it. */
const TakeoverDialog = laterDialog(() => import('./TakeoverDialog.vue'))
</script>

<template>
  <section
    v-if="to"
    class="newer"
    :class="{ grave: isGrave }"
    aria-label="A newer revision"
  >
    <p>
      <Icon :name="isGrave ? 'ph:warning-octagon' : 'ph:file-arrow-up'" />
      <strong>Revision {{ to.to.revision }} is released; this job goes by {{ to.from.revision }}.</strong> {{ to.note }}
    </p>
    <el-button @click="isOpen = true">
      What it changes
    </el-button>
    <TakeoverDialog
      v-model="isOpen"
      :takeover="to"
    />
  </section>
</template>

<style scoped>
.newer { display: flex; flex-wrap: wrap; gap: 6px 14px; align-items: center; margin-top: 8px; padding: 6px 12px; background: var(--brass-tint); border-left: 6px solid var(--brass-line); }
.newer p { flex: 1 1 320px; margin: 0; }
.newer.grave { background: var(--oxide-tint); border-left-color: var(--oxide); }
svg { vertical-align: -3px; font-size: 19px; }
</style>
