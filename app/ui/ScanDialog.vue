<script setup lang="ts">
import { ref } from 'vue'
import AskDialog from './AskDialog.vue'
import { useCamera } from './use-camera'

/** A label before the camera; what is read and accepted is handed on as if it had been typed. */
const { accepts } = defineProps<{ title: string, accepts: (code: string) => boolean }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ read: [code: string] }>()

const other = ref('')
const { video, problem, start, end } = useCamera((text) => {
  if (!accepts(text)) {
    other.value = text.slice(0, 40)
    return false
  }
  emit('read', text)
  open.value = false
  return true
})
function begin() {
  other.value = ''
  void start()
}
</script>

<template>
  <AskDialog
    v-model="open"
    :title="title"
    leave="Close"
    @opened="begin"
    @closed="end"
  >
    <p
      v-if="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <div
      v-else
      class="finder"
    >
      <video
        ref="video"
        playsinline
        muted
        aria-label="What the camera sees"
      />
      <svg
        viewBox="0 0 100 100"
        aria-hidden="true"
      ><path d="M4 24V4h20M76 4h20v20M96 76v20H76M24 96H4V76" /></svg>
    </div>
    <p
      class="quiet"
      aria-live="polite"
    >
      {{ other ? `"${other}" is not what is looked for. ` : '' }}Hold the square code of the label into the frame.
    </p>
  </AskDialog>
</template>

<style scoped>
.finder { position: relative; aspect-ratio: 4 / 3; background: var(--ink); overflow: hidden; margin-bottom: 8px; }
video { width: 100%; height: 100%; object-fit: cover; display: block; }
svg { position: absolute; inset: 12%; margin: auto; height: 76%; width: auto; aspect-ratio: 1; }
path { fill: none; stroke: var(--bar-brass); stroke-width: 2; }
</style>
