<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue'
import type { SessionPerson } from '#shared/wire/types'
import { useHandOver } from '../../net/hand-over'
import { useSessionStore } from '../../net/session-store'
import { useSubmit } from '../../net/use-submit'
import RefusalNote from '../../ui/RefusalNote.vue'
import ScanButton from '../../ui/ScanButton.vue'

/** Somebody enters at a tablet of the house: a badge before the reader or the camera, and the PIN. */
const emit = defineEmits<{ 'entered': [who: SessionPerson], 'by-name': [] }>()
const session = useSessionStore()
const { byBadge } = useHandOver()
const [badge, pin] = [ref(''), ref('')]
const [badgeField, pinField] = [ref<{ focus: () => void }>(), ref<{ focus: () => void }>()]
const ready = computed(() => badge.value.trim().length >= 6 && /^\d{6,8}$/.test(pin.value))
const place = computed(() => session.house && [session.house.name, session.house.bay, session.house.siteName].filter(Boolean).join(' · '))

const { busy, problem, submit } = useSubmit(async () => {
  try {
    emit('entered', await byBadge(badge.value.trim(), pin.value))
  } finally {
    badge.value = pin.value = ''
    void nextTick(() => badgeField.value?.focus())
  }
})
/** A reader types the badge and Enter: the PIN is what comes next. */
function goOn() {
  if (ready.value) void submit()
  else if (badge.value.trim() === '') badgeField.value?.focus()
  else pinField.value?.focus()
}
function read(code: string) {
  badge.value = code
  pinField.value?.focus()
}
const focus = () => badgeField.value?.focus()
onMounted(focus)
defineExpose({ focus })
</script>

<template>
  <form
    class="badge-form"
    @submit.prevent="goOn"
  >
    <p class="eyebrow">
      {{ place }}
    </p>
    <h1>{{ session.lockedFor ? 'Locked' : 'Who is there?' }}</h1>
    <p v-if="session.lockedFor">
      The bench of <strong>{{ session.lockedFor }}</strong> rests. They go on, or somebody else takes over where it stands.
    </p>
    <label for="badge">Badge</label>
    <div class="with-camera">
      <el-input
        id="badge"
        ref="badgeField"
        v-model="badge"
        type="password"
        placeholder="hold it before the reader"
        autocomplete="off"
        maxlength="120"
      />
      <ScanButton
        label="Read the badge with the camera"
        title="Read a badge"
        :accepts="code => code.length >= 6"
        @read="read"
      />
    </div>
    <label for="badge-pin">PIN</label>
    <el-input
      id="badge-pin"
      ref="pinField"
      v-model="pin"
      class="pin"
      type="password"
      inputmode="numeric"
      autocomplete="off"
      maxlength="8"
    />
    <RefusalNote :text="problem" />
    <el-button
      type="primary"
      native-type="submit"
      class="way-on"
      :loading="busy"
    >
      To the bench
    </el-button>
    <el-button
      text
      @click="emit('by-name')"
    >
      With name and password
    </el-button>
  </form>
</template>

<style scoped>
.badge-form { display: flex; flex-direction: column; gap: 8px; padding: 30px 30px 24px; }
h1 { font-size: 36px; }
label { font: 600 15px var(--label); margin-top: 6px; }
.with-camera { display: flex; gap: 8px; }
.with-camera > :deep(.camera) { align-self: stretch; width: 56px; }
.pin { font-family: var(--mono); }
.pin :deep(input) { font-size: 22px; letter-spacing: .3em; }
.badge-form :deep(.el-input__wrapper) { min-height: 52px; }
.way-on { margin-top: 14px; min-height: 56px; font-size: 21px; }
</style>
