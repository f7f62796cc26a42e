<script setup lang="ts">
import { ref } from 'vue'
import { v4 as newId } from 'uuid'
import type { EventBodies } from '#core'
import { useOutboxStore } from '../net/outbox-store'
import { shrinkPicture } from './shrink-picture'
import { useBench } from './use-bench'
import RefusalNote from '../ui/RefusalNote.vue'

const { of, label = 'Take a photo' } = defineProps<{ of: Omit<EventBodies['photo-added'], 'photo'>, label?: string }>()
const bench = useBench()
const outbox = useOutboxStore()
const [problem, busy] = [ref(''), ref(false)]

async function take(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  busy.value = true
  problem.value = ''
  try {
    const picture = await shrinkPicture(file)
    const photo = newId()
    await outbox.addPhoto({ id: photo, job: bench.job.meta.id, by: bench.session.person!.id, picture })
    bench.job.act('photo-added', { photo, ...of })
  } catch {
    problem.value = 'This file is no picture that can be read here. Take it as JPEG, PNG or WebP.'
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <label
    class="take"
    :class="{ busy }"
  >
    <Icon name="ph:camera" /> {{ busy ? 'Shrinking …' : label }}
    <input
      class="visually-hidden"
      type="file"
      accept="image/*"
      capture="environment"
      :disabled="busy"
      @change="take"
    >
  </label>
  <RefusalNote :text="problem" />
</template>

<style scoped>
.take { display: inline-flex; align-items: center; gap: 8px; min-height: var(--target); padding: 0 16px; background: var(--chalk); border: 1px solid var(--prussian); color: var(--ink); font: 600 17px var(--label); cursor: pointer; }
.take:focus-within { outline: 3px solid var(--scribe); outline-offset: 2px; }
</style>
