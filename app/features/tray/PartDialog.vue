<script setup lang="ts">
import { computed, ref } from 'vue'
import { DomainError, formatQuantity, PLACES, rungsOf, shortestWayIn, type PartLine, type Step } from '#core'
import AskDialog from '../../ui/AskDialog.vue'
import AttachmentStrip from '../../job/AttachmentStrip.vue'
import PhotoButton from '../../job/PhotoButton.vue'
import PhotoStrip from '../../job/PhotoStrip.vue'
import { placesOf } from './places'
import { tagHere } from './tag-here'
import { useBench } from '../../job/use-bench'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'

/** One part: where its pieces are, the way in to it, its rung; and moving pieces from place to place. */
const bench = useBench()
const { job } = bench
const open = defineModel<boolean>({ required: true })
const line = computed<PartLine | undefined>(() => bench.account.value.find(entry => entry.part.key === bench.pickedPart.value))
const rungs = computed(() =>
  rungsOf(bench.sheet.value).filter(rung =>
    [...(rung.off.removes ?? []), ...(rung.on.refits ?? [])].some(piece => piece.part === line.value?.part.key),
  ),
)
const way = computed(() => {
  if (!line.value || line.value.out === line.value.part.count) return null
  try {
    const found = shortestWayIn(job.sheet, job.state, line.value.part.key)
    return found.steps.length ? found : null
  } catch (error) {
    if (error instanceof DomainError) return null
    throw error
  }
})
const photos = computed(() => job.state.photos.filter(photo => photo.part === line.value?.part.key))
const places = computed(() => line.value ? placesOf(line.value) : [])
const from = ref('')
const [to, count, reason] = [ref('washing'), ref(1), ref('')]
const [lot, serial] = [ref(''), ref('')]
const KIT = 'kit'
const start = computed(() => from.value === KIT || places.value.some(place => place.key === from.value) ? from.value : places.value[0]?.key ?? '')

/** All places where one stands; while a tag is typed over it, none lies over what comes next. */
function suggestPlaces(text: string) {
  const typed = text.trim().toLowerCase()
  const isPlace = PLACES.some(place => place === typed)
  return PLACES.filter(place => isPlace || place.startsWith(typed)).map(value => ({ value }))
}

function show(step: Step) {
  bench.look(step)
  open.value = false
}
function move() {
  const wanted = to.value.trim()
  const place = PLACES.find(name => name === wanted.toLowerCase())
  const { tag, problem } = place ? { tag: place, problem: null } : tagHere(wanted, job.meta.number)
  if (problem) job.refusal = problem
  else if (
    tag
    && job.act('part-moved', {
      part: line.value!.part.key,
      count: count.value,
      from: start.value,
      to: tag,
      ...(reason.value.trim() ? { reason: reason.value.trim() } : {}),
      ...(start.value === KIT && lot.value.trim() ? { lot: lot.value.trim() } : {}),
      ...(start.value === KIT && serial.value.trim() ? { serial: serial.value.trim() } : {}),
    })
  )
    reason.value = lot.value = serial.value = ''
}
</script>

<template>
  <AskDialog
    v-model="open"
    :title="line ? `${line.part.count > 1 ? `${line.part.count} × ` : ''}${line.part.name}` : ''"
    :width="620"
    leave="Back to the bench"
  >
    <template v-if="line">
      <p
        v-if="line.part.handling"
        class="quiet"
      >
        {{ line.part.handling }}
      </p>
      <p
        v-if="line.part.seenFrom || line.part.centreOfMassMm !== undefined"
        class="quiet"
      >
        <template v-if="line.part.seenFrom">
          Its clock is read from: {{ line.part.seenFrom }}.
        </template>
        <template v-if="line.part.centreOfMassMm !== undefined">
          It hangs level at {{ formatQuantity(line.part.centreOfMassMm, 'length', { decimals: 0 }) }} along its axis.
        </template>
      </p>
      <dl>
        <dt>Where</dt>
        <dd>
          <span v-if="line.inMachine">{{ line.inMachine }} in the machine</span>
          <span
            v-for="place in places"
            :key="place.key"
          >{{ place.count }} {{ place.name }}</span>
          <span v-if="line.fromKit">{{ line.fromKit }} new from the kit</span>
        </dd>
        <template v-if="way">
          <dt>Way in</dt>
          <dd>
            <strong class="mono">{{ way.steps.length }} steps, {{ way.minutes }} min</strong>
            <button
              v-if="way.steps[0]"
              type="button"
              class="link"
              @click="show(way.steps[0])"
            >
              begins with “{{ way.steps[0].short ?? way.steps[0].title }}”
            </button>
            <span
              v-for="other in way.alternatives"
              :key="JSON.stringify(other.ways)"
              class="quiet"
            >or {{ other.steps.length }} steps, {{ other.minutes }} min ({{ Object.values(other.ways).join(', ') }})</span>
          </dd>
        </template>
        <template
          v-for="rung in rungs"
          :key="rung.key"
        >
          <dt>Rung</dt>
          <dd>
            <button
              type="button"
              class="link"
              @click="show(rung.off)"
            >
              off: {{ rung.off.short ?? rung.off.title }}
            </button> <button
              type="button"
              class="link"
              @click="show(rung.on)"
            >
              on: {{ rung.on.short ?? rung.on.title }}
            </button>
            <span class="quiet">{{ bench.openKeys.value.has(rung.key) ? 'open' : bench.statusOf(rung.on) === 'done' ? 'closed' : 'not opened' }}</span>
          </dd>
        </template>
      </dl>
      <AttachmentStrip :attachments="line.part.attachments ?? []" />
      <PhotoStrip
        :photos="photos"
        :job-id="job.isPractice ? null : job.meta.id"
      />
      <template v-if="bench.mayWork.value">
        <PhotoButton
          :of="{ part: line.part.key }"
        />
        <fieldset v-if="places.length">
          <legend>Move pieces</legend>
          <el-input-number
            v-model="count"
            :min="1"
            :max="line.part.count"
            value-on-clear="min"
            step-strictly
            controls-position="right"
            aria-label="How many"
          />
          <ChoiceSelect
            :model-value="start"
            label="From"
            :choices="[...places.map(place => ({ value: place.key, label: place.name })), { value: KIT, label: 'from the kit' }]"
            @update:model-value="from = $event"
          />
          <el-autocomplete
            v-model="to"
            :fetch-suggestions="suggestPlaces"
            aria-label="To: washing, outside, scrapped, loose or a tag"
          />
          <template v-if="start === KIT">
            <el-input
              v-model="serial"
              class="mono"
              placeholder="serial"
              maxlength="60"
              aria-label="Serial number of the new one"
            />
            <el-input
              v-model="lot"
              class="mono new"
              placeholder="batch"
              maxlength="60"
              aria-label="Batch of the new one"
            />
          </template>
          <el-input
            v-model="reason"
            class="reason"
            placeholder="reason, when something is written off"
            aria-label="Reason"
          />
          <el-button @click="move">
            Move
          </el-button>
        </fieldset>
        <RefusalNote :text="job.refusal" />
      </template>
    </template>
  </AskDialog>
</template>

<style scoped>
dl { display: grid; grid-template-columns: 74px 1fr; margin: 8px 0; }
dt, dd { padding: 6px 0; margin: 0; border-bottom: 1px solid var(--rule); }
dt { color: var(--slate); }
dd > span, dd > strong { display: block; font-weight: 500; }
.link + .link { margin-left: 18px; }
.link { min-height: 32px; background: none; border: 0; padding: 0; color: var(--scribe); text-decoration: underline; cursor: pointer; text-align: left; }
fieldset { display: grid; grid-template-columns: 104px 1fr 1fr; gap: 6px; margin: 12px 0 0; border: 1px solid var(--rule-strong); padding: 8px 12px 12px; }
.reason { grid-column: 1 / 3; }
.new { grid-column: 2 / 4; }
@media (pointer: coarse) { .link { min-height: 44px; } }
</style>
