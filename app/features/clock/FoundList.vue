<script setup lang="ts">
import { kindName, sayArc } from '#core'
import PhotoStrip from '../../job/PhotoStrip.vue'
import { useBench } from '../../job/use-bench'
import { moment } from '../../ui/moment'
import { lettersOf, SEVERITY_WORDS } from './finding-look'
import type { DrawnFinding } from './use-clock'

/** What was found on one thing, the newest first; whoever wrote it takes it back. */
defineProps<{ findings: readonly DrawnFinding[] }>()
const bench = useBench()
const { job } = bench
</script>

<template>
  <ul
    v-if="findings.length > 0"
    class="found"
    aria-label="Found on it"
  >
    <li
      v-for="{ finding, at } in [...findings].reverse()"
      :key="at"
    >
      <span class="letters mono">{{ finding.kind === 'clean' ? '✓' : lettersOf(finding.kind) }}</span>
      <span>
        <strong>{{ kindName(finding.kind) }}</strong>, {{ sayArc(finding) }}<template v-if="finding.zone">, {{ finding.zone }}</template><template v-if="finding.kind !== 'clean'">, {{ SEVERITY_WORDS[finding.severity as 1] }}</template>
        <template v-if="finding.note"><br>{{ finding.note }}</template>
        <small>{{ finding.by }}, {{ moment(finding.at) }}</small>
        <PhotoStrip
          v-if="finding.photo"
          :photos="job.state.photos.filter(({ photo }) => photo === finding.photo)"
          :job-id="job.isPractice ? null : job.meta.id"
        />
      </span>
      <el-button
        v-if="bench.mayWork.value"
        text
        :aria-label="`Take back: ${kindName(finding.kind)}`"
        @click="job.act('undone', { event: finding.event })"
      >
        <Icon name="ph:arrow-u-up-left" />
      </el-button>
    </li>
  </ul>
</template>

<style scoped>
.found li { display: grid; grid-template-columns: 34px 1fr auto; gap: 8px; align-items: start; padding: 6px 0; border-bottom: 1px solid var(--rule); }
.letters { font-weight: 600; padding-top: 2px; }
small { display: block; color: var(--slate); }
@media print { .found .el-button { display: none; } }
</style>
