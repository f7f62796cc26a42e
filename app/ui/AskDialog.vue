<script setup lang="ts">
/** The one frame of dialogs: a question, what it needs, and the way out at the left of the way on. */
const { title, width = 540, leave = 'Leave it', act, ready = true, busy = false } = defineProps<{
  title: string, width?: number, leave?: string, act?: string, ready?: boolean, busy?: boolean
}>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ act: [], opened: [], closed: [] }>()
</script>

<template>
  <el-dialog
    v-model="open"
    :title="title"
    :width="`min(${width}px, calc(100vw - 24px))`"
    :show-close="false"
    append-to-body
    @opened="emit('opened')"
    @closed="emit('closed')"
  >
    <!-- What has a way on of its own in it brings its own form. -->
    <component
      :is="act ? 'form' : 'div'"
      @submit.prevent="ready && emit('act')"
    >
      <slot />
    </component>
    <template #footer>
      <el-button @click="open = false">
        {{ leave }}
      </el-button>
      <slot name="more" />
      <el-button
        v-if="act"
        type="primary"
        :disabled="!ready"
        :loading="busy"
        @click="emit('act')"
      >
        {{ act }}
      </el-button>
    </template>
  </el-dialog>
</template>
