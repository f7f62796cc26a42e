<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import StateNote from '../../ui/StateNote.vue'
import CalculatorView from './CalculatorView.vue'
import { CALCULATOR_GROUPS, calculatorOf } from './calculators'
import ContactView from './contact/ContactView.vue'
import { targetQuery } from './job-target'

const { name } = defineProps<{ name: string }>()
/** Not a form but a table of its own. */
const CONTACT = { key: 'contact', title: 'Contact picture' }
const groups = CALCULATOR_GROUPS.map(({ title, calculators }) => ({
  title,
  entries: [...calculators.map(({ key, title: named }) => ({ key, title: named })), ...(title === 'Bearings' ? [CONTACT] : [])],
}))
const calculator = computed(() => calculatorOf(name))

const list = ref<HTMLElement>()
/** The list, on a tablet a strip, scrolls by itself: the chosen one stays in sight. */
watch([() => name, list], async () => {
  await nextTick()
  list.value?.querySelector('.router-link-active')?.scrollIntoView({ block: 'nearest', inline: 'center' })
}, { flush: 'post' })
</script>

<template>
  <div class="workings">
    <nav
      ref="list"
      class="list"
      aria-label="Workings"
    >
      <template
        v-for="group in groups"
        :key="group.title"
      >
        <p class="eyebrow">
          {{ group.title }}
        </p>
        <NuxtLink
          v-for="one in group.entries"
          :key="one.key"
          :to="{ path: `/workings/${one.key}`, query: targetQuery($route.query) }"
        >
          {{ one.title }}
        </NuxtLink>
      </template>
    </nav>
    <ContactView
      v-if="name === CONTACT.key"
      class="view"
    />
    <CalculatorView
      v-else-if="calculator"
      :key="calculator.key"
      class="view"
      :calculator="calculator"
    />
    <StateNote
      v-else
      class="view"
      kind="problem"
      title="There is no such working"
      text="Take one of the list."
    />
  </div>
</template>

<style scoped>
.workings { display: grid; grid-template-columns: 210px minmax(0, 1fr); gap: 22px; max-width: 1260px; margin: 0 auto; padding: 18px 20px; min-height: 100%; align-items: start; }
/* As high as what the bar and the room above and below leave. */
.list { display: flex; flex-direction: column; position: sticky; top: 14px; max-height: calc(100dvh - 84px); overflow-y: auto; }
.list .eyebrow { margin: 12px 0 4px; }
.list .eyebrow:first-child { margin-top: 0; }
.list a { padding: 5px 10px; border-left: 3px solid transparent; color: var(--ink); text-decoration: none; line-height: 1.25; }
.list a:hover { border-left-color: var(--rule-strong); }
.list a.router-link-active { border-left-color: var(--brass-line); background: var(--plate); font-weight: 500; }
@media (pointer: coarse) { .list a { padding-block: 11px; } }
@media (max-width: 820px) {
  .workings { grid-template: auto 1fr / minmax(0, 1fr); }
  .list { position: static; max-height: none; flex-direction: row; overflow: auto hidden; gap: 4px; align-items: center; }
  .list .eyebrow { margin: 0 4px 0 10px; }
  .list a { white-space: nowrap; border-left: 0; border-bottom: 3px solid transparent; }
  .list a.router-link-active { border-bottom-color: var(--brass-line); }
}
@media print { .list { display: none; } .workings { grid-template-columns: 1fr; } }
</style>
