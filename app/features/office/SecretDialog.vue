<script setup lang="ts">
import { computed } from 'vue'
import AskDialog from '../../ui/AskDialog.vue'

/** A password that was just made: told once, never shown again. */
const told = defineModel<{ name: string, login: string, password: string } | null>({ required: true })
const open = computed({ get: () => told.value !== null, set: (value) => { if (!value) told.value = null } })
</script>

<template>
  <AskDialog
    v-model="open"
    :title="told ? `For ${told.name}` : ''"
    leave="I have passed it on"
  >
    <template v-if="told">
      <dl>
        <dt>Sign-in name</dt>
        <dd class="mono">
          {{ told.login }}
        </dd>
        <dt>Password</dt>
        <dd class="mono secret">
          {{ told.password }}
        </dd>
      </dl>
      <p>It is shown this once. At the first sign-in it is changed; nothing else works before.</p>
    </template>
  </AskDialog>
</template>

<style scoped>
dl { display: grid; grid-template-columns: auto 1fr; gap: 6px 18px; align-items: baseline; margin: 4px 0 14px; }
dt { color: var(--slate); }
dd { margin: 0; font-size: 18px; }
.secret { font-size: 24px; letter-spacing: .04em; user-select: all; }
</style>
