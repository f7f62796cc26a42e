<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import { placeOfPointer, type Place } from '#core'
import SaidNote from './SaidNote.vue'
import { useDraft } from './use-draft'
import type { SaidOfField } from './use-said-of'

/** What is written in a form can end or begin something elsewhere: what the checker says there since the form is open. */
const { list, thing } = defineProps<{ list: Place['list'], thing: string }>()
const { checked } = useDraft()
const SHOWN = 2

const elsewhere = computed(() => {
  const isHere = (place: Place) => place.list === list && place.key === thing
  return [
    ...(checked.value?.faults ?? []).filter(({ place }) => !isHere(placeOfPointer(place))).map(({ reason }) => ({ field: undefined, text: reason })),
    ...(checked.value?.findings ?? []).filter(finding => !isHere(finding)).map(finding => ({ field: undefined, text: finding.sentence, finding })),
  ] satisfies SaidOfField[]
})
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
