<script setup lang="ts">
import { computed, ref } from 'vue'
import type { SessionPerson } from '#shared/wire/types'
import { BadgeForm, NameForm } from '../features/session'
import { useOnBenchStore } from '../job/on-bench'
import { useHandOver } from '../net/hand-over'
import { useSessionStore } from '../net/session-store'
import { focusFirst } from '../ui/focus-first'

/**
 * Covers a tablet of the house while it rests or goes from one person to another. What is below stays as it is: step, place, and what is
 * half typed; who may not see it, does not.
 */
const emit = defineEmits<{ entered: [from: SessionPerson | null], stay: [] }>()
const session = useSessionStore()
const job = useOnBenchStore()
const route = useRoute()
const { byPassword } = useHandOver()
const byName = ref(false)
const form = ref<{ focus: () => void }>()
const before = session.person
const mayStay = computed(() => session.lockedFor === null)

const enter = async (login: string, password: string) => goOn(await byPassword(login, password))
function goOn(who: SessionPerson) {
  const isSame = before?.id === who.id
  const isOnBench = route.path.startsWith('/jobs/') && job.meta?.site !== undefined && (who.sites === null || who.sites.includes(job.meta.site))
  // Anything else that was on the screen, or in the memory of this page, is not theirs to see: it begins anew.
  if (!isSame && !isOnBench) return window.location.assign('/')
  emit('entered', isSame ? null : before)
}
</script>

<template>
  <!-- A dialog, so that it has the focus also when it comes over another one that is open. -->
  <el-dialog
    class="tablet-cover"
    :model-value="true"
    :title="session.lockedFor ? 'This tablet is locked' : 'Change of person'"
    fullscreen
    append-to-body
    :show-close="false"
    :close-on-press-escape="false"
    :close-on-click-modal="false"
    @opened="focusFirst(form)"
  >
    <div class="plate">
      <BadgeForm
        v-if="session.house && !byName"
        ref="form"
        @entered="goOn"
        @by-name="byName = true"
      />
      <NameForm
        v-else
        act="To the bench"
        :enter="enter"
      >
        <h1>{{ session.lockedFor ? 'Locked' : 'Who is there?' }}</h1>
        <template #else>
          <el-button
            v-if="session.house"
            text
            @click="byName = false"
          >
            With my badge
          </el-button>
        </template>
      </NameForm>
      <el-button
        v-if="mayStay"
        class="stay"
        @click="emit('stay')"
      >
        {{ session.person?.name }} goes on
      </el-button>
    </div>
  </el-dialog>
</template>

<style>
/* Nothing of what is below is seen. */
.el-dialog.el-dialog.tablet-cover { --el-dialog-bg-color: var(--paper); display: flex; flex-direction: column; max-width: none; padding: 0; clip-path: none; border: 0; overflow: auto; }
.tablet-cover > .el-dialog__header { display: none; }
.tablet-cover > .el-dialog__body { flex: 1; display: flex; padding: 16px; }
</style>

<style scoped>
.plate { width: min(440px, 100%); margin: auto; display: flex; flex-direction: column; }
h1 { font-size: 36px; }
.stay { margin: 0 30px 26px; min-height: 52px; }
</style>
