<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import type { Place } from '#core'
import { allSaid, isAt } from '../findings'
import SaidNote from './SaidNote.vue'
import { useDraft } from './use-draft'

/** What is written in a form can end or begin something elsewhere: what the checker says there since the form is open. */
const { list, thing } = defineProps<{ list: Place['list'], thing: string }>()
const { checked } = useDraft()
const SHOWN = 2

const elsewhere = computed(() => allSaid(checked.value).filter(({ place }) => !isAt(place, list, thing)))
const before = shallowRef<ReadonlySet<string> | null>(null)
watch(checked, (now) => { if (now) before.value ??= new Set(elsewhere.value.map(({ text }) => text)) }, { immediate: true })
const came = computed(() => elsewhere.value.filter(({ text }) => before.value?.has(text) === false))
</script>

<template>
  <div
    v-if="came.length > 0"
    class="elsewhere"
    role="status"
  >
    <p class="eyebrow">
      Elsewhere, since this is open
    </p>
    <SaidNote
      v-for="one in came.slice(0, SHOWN)"
      :key="one.text"
      :said="one"
    />
    <p v-if="came.length > SHOWN">
      and {{ came.length - SHOWN }} more
    </p>
  </div>
</template>

<style scoped>
.elsewhere { margin-bottom: 10px; text-align: left; }
.elsewhere p { margin: 0 0 2px; }
</style>
