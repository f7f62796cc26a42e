<script setup lang="ts">
import { computed, ref } from 'vue'
import AskDialog from '../../ui/AskDialog.vue'
import { placesOf } from './places'
import { useBench } from '../../job/use-bench'

/** The account of parts as a table: every piece of the machine and where it is. */
const bench = useBench()
const open = defineModel<boolean>({ required: true })
const all = ref(false)
const lines = computed(() => bench.account.value.filter(line => all.value || line.out > 0 || line.scrapped > 0 || line.fromKit > 0))
function show(part: string) {
  open.value = false
  bench.pickPart(part)
}
</script>

<template>
  <AskDialog
    v-model="open"
    title="Account of parts"
    :width="860"
    leave="Back to the bench"
  >
    <label class="all"><input
      v-model="all"
      type="checkbox"
    > also what is in the machine</label>
    <p
      v-if="!lines.length"
      class="quiet"
    >
      Nothing is out of the machine.
    </p>
    <div
      v-else
      class="scroll"
      role="region"
      aria-label="Account of parts"
      tabindex="0"
    >
      <table class="ruled">
        <thead>
          <tr>
            <th>Part</th><th class="num">
              Pieces
            </th><th class="num">
              In
            </th><th class="num">
              Out
            </th><th>Where</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="line in lines"
            :key="line.part.key"
          >
            <td>
              <button
                type="button"
                class="link"
                @click="show(line.part.key)"
              >
                {{ line.part.name }}
              </button>
            </td>
            <td class="num">
              {{ line.part.count }}
            </td>
            <td class="num">
              {{ line.inMachine }}
            </td>
            <td class="num">
              {{ line.out }}
            </td>
            <td>{{ placesOf(line).map(place => `${place.count} ${place.name}`).join(', ') || (line.out ? 'to be replaced' : 'in the machine') }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </AskDialog>
</template>

<style scoped>
.all { display: inline-flex; gap: 8px; align-items: center; min-height: 44px; }
.scroll { max-height: 60vh; overflow: auto; }
.link { min-height: 36px; background: none; border: 0; padding: 0; color: var(--scribe); text-decoration: underline; cursor: pointer; text-align: left; }
@media (pointer: coarse) { .link { min-height: 44px; } }
</style>
