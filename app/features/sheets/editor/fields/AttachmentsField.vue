<script setup lang="ts">
import { ref } from 'vue'
import type { Attachment } from '#core'
import AttachmentStrip from '../../../../job/AttachmentStrip.vue'
import { sendAttachment, sentenceOf } from '../../../../net/api'
import RefusalNote from '../../../../ui/RefusalNote.vue'

/** Pictures and papers of a thing: put in from a file, named, taken off. */
const { most = 6 } = defineProps<{ most?: number | undefined }>()
const value = defineModel<Attachment[] | undefined>()
const [problem, busy] = [ref(''), ref(false)]
const all = () => value.value ?? []
const put = (next: Attachment[]) => { value.value = next.length > 0 ? next : undefined }

async function add(file: File | undefined) {
  if (!file || busy.value) return
  busy.value = true
  problem.value = ''
  try {
    const kept = await sendAttachment(file)
    const name = file.name.replace(/\.[^.]*$/, '').slice(0, 200).trim() || 'Picture'
    if (!all().some(one => one.sha256 === kept.sha256)) put([...all(), { name, ...kept }])
  } catch (error) {
    problem.value = sentenceOf(error)
  } finally {
    busy.value = false
  }
}
const rename = (of: Attachment, name: string) => {
  if (name.trim()) put(all().map(one => one === of ? { ...one, name: name.trim() } : one))
}
</script>

<template>
  <div>
    <AttachmentStrip :attachments="all()">
      <template #default="{ attachment }">
        <span class="name">
          <el-input
            :model-value="attachment.name"
            maxlength="200"
            :aria-label="`Name of ${attachment.name}`"
            :model-modifiers="{ lazy: true }"
            @change="rename(attachment, String($event))"
          />
          <el-button
            text
            :aria-label="`Take off ${attachment.name}`"
            @click="put(all().filter(one => one !== attachment))"
          >
            <Icon name="ph:x" />
          </el-button>
        </span>
      </template>
    </AttachmentStrip>
    <el-upload
      v-if="all().length < most"
      accept="image/jpeg,image/png,image/webp,application/pdf"
      :auto-upload="false"
      :show-file-list="false"
      :disabled="busy"
      @change="add($event.raw)"
    >
      <span class="face"><Icon name="ph:paperclip" /> {{ busy ? 'Sending …' : 'Picture or PDF' }}</span>
    </el-upload>
    <RefusalNote :text="problem" />
  </div>
</template>

<style scoped>
.name { display: flex; width: 190px; }
.face {
  display: inline-flex; align-items: center; gap: 8px; min-height: 40px; padding: 0 14px; border: 1px solid var(--prussian);
  font: 600 16px var(--label); color: var(--ink);
}
</style>
