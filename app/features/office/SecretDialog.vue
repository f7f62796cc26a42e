<script lang="ts">
/** What was just made for somebody: told once. A code with which they come in, or a badge. */
</script>

<script setup lang="ts">
import { computed } from 'vue'
import AskDialog from '../../ui/AskDialog.vue'
import { moment } from '../../ui/moment'
import PaperSlip from '../../ui/PaperSlip.vue'
import QrCode from '../../ui/QrCode.vue'

export type ToldSecret = { name: string, login: string } & ({ code: string, until: string } | { badge: string })

/** A code or a badge that was just made, as a slip to be printed or scanned; never shown again. */
const told = defineModel<ToldSecret | null>({ required: true })
const open = computed({ get: () => told.value !== null, set: (value) => { if (!value) told.value = null } })
const isCode = computed(() => told.value !== null && 'code' in told.value)
/** What stands behind the hash goes to no server, and so into no log. */
const address = computed(() => told.value && 'code' in told.value ? `${location.origin}/enter#code=${told.value.code}` : '')
</script>

<template>
  <AskDialog
    v-model="open"
    :title="told ? `For ${told.name}` : ''"
    leave="I have passed it on"
  >
    <PaperSlip
      v-if="told"
      :act="isCode ? 'Print the slip' : 'Print the badge'"
    >
      <div class="slip">
        <QrCode
          :text="'code' in told ? address : told.badge"
          :label="isCode ? 'Code for the camera of a tablet' : 'Badge for the camera of a tablet'"
        />
        <div>
          <p class="eyebrow">
            Needler{{ isCode ? '' : ' · badge' }}
          </p>
          <h3>{{ told.name }}</h3>
          <template v-if="'code' in told">
            <dl>
              <dt>Sign-in name</dt>
              <dd class="mono">
                {{ told.login }}
              </dd>
              <dt>Code</dt>
              <dd class="mono secret">
                {{ told.code }}
              </dd>
              <dt>Good until</dt>
              <dd class="mono">
                {{ moment(told.until) }}
              </dd>
            </dl>
            <p>Scan it with a tablet, or open <span class="mono">{{ address.split('#')[0] }}</span> and type the code. It is good once: with it you choose a password and a PIN of your own.</p>
          </template>
          <template v-else>
            <p class="mono secret">
              {{ told.badge }}
            </p>
            <p>It opens the tablets of the house, together with your PIN. Lost? Tell the office: it is ended at once.</p>
          </template>
        </div>
      </div>
      <p class="once quiet">
        Shown this once.
      </p>
    </PaperSlip>
  </AskDialog>
</template>

<style scoped>
.slip { display: flex; gap: 20px; flex-wrap: wrap; align-items: flex-start; }
.slip > div { flex: 1 1 240px; }
.slip > :deep(svg) { flex: none; }
h3 { font-size: 24px; margin: 4px 0 8px; }
dl { display: grid; grid-template-columns: auto 1fr; gap: 4px 14px; align-items: baseline; margin: 0 0 10px; }
dt { color: var(--slate); }
dd { margin: 0; }
.secret { font-size: 17px; letter-spacing: .02em; user-select: all; }
.once { margin: 10px 0; }
@media print { .once { display: none; } }
</style>
