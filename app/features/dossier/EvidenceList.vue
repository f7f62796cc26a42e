<script setup lang="ts">
import type { Dossier } from '#shared/wire/dossier'
import { inUnits } from '../../ui/in-units'
import { moment } from '../../ui/moment'

/** What was seen on the parts before it was lost, and what people hold for the cause. */
defineProps<{ evidence: Dossier['evidence'], jobId: string }>()
const SEVERITIES = ['', 'trace', 'plain', 'ended its life'] as const
</script>

<template>
  <section
    v-if="evidence.found.length || evidence.causes.length"
    class="plate card"
    aria-labelledby="evidence-head"
  >
    <h2 id="evidence-head">
      Evidence <NuxtLink :to="`/jobs/${jobId}/clock`">
        on the clock
      </NuxtLink>
    </h2>
    <p
      v-for="line in evidence.causes"
      :key="line.at"
      class="cause"
    >
      <strong>{{ line.cause ?? 'Cause, in own words' }}</strong>: {{ line.words }}
      <span class="quiet">{{ line.by }}, {{ moment(line.at) }}<template v-if="line.rank"> · ranked {{ line.rank === 1 ? 'first' : `in place ${line.rank}` }} by the evidence</template></span>
    </p>
    <table class="ruled">
      <thead>
        <tr>
          <th scope="col">
            On
          </th><th scope="col">
            Seen
          </th><th scope="col">
            Where
          </th><th scope="col">
            How bad
          </th><th scope="col">
            By
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="(line, i) in evidence.found"
          :key="i"
        >
          <td>{{ line.on }}</td>
          <td>{{ [line.kind, line.note].filter(Boolean).join(': ') }}</td>
          <td>{{ [line.place, line.zone].filter(Boolean).join(', ') }}</td>
          <td>{{ line.kind.startsWith('looked at') ? '' : SEVERITIES[line.severity] }}</td>
          <td>{{ line.by }}, {{ moment(line.at) }}</td>
        </tr>
      </tbody>
    </table>
    <p
      v-for="row in evidence.springs"
      :key="row.at"
    >
      Springs of {{ row.on }}: <span class="mono">{{ row.lengthsMm.map(length => inUnits(length, 'length', 2)).join(' · ') }}</span>,
      spread {{ inUnits(row.spreadMm, 'length', 2) }}<template v-if="row.odd.length">; no. {{ row.odd.join(', ') }} unlike the others</template>
    </p>
    <p
      v-if="evidence.circumstances.length"
      class="quiet"
    >
      Known besides: {{ evidence.circumstances.join(', ') }}
    </p>
    <p
      v-if="evidence.notLookedAt"
      class="quiet"
    >
      {{ evidence.notLookedAt }} {{ evidence.notLookedAt === 1 ? 'thing was' : 'things were' }} not looked at
    </p>
  </section>
</template>

<style scoped>
.card { padding: 16px 20px; }
h2 { margin-bottom: 8px; display: flex; justify-content: space-between; align-items: baseline; }
h2 a { font: 400 16px var(--text); }
.cause { border-left: 4px solid var(--prussian); padding-left: 10px; margin-bottom: 10px; }
.cause .quiet { display: block; }
.card > p { margin-top: 8px; }
</style>
