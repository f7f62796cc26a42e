<script setup lang="ts">
import { ref } from 'vue'
import { v4 as newId } from 'uuid'
import type { EventBodies } from '#core'
import { useOutboxStore } from '../net/outbox-store'
import { shrinkPicture } from './shrink-picture'
import { useBench } from './use-bench'
import RefusalNote from '../ui/RefusalNote.vue'

const { of, label = 'Take a photo' } = defineProps<{ of: Omit<EventBodies['photo-added'], 'photo'>, label?: string }>()
const emit = defineEmits<{ taken: [photo: string] }>()
const bench = useBench()
const outbox = useOutboxStore()
const [problem, busy] = [ref(''), ref(false)]

/** On a made-up machine there is nothing to take a picture of. */
function makeUp() {
  const photo = newId()
  if (bench.job.act('photo-added', { photo, ...of })) emit('taken', photo)
}
async function take(file: File | undefined) {
  if (!file || busy.value) return
  busy.value = true
  problem.value = ''
  try {
    const picture = await shrinkPicture(file)
    const photo = newId()
    const kept = { id: photo, job: bench.job.meta.id, by: bench.session.person!.id, picture }
    if (await outbox.addPhoto(kept, () => bench.job.act('photo-added', { photo, ...of }))) emit('taken', photo)
  } catch {
    problem.value = 'This file is no picture that can be read here. Take it as JPEG, PNG or WebP.'
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <el-button
    v-if="bench.job.isPractice"
    @click="makeUp"
  >
    <Icon name="ph:camera" /> A made-up photo
  </el-button>
  <el-upload
    v-else
    class="take"
    accept="image/*"
    :auto-upload="false"
    :show-file-list="false"
    :disabled="busy"
    @change="take($event.raw)"
  >
    <span class="face"><Icon name="ph:camera" /> {{ busy ? 'Shrinking …' : label }}</span>
  </el-upload>
  <RefusalNote :text="problem" />
</template>

<style scoped>
.face { display: inline-flex; align-items: center; gap: 8px; min-height: var(--target); padding: 0 16px; background: var(--chalk); border: 1px solid var(--prussian); color: var(--ink); font: 600 17px var(--label); white-space: nowrap; }
</style>
