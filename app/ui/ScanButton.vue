<script setup lang="ts">
import { ref } from 'vue'
import { laterDialog } from './later'
import { hasCamera } from './use-camera'

/** Reads a label with the tablet's camera; where there is none, there is no button. */
const { label, title, accepts } = defineProps<{ label: string, title: string, accepts: (code: string) => boolean }>()
const emit = defineEmits<{ read: [code: string] }>()
const ScanDialog = laterDialog(() => import('./ScanDialog.vue'))
const looking = ref(false)
</script>

<template>
  <el-button
    v-if="hasCamera()"
    class="camera"
    :aria-label="label"
    @click="looking = true"
  >
    <Icon name="ph:qr-code" />
  </el-button>
  <ScanDialog
    v-model="looking"
    :title="title"
    :accepts="accepts"
    @read="code => emit('read', code)"
  />
</template>

<style scoped>
.camera { flex: none; width: var(--target); padding: 0; font-size: 22px; }
</style>
