<script setup lang="ts">
import { thousands } from '#core'
import type { Dossier } from '#shared/wire/dossier'
import { moment } from '../../ui/moment'

/** Worn parts that went back by the word of an engineer, and until when. */
defineProps<{ concessions: Dossier['concessions'] }>()
const end = ({ day, hours }: Dossier['concessions'][number]['until']) => [day, hours === undefined ? undefined : `${thousands(hours)} h of the machine`].filter(Boolean).join(' or ')
</script>

<template>
  <section
    v-if="concessions.length"
    class="plate card"
    aria-labelledby="concessions-head"
  >
    <h2 id="concessions-head">
      Let run on
    </h2>
    <ul>
      <li
        v-for="line in concessions"
        :key="line.at"
      >
        <strong>{{ line.part }}</strong><template v-if="line.over">, {{ line.over }}</template>, until {{ end(line.until) }}: {{ line.use }} <small class="quiet">{{ line.by }}, {{ moment(line.at) }}</small>
      </li>
    </ul>
  </section>
</template>
