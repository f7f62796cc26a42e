<script setup lang="ts">
import { computed, reactive } from 'vue'
import { proposedTag } from '#core'
import { useBench } from '../../job/use-bench'
import { tagHere } from './tag-here'

/** What came out and lies in no bag yet: one tap puts it into the bag that the sheet proposes. */
const bench = useBench()
const { job, account } = bench
const loose = computed(() => account.value.filter(line => line.loose > 0))

/** The bag that the sheet proposes for a part, until the person writes another tag. */
const tags = reactive<Record<string, string>>({})
const proposed = (part: string) => proposedTag(job.sheet, job.state, part)
function bag(part: string, count: number) {
  const { tag, problem } = tagHere(tags[part] ?? proposed(part), job.meta.number)
  if (problem) job.refusal = problem
  else if (tag && job.act('part-bagged', { part, count, tag })) Reflect.deleteProperty(tags, part)
}
</script>

<template>
  <section
    v-if="loose.length"
    class="loose"
  >
    <h3>Loose: bag it</h3>
    <form
      v-for="line in loose"
      :key="line.part.key"
      @submit.prevent="bag(line.part.key, line.loose)"
    >
      <span><span class="mono">{{ line.loose }}×</span> {{ line.part.name }}</span>
      <template v-if="bench.mayWork.value">
        <el-input
          :model-value="tags[line.part.key] ?? proposed(line.part.key)"
          class="mono"
          :aria-label="`Tag for ${line.part.name}`"
          @update:model-value="tags[line.part.key] = $event"
        />
        <el-button
          type="primary"
          native-type="submit"
          :aria-label="`Bag ${line.part.name}`"
        >
          Bag
        </el-button>
      </template>
    </form>
  </section>
</template>

<style scoped>
.loose { border: 1px solid var(--brass-line); background: var(--brass-tint); padding: 8px 10px; margin-bottom: 8px; }
h3 { color: var(--brass); }
form { display: grid; grid-template-columns: 1fr 62px; gap: 4px 6px; padding: 5px 0; font-size: 13.5px; line-height: 1.2; border-top: 1px solid var(--rule); }
form > span { grid-column: 1 / -1; }
</style>
