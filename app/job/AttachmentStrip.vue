<script setup lang="ts">
import { onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import type { Attachment } from '#core'
import { sentenceOf } from '../net/api'
import { fetchAttachment } from '../net/attachments'
import AskDialog from '../ui/AskDialog.vue'

/** Pictures and papers of a sheet: a picture is seen and enlarged, a paper is saved. What stands in the slot is beside each. */
const { attachments } = defineProps<{ attachments: readonly Attachment[] }>()
interface Fetched { address?: string, problem?: string }
const fetched = shallowRef<Readonly<Record<string, Fetched>>>({})
const shown = ref<Attachment | null>(null)

watch(() => attachments, async (now) => {
  for (const one of now) {
    if (fetched.value[one.sha256]) continue
    const got: Fetched = await fetchAttachment(one)
      .then(bytes => ({ address: URL.createObjectURL(bytes) }), (error: unknown) => ({ problem: sentenceOf(error) }))
    fetched.value = { ...fetched.value, [one.sha256]: got }
  }
}, { immediate: true })
onBeforeUnmount(() => {
  for (const { address } of Object.values(fetched.value)) if (address) URL.revokeObjectURL(address)
})
const kilobytes = new Intl.NumberFormat('en', { style: 'unit', unit: 'kilobyte', maximumFractionDigits: 0 })
const isOpen = (open: boolean) => { if (!open) shown.value = null }
</script>

<template>
  <ul
    v-if="attachments.length > 0"
    class="strip"
    aria-label="Pictures and papers"
  >
    <li
      v-for="one in attachments"
      :key="one.sha256"
    >
      <a
        v-if="one.type === 'application/pdf'"
        class="paper"
        :href="fetched[one.sha256]?.address"
        :download="`${one.name}.pdf`"
      >
        <Icon name="ph:file-pdf" />
        <span>{{ one.name }}<small>PDF · {{ kilobytes.format(Math.ceil(one.bytes / 1024)) }}</small></span>
      </a>
      <button
        v-else
        type="button"
        class="picture"
        :aria-label="`${one.name}: show large`"
        :title="one.name"
        @click="shown = one"
      >
        <img
          v-if="fetched[one.sha256]?.address"
          :src="fetched[one.sha256]!.address"
          alt=""
        >
        <Icon
          v-else
          name="ph:image"
        />
      </button>
      <small
        v-if="fetched[one.sha256]?.problem"
        class="problem"
      >{{ one.name }}: {{ fetched[one.sha256]!.problem }}</small>
      <slot :attachment="one" />
    </li>
  </ul>
  <AskDialog
    :model-value="shown !== null"
    :title="shown?.name ?? ''"
    :width="980"
    leave="Back"
    @update:model-value="isOpen"
  >
    <img
      v-if="shown"
      class="large"
      :src="fetched[shown.sha256]?.address"
      :alt="shown.name"
    >
  </AskDialog>
</template>

<style scoped>
.strip { display: flex; flex-wrap: wrap; gap: 8px; margin: 8px 0; padding: 0; list-style: none; }
.picture {
  display: grid; place-items: center; padding: 0; border: 1px solid var(--rule-strong); background: var(--plate);
  color: var(--slate); width: 112px; height: 84px; font-size: 30px; cursor: zoom-in;
}
.picture img { width: 100%; height: 100%; object-fit: cover; display: block; }
.paper {
  display: inline-flex; align-items: center; gap: 8px; min-height: var(--target); max-width: 260px; padding: 4px 12px;
  border: 1px solid var(--rule-strong); background: var(--chalk); color: var(--ink); font: 600 15px/1.2 var(--text);
  text-decoration: none; overflow-wrap: anywhere;
}
.paper svg { flex: none; font-size: 26px; color: var(--oxide); }
.paper small { display: block; color: var(--slate); font-weight: 400; }
.problem { display: block; max-width: 220px; color: var(--oxide); }
.large { display: block; max-width: 100%; max-height: 70vh; margin: 0 auto; object-fit: contain; }
</style>
