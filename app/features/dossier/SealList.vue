<script setup lang="ts">
import type { SealRecord, SettingMethod } from '#core'
import { inUnits } from '../../ui/in-units'
import { moment } from '../../ui/moment'

/** How the seals were put together: what their parts went in with, where they were set and by whom, what moved the shaft since. */
defineProps<{ seals: SealRecord }>()
const BY: Readonly<Record<SettingMethod, string>> = { shoulder: 'from the shoulder', datum: 'from the datum', spacer: 'by spacers', clips: 'by clips' }
const mm = (value: number) => inUnits(value, 'length', 2)
</script>

<template>
  <section
    v-if="seals.settings.length || seals.fluids.length"
    class="plate card"
    aria-labelledby="seals-head"
  >
    <h2 id="seals-head">
      Seals
    </h2>
    <table
      v-if="seals.settings.length"
      class="ruled"
    >
      <thead>
        <tr>
          <th scope="col">
            Set
          </th><th scope="col">
            How
          </th><th
            scope="col"
            class="figure"
          >
            Stands at
          </th><th
            scope="col"
            class="figure"
          >
            Pressed
          </th><th scope="col">
            Verdict
          </th><th scope="col">
            By
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="(line, i) in seals.settings"
          :key="i"
        >
          <td>{{ line.seal }}</td>
          <td>
            {{ BY[line.method] }}<template v-if="!line.counts">, before the work went back</template>
          </td>
          <td class="figure mono">
            {{ line.method === 'clips' ? '—' : mm(line.standsAtMm) }}
          </td>
          <td class="figure mono">
            {{ line.compressionMm === null ? '—' : mm(line.compressionMm) }}
          </td>
          <td>{{ line.verdict ?? '—' }}</td>
          <td>{{ line.by }}, {{ moment(line.at) }}</td>
        </tr>
      </tbody>
    </table>
    <p
      v-for="line in seals.moves"
      :key="line.at"
      class="moved"
    >
      The shaft was moved along: {{ line.why }}<template v-if="line.byMm !== null">, {{ mm(line.byMm) }}</template>. {{ line.by }}, {{ moment(line.at) }}
    </p>
    <ul v-if="seals.fluids.length">
      <li
        v-for="(line, i) in seals.fluids"
        :key="i"
        :class="{ other: line.fluid !== line.sheet }"
      >
        {{ line.part }}: {{ line.fluid === 'dry' ? 'dry' : `in with ${line.fluid}` }}<template v-if="line.fluid !== line.sheet">, the sheet says {{ line.sheet }}</template><template v-if="line.reason">: {{ line.reason }}</template><template v-if="line.allowedBy">
          · {{ line.allowedBy }} stands for it
        </template> <span class="quiet">{{ line.by }}, {{ moment(line.at) }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul { columns: 2 320px; margin-top: 10px; font-size: 15px; }
li { break-inside: avoid; padding: 2px 0; }
.other, .moved { color: var(--oxide); }
.figure { text-align: right; }
</style>
