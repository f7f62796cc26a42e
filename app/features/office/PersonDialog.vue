<script lang="ts">
import type { Role } from '#shared/rights'
</script>

<script setup lang="ts">
import { computed, reactive, watch } from 'vue'
import { ROLES } from '#shared/rights'
import type { PersonRow } from '#shared/wire/types'
import AskDialog from '../../ui/AskDialog.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'

/** What the office types about a person. */
export interface PersonDraft { login: string, name: string, role: Role, sites: string[] | null }

const { person, sites, busy, problem } = defineProps<{
  person: PersonRow | null
  sites: readonly { key: string, name: string }[]
  busy: boolean
  problem: string
}>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ save: [draft: PersonDraft] }>()

const WHAT: Record<Role, string> = {
  technician: 'works at the bench',
  lead: 'releases hold points, corrects, sends stranded work',
  planner: 'starts and plans overhauls, takes in machines',
  engineer: 'as a lead, and brings in sheets',
  admin: 'everything, and the office',
  trainee: 'looks',
  viewer: 'looks',
}
const draft = reactive<{ login: string, name: string, role: Role, sites: string[] }>({ login: '', name: '', role: 'technician', sites: [] })
watch(open, (isOpen) => {
  if (isOpen)
    Object.assign(draft, {
      login: person?.login ?? '',
      name: person?.name ?? '',
      role: person?.role ?? 'technician',
      sites: [...(person?.sites ?? [])],
    })
})
const ready = computed(() => draft.name.trim().length >= 2 && /^[a-z][a-z0-9.-]{1,39}$/i.test(draft.login.trim()))
const save = () =>
  emit('save', { login: draft.login.trim(), name: draft.name.trim(), role: draft.role, sites: draft.sites.length > 0 ? draft.sites : null })
</script>

<template>
  <AskDialog
    v-model="open"
    :title="person ? `Change ${person.name}` : 'Add a person'"
    :act="person ? 'Save' : 'Add and make a code'"
    :ready="ready"
    :busy="busy"
    @act="save"
  >
    <label for="person-name">Name, as the record shows it</label>
    <el-input
      id="person-name"
      v-model="draft.name"
      maxlength="80"
      autocomplete="off"
    />
    <label for="person-login">Sign-in name</label>
    <el-input
      id="person-login"
      v-model="draft.login"
      :disabled="person !== null"
      maxlength="40"
      autocomplete="off"
      autocapitalize="off"
      spellcheck="false"
    />
    <label for="person-role">Role</label>
    <ChoiceSelect
      id="person-role"
      v-model="draft.role"
      label="Role"
      :choices="ROLES.map(role => ({ value: role, label: `${role}: ${WHAT[role]}` }))"
    />
    <label for="person-sites">Sites (none named: all)</label>
    <el-select
      id="person-sites"
      v-model="draft.sites"
      multiple
      clearable
      placeholder="all sites"
      aria-label="Sites"
    >
      <el-option
        v-for="site in sites"
        :key="site.key"
        :value="site.key"
        :label="site.name"
      />
    </el-select>
    <p
      v-if="person"
      class="quiet"
    >
      Another role or other sites sign this person out everywhere, at once.
    </p>
    <RefusalNote :text="problem" />
  </AskDialog>
</template>

<style scoped>
label { display: block; font: 600 15px var(--label); margin: 10px 0 4px; }
p { margin-top: 12px; }
</style>
