<script setup lang="ts">
import AskDialog from '../../ui/AskDialog.vue'
import { KEYS } from './use-keys'

const open = defineModel<boolean>({ required: true })
</script>

<template>
  <AskDialog
    v-model="open"
    title="Keys of the bench"
    :width="460"
    leave="Back to the bench"
  >
    <dl>
      <template
        v-for="[keys, does] in KEYS"
        :key="keys"
      >
        <dt><kbd>{{ keys }}</kbd></dt><dd>{{ does }}</dd>
      </template>
    </dl>
  </AskDialog>
</template>

<style scoped>
dl { display: grid; grid-template-columns: 96px 1fr; gap: 6px 12px; margin: 0; align-items: baseline; }
dd { margin: 0; }
kbd { display: inline-block; font: 500 15px var(--mono); border: 1px solid var(--rule-strong); padding: 2px 8px; background: var(--plate); }
</style>
