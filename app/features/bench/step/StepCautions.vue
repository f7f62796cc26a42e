<script setup lang="ts">
import type { Step } from '#core'

defineProps<{ cautions: NonNullable<Step['cautions']>, notice: string }>()
</script>

<template>
  <ul class="cautions">
    <li
      v-for="caution in cautions"
      :key="caution.text"
      :class="caution.level"
      :title="notice"
    >
      <Icon :name="caution.level === 'danger' ? 'ph:warning-octagon-fill' : 'ph:warning'" />
      <div>
        <strong><span class="visually-hidden">{{ caution.level === 'danger' ? 'Danger: ' : 'Take care: ' }}</span>{{ caution.text }}</strong>
        <p v-if="caution.detail">
          {{ caution.detail }}
        </p>
        <small v-if="caution.level === 'danger'">The maker’s manual, site rules, local law and licensed practice stand above this.</small>
      </div>
    </li>
  </ul>
</template>

<style scoped>
.cautions { display: flex; flex-direction: column; gap: 6px; margin-top: 10px; }
li { display: flex; gap: 12px; padding: 9px 14px; border-left: 6px solid var(--brass-line); background: var(--brass-tint); }
li.danger { border-left-color: var(--oxide); background: var(--oxide-tint); }
li > svg { font-size: 22px; flex: none; margin-top: 1px; color: var(--brass); }
li.danger > svg { color: var(--oxide); }
p { font-size: 14px; }
small { display: block; font-size: 12.5px; color: var(--slate); }
</style>
