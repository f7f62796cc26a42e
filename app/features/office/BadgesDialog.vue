<script setup lang="ts">
import { ref, watch } from 'vue'
import type { PersonRow } from '#shared/wire/types'
import { callApi } from '../../net/api'
import { useDeeds } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import EmptyList from '../../ui/EmptyList.vue'
import { moment } from '../../ui/moment'
import RefusalNote from '../../ui/RefusalNote.vue'

/** The badges of somebody: made new, or of a card that they have already; ended at once. */
const { person } = defineProps<{ person: PersonRow | null }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ changed: [], made: [badge: string] }>()
const card = ref('')
const name = ref('')
const { busy, problem, act } = useDeeds()
const make = (code?: string) => act(async () => {
  const body = { name: name.value.trim() || (code ? 'card' : 'printed'), ...code ? { code } : {} }
  const made = await callApi<{ code: string }>(`/people/${person!.id}/badges`, { method: 'POST', body })
  card.value = name.value = ''
  emit('changed')
  // A card is in their pocket already; what was made here is to be printed.
  if (!code) emit('made', made.code)
})
const end = (id: string) => act(async () => {
  await callApi(`/badges/${id}`, { method: 'DELETE' })
  emit('changed')
})
watch(open, () => {
  card.value = name.value = problem.value = ''
})
</script>

<template>
  <AskDialog
    v-model="open"
    :title="person ? `Badges of ${person.name}` : ''"
    leave="Close"
  >
    <template v-if="person">
      <p
        v-if="!person.hasPin"
        class="hint"
      >
        <Icon name="ph:warning" /> A badge opens a tablet only together with a PIN, and {{ person.name }} has none yet.
      </p>
      <EmptyList
        v-if="person.badges.length === 0"
        would="Badges stand here: with one, and the PIN, somebody enters at a tablet that people share."
      />
      <ul>
        <li
          v-for="one in person.badges"
          :key="one.id"
        >
          <span><strong>{{ one.name }}</strong> <small class="quiet">made {{ moment(one.at) }}, {{ one.usedAt ? `used ${moment(one.usedAt)}` : 'never used' }}</small></span>
          <el-button
            :loading="busy"
            :aria-label="`End the badge ${one.name}`"
            @click="end(one.id)"
          >
            End it
          </el-button>
        </li>
      </ul>
      <form
        class="form-grid"
        @submit.prevent="card.trim().length >= 6 && make(card.trim())"
      >
        <label>What is written on it<el-input
          v-model="name"
          maxlength="40"
          placeholder="works card"
          autocomplete="off"
        /></label>
        <label>A card they have: hold it before the reader<el-input
          v-model="card"
          type="password"
          maxlength="120"
          autocomplete="off"
        /></label>
        <div class="wide ways">
          <el-button
            native-type="submit"
            :disabled="card.trim().length < 6"
            :loading="busy"
          >
            Take this card
          </el-button>
          <el-button
            :loading="busy"
            @click="make()"
          >
            <Icon name="ph:qr-code" /> Make one to print
          </el-button>
        </div>
      </form>
      <RefusalNote :text="problem" />
    </template>
  </AskDialog>
</template>

<style scoped>
li { display: flex; gap: 12px; justify-content: space-between; align-items: center; padding: 8px 0; border-top: 1px solid var(--rule); }
form { margin-top: 14px; padding-top: 12px; border-top: 1px solid var(--rule-strong); }
label { display: flex; flex-direction: column; gap: 2px; font: 600 15px var(--label); }
.ways { display: flex; gap: 10px; flex-wrap: wrap; }
.hint { display: flex; gap: 8px; align-items: center; background: var(--brass-tint); border-left: 4px solid var(--brass-line); padding: 8px 12px; margin-bottom: 8px; }
</style>
