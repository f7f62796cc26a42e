<script setup lang="ts">
import { computed, ref } from 'vue'
import { partOf, type Step } from '#core'
import SecondPerson from '../../job/SecondPerson.vue'
import { TorqueDialog } from './dialogs'
import { useGrowth } from './use-growth'

/** What nobody knows of what goes back here: how tight. It is said, or a lead signs that it is pulled by feel. */
const { step } = defineProps<{ step: Step }>()
const { bench, gaps } = useGrowth()
const { job } = bench
const here = computed(() => gaps.value.filter(({ thing }) => step.refits?.some(piece => piece.part === thing)).map(gap => partOf(job.sheet, gap.thing)))
const saying = ref('')
const byFeel = ref('')
</script>

<template>
  <section
    v-for="part in here"
    :key="part.key"
    class="gap"
    :aria-label="`How tight: ${part.name}`"
  >
    <p><Icon name="ph:question" /> <b>How tight?</b> {{ part.count }} × {{ part.name }}: nobody has said.</p>
    <div class="ways">
      <el-button
        type="primary"
        @click="saying = part.key"
      >
        Say the torque
      </el-button>
      <el-button
        text
        @click="byFeel = byFeel === part.key ? '' : part.key"
      >
        By feel: a lead signs
      </el-button>
    </div>
    <SecondPerson
      v-if="byFeel === part.key"
      type="gap-signed"
      :body="{ thing: part.key, field: 'torque', reason: 'pulled by feel, no figure is known' }"
      act="Sign: by feel"
      ready
    />
    <TorqueDialog
      :model-value="saying === part.key"
      :part="part"
      @update:model-value="saying = $event ? part.key : ''"
    />
  </section>
</template>

<style scoped>
.gap { margin-top: 12px; padding: 10px 14px; background: var(--brass-tint); border-left: 6px solid var(--brass-line); }
.ways { display: flex; flex-wrap: wrap; gap: 6px 10px; margin-top: 6px; }
</style>
