<script setup lang="ts">
import { computed } from 'vue'
import type { DeedRow } from '#shared/wire/drafts'
import { moment } from '../../../ui/moment'

/** Who has written in a draft, deed by deed, the newest first. */
const { history } = defineProps<{ history: readonly DeedRow[] }>()
const SHOWN = 60
const taken = computed(() => new Set(history.map(deed => deed.undoes)))
const changes = (n: number) => n === 1 ? '1 change' : `${n} changes`
function says({ undoes, carries, left, edits, n }: DeedRow): string {
  const against = left?.length ? `; ${changes(left.length)} of the draft stood against it` : ''
  if (carries !== null) return `revision ${carries} brought in${against}`
  if (undoes !== null) return `took back ${undoes}`
  return taken.value.has(n) ? `${changes(edits)}, taken back` : changes(edits)
}
const shown = computed(() => history.toReversed().slice(0, SHOWN))
</script>

<template>
  <el-collapse v-if="shown.length > 0">
    <el-collapse-item :title="`Who wrote when (${history.length})`">
      <ol>
        <li
          v-for="deed in shown"
          :key="deed.n"
        >
          <span class="mono">{{ deed.n }}</span>
          <span>{{ deed.isMine ? 'you' : deed.by }}</span>
          <span>{{ says(deed) }}</span>
          <span class="quiet">{{ moment(deed.at) }}</span>
        </li>
      </ol>
    </el-collapse-item>
  </el-collapse>
</template>

<style scoped>
ol { margin: 0; padding: 0; list-style: none; }
li { display: grid; grid-template-columns: 40px 120px minmax(0, 1fr) auto; gap: 12px; padding: 5px 0; border-top: 1px solid var(--rule); }
.mono { text-align: right; }
</style>
