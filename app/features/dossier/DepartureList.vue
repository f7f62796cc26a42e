<script setup lang="ts">
import type { Dossier } from '#shared/wire/dossier'
import { moment } from '../../ui/moment'

/** Where this overhaul departed from its sheet, and who stands for it. */
defineProps<{ departures: Dossier['departures'] }>()
</script>

<template>
  <section
    v-if="departures.length"
    class="plate card"
    aria-labelledby="departures-head"
  >
    <h2 id="departures-head">
      Departures from the sheet
    </h2>
    <ul>
      <li
        v-for="line in departures"
        :key="line.step"
      >
        <p>
          <strong>{{ line.title }}</strong> <span class="how">{{ line.how }}</span>
        </p>
        <p>
          {{ line.reason }}<template
            v-for="{ part, count } in line.counted"
            :key="part"
          >
            · <span class="mono">{{ count }} ×</span> {{ part }}
          </template>
        </p>
        <p class="quiet">
          {{ line.by }}, {{ moment(line.at) }}<template v-if="line.signedBy">
            · signed by {{ line.signedBy }}
          </template><template v-if="line.madeGoodBy">
            · made good by {{ line.madeGoodBy }}
          </template><template v-else-if="line.how === 'not possible now'">
            · still to be done
          </template>
        </p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.card { padding: 16px 20px; }
h2 { margin-bottom: 8px; }
li { padding: 8px 0; border-top: 1px solid var(--rule); }
.how { margin-left: 8px; padding: 1px 8px; border: 1px dashed var(--ink); font-size: 14px; }
</style>
