<script setup lang="ts">
import { computed, onBeforeUnmount, ref } from 'vue'
import type { Photo } from '#core'
import AskDialog from '../ui/AskDialog.vue'
import { moment } from '../ui/moment'
import { photoAddress } from '../net/api'
import { useOutboxStore } from '../net/outbox-store'

const { photos, jobId } = defineProps<{
  photos: readonly Photo[]
  /** Null on a made-up machine: of that there are none to be seen. */
  jobId: string | null
}>()
const outbox = useOutboxStore()
const waiting = computed(() => new Map(outbox.photos.map(photo => [photo.id, photo])))
const urls = new Map<string, string>()
onBeforeUnmount(() => urls.forEach(url => URL.revokeObjectURL(url)))

/** From the device while it waits, from the server afterwards. */
function source(photo: string): string {
  const kept = waiting.value.get(photo)
  if (!kept) return photoAddress(jobId!, photo)
  if (!urls.has(photo)) urls.set(photo, URL.createObjectURL(kept.picture))
  return urls.get(photo)!
}
const shown = ref<Photo | null>(null)
const open = computed({ get: () => shown.value !== null, set: (value) => { if (!value) shown.value = null } })
</script>

<template>
  <ul
    v-if="photos.length"
    class="strip"
    aria-label="Photos"
  >
    <li
      v-for="photo in photos"
      :key="photo.event"
    >
      <button
        type="button"
        :aria-label="`Photo by ${photo.by}, ${moment(photo.at)}: show large`"
        :disabled="jobId === null"
        @click="shown = photo"
      >
        <Icon
          v-if="jobId === null"
          name="ph:image"
        />
        <img
          v-else
          :src="source(photo.photo)"
          alt=""
          loading="lazy"
        >
        <small v-if="waiting.get(photo.photo)">{{ waiting.get(photo.photo)!.problem ?? 'waits' }}</small>
      </button>
    </li>
  </ul>
  <AskDialog
    v-if="photos.length"
    v-model="open"
    :title="shown ? `${shown.by}, ${moment(shown.at)}` : ''"
    :width="980"
    leave="Back"
  >
    <img
      v-if="shown"
      class="large"
      :src="source(shown.photo)"
      :alt="shown.caption ?? `Photo at ${shown.step ?? shown.mark ?? shown.part ?? 'the job'}`"
    >
  </AskDialog>
</template>

<style scoped>
.strip { display: flex; gap: 8px; flex-wrap: wrap; margin: 8px 0; }
button { position: relative; padding: 0; border: 1px solid var(--rule-strong); background: var(--plate); width: 112px; height: 84px; cursor: zoom-in; }
img { width: 100%; height: 100%; object-fit: cover; display: block; }
small { position: absolute; inset: auto 0 0; background: var(--brass-tint); color: var(--brass); font-size: 12px; }
.large { object-fit: contain; max-height: 70vh; }
</style>
