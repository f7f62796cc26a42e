<script setup lang="ts">
import type { Dossier } from '#shared/wire/dossier'
import { torqueInUnits as torque } from '../../ui/in-units'
import { moment } from '../../ui/moment'
import { leftOf } from '../../ui/time-left'
import { PATTERN_WORDS } from '../../ui/tightening-words'

/** How the joints were tightened: each pass with its tool, and what was not as it should be. */
defineProps<{ tightening: Dossier['tightening'] }>()
type Pass = Dossier['tightening'][number]['passes'][number]
/** How long after the pass before: gaskets settle meanwhile. */
const sinceBefore = (passes: readonly Pass[], i: number) => i === 0 ? '' : `, ${leftOf(Date.parse(passes[i]!.at) - Date.parse(passes[i - 1]!.at))} after the one before`
const withWhat = ({ tools, tags }: Pass) => tags.length ? tags.join(', ') : tools.join(', ')
</script>

<template>
  <section
    v-if="tightening.length"
    class="plate card"
    aria-labelledby="tightening-head"
  >
    <h2 id="tightening-head">
      Joints
    </h2>
    <ul class="joints">
      <li
        v-for="line in tightening"
        :key="line.step"
      >
        <p>
          <strong>{{ line.joint }}</strong> <span class="mono">{{ line.count }} × {{ torque(line.targetNm) }}</span>
          <span class="quiet">{{ PATTERN_WORDS[line.pattern] }}<template v-if="line.lubricant"> · {{ line.lubricant }}</template></span>
        </p>
        <p
          v-if="line.targetNm !== line.sheetTargetNm"
          class="other"
        >
          The sheet says {{ torque(line.sheetTargetNm) }}<template v-if="line.signedBy">; signed by {{ line.signedBy }}</template>
        </p>
        <ol class="passes">
          <li
            v-for="(pass, i) in line.passes"
            :key="i"
          >
            <span>{{ pass.isFinalRound ? 'round' : i + 1 }}</span>
            <span class="mono">{{ torque(pass.torqueNm) }}</span>
            <span class="mono">{{ withWhat(pass) }}</span>
            <span class="quiet">{{ pass.by.join(', ') }}, {{ moment(pass.at) }}{{ sinceBefore(line.passes, i) }}</span>
            <span
              v-if="!pass.isDone"
              class="other"
            >not finished</span>
            <span
              v-for="remark in pass.remarks"
              :key="remark"
              class="other"
            ><Icon name="ph:warning" /> {{ remark }}</span>
          </li>
        </ol>
        <p
          v-if="line.remarks.length"
          class="quiet"
        >
          {{ line.remarks.join(' ') }}
        </p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.card { padding: 16px 20px; }
h2 { margin-bottom: 8px; }
.joints > li { padding: 8px 0; border-top: 1px solid var(--rule); }
.passes li { display: flex; flex-wrap: wrap; gap: 2px 14px; padding: 1px 0; font-size: 15px; }
.passes li > span:first-child { width: 44px; color: var(--slate); }
.other { color: var(--brass); font-weight: 500; }
.passes .other { flex-basis: 100%; padding-left: 58px; }
</style>
