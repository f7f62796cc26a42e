<script setup lang="ts">
import { computed, ref } from 'vue'
import StackSection from './StackSection.vue'
import type { Stack } from './use-stack'

/** The machine as large as the screen, and the same in words: each part with its number and where it is. */
const open = defineModel<boolean>({ required: true })
const { stack } = defineProps<{ stack: Stack }>()
const { bench, job, lit } = stack
const wanted = ref('')

const lines = computed(() => bench.account.value
  .filter(({ part }) => `${part.item ?? ''} ${part.name}`.toLowerCase().includes(wanted.value.trim().toLowerCase()))
  .map(({ part, out, bagged }) => ({
    key: part.key,
    item: part.item,
    name: part.name,
    isLit: lit.value.has(part.key),
    isOut: out > 0,
    where: out === 0 ? 'in' : `${out === part.count ? '' : `${out} of ${part.count} `}out${bagged.length ? `, ${bagged.map(bag => bag.tag).join(' ')}` : ''}`,
  })))
function pick(part: string) {
  open.value = false
  bench.pickPart(part)
}
</script>

<template>
  <el-dialog
    v-model="open"
    fullscreen
    append-to-body
    :show-close="false"
    class="stack-dialog"
  >
    <template #header="{ titleId }">
      <h2 :id="titleId">
        <span class="mono">{{ job.meta.unitTag }}</span> {{ job.sheet.title }}<span class="visually-hidden">: the machine and its parts</span>
      </h2>
      <el-button @click="open = false">
        Back to the bench
      </el-button>
    </template>
    <div class="both">
      <StackSection
        :stack="stack"
        balloons="all"
        can-move
        @pick="pick"
      />
      <section aria-label="Parts of the machine">
        <el-input
          v-model="wanted"
          placeholder="Find a part"
          aria-label="Find a part"
          clearable
        />
        <ul>
          <li
            v-for="line in lines"
            :key="line.key"
          >
            <button
              type="button"
              class="line"
              :class="{ lit: line.isLit, out: line.isOut }"
              @click="pick(line.key)"
            >
              <span class="item mono">{{ line.item }}</span>
              <span>{{ line.name }}</span>
              <span class="where">{{ line.where }}</span>
            </button>
          </li>
        </ul>
        <el-empty
          v-if="lines.length === 0"
          description="No part is called that."
        />
      </section>
    </div>
  </el-dialog>
</template>

<style>
.stack-dialog.stack-dialog { padding: 10px 16px; display: flex; flex-direction: column; clip-path: none; max-width: none; }
.stack-dialog .el-dialog__header { display: flex; align-items: center; justify-content: space-between; gap: 16px; padding: 0 0 8px; }
.stack-dialog .el-dialog__body { flex: 1; min-height: 0; }
</style>

<style scoped>
.both { display: grid; grid-template-columns: minmax(0, 1fr) 330px; gap: 16px; height: 100%; }
section { display: flex; flex-direction: column; min-height: 0; gap: 8px; }
ul { overflow-y: auto; min-height: 0; flex: 1; }
.line { display: grid; grid-template-columns: 30px 1fr auto; gap: 8px; align-items: center; width: 100%; min-height: var(--target); padding: 4px 8px; border: 0; border-bottom: 1px solid var(--rule); background: none; text-align: left; cursor: pointer; line-height: 1.2; }
.item { text-align: right; color: var(--slate); }
.where { font-size: 13px; color: var(--slate); text-align: right; }
.out .where { color: var(--brass); font-weight: 600; }
.lit { background: var(--brass-tint); }
@media (max-width: 860px) { .both { grid-template-columns: 1fr; grid-template-rows: minmax(0, 1fr) minmax(0, 1fr); } }
</style>
