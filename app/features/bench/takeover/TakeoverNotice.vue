<script setup lang="ts">
import { computed, ref } from 'vue'
import { takeoverPlan } from '#core'
import { useBench } from '../../../job/use-bench'
import { laterDialog } from '../../../ui/later'

/** A newer revision of the sheet is released while this job runs: what it says, and the way to go on by it. */
const { job } = useBench()
const isOpen = ref(false)
const to = computed(() => job.state.closed ? null : job.takeover)
const plan = computed(() => to.value && takeoverPlan(to.value.was, to.value.is, job.state))
const isGrave = computed(() => plan.value !== null && [...plan.value.reopens, ...plan.value.past].some(({ because }) => because.includes('danger')))
</script>

<script lang="ts">
/* Made once, and not with each step: what was fetched with the link opens without it. */
const TakeoverDialog = laterDialog(() => import('./TakeoverDialog.vue'))
</script>

<template>
  <section
    v-if="to && plan"
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
      :plan="plan"
    />
  </section>
</template>

<style scoped>
.newer { display: flex; flex-wrap: wrap; gap: 6px 14px; align-items: center; margin-top: 8px; padding: 6px 12px; background: var(--brass-tint); border-left: 6px solid var(--brass-line); }
.newer p { flex: 1 1 320px; margin: 0; }
.newer.grave { background: var(--oxide-tint); border-left-color: var(--oxide); }
svg { vertical-align: -3px; font-size: 19px; }
</style>
