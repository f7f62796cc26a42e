<script setup lang="ts">
import { computed } from 'vue'
import type { BoltLayout, PullVerdict } from '#core'
import { ringPicture } from './ring-picture'

/** A bolt as it is drawn: its number, whether it is the one in hand, and what its pull was. */
export interface DrawnBolt {
  bolt: number
  number: number
  state: PullVerdict | 'told' | 'skipped' | 'open'
  times: number
}

/** The bolts as they lie; one is in hand. Arrows go through them in the order of their numbers. */
const { layout, bolts, hand, label, deed = 'pulled' } = defineProps<{
  layout: BoltLayout
  bolts: readonly DrawnBolt[]
  hand: number | undefined
  label: string
  /** What is done to each. */
  deed?: 'pulled' | 'eased'
}>()
const emit = defineEmits<{ pick: [bolt: number] }>()

const picture = computed(() => ringPicture(layout))
const words = computed<Record<DrawnBolt['state'], string>>(() => ({
  in: 'in', under: 'under', over: 'over', told: deed === 'eased' ? 'eased' : 'pulled with its pass', skipped: 'skipped',
  open: `not ${deed} yet`,
}))
const nameOf = ({ bolt, number, state, times }: DrawnBolt) =>
  `Bolt ${number}, ${bolt === hand ? 'in hand, ' : ''}${words.value[state]}${times > 1 ? `, ${deed} ${times} times` : ''}`
const drawn = computed(() => bolts.map((bolt, i) => ({ ...bolt, ...picture.value.places[i]!, name: nameOf(bolt) })))
const inHand = computed(() => drawn.value.find(({ bolt }) => bolt === hand))

function go(event: KeyboardEvent): void {
  const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key]
  if (!by) return
  event.preventDefault()
  event.stopPropagation()
  const inOrder = [...drawn.value].sort((a, b) => a.number - b.number)
  const at = inOrder.findIndex(({ bolt }) => bolt === hand)
  emit('pick', inOrder[(at + by + inOrder.length) % inOrder.length]!.bolt)
}
</script>

<template>
  <svg
    class="ring"
    :viewBox="`0 0 ${picture.width} ${picture.height}`"
    role="listbox"
    tabindex="0"
    :aria-label="label"
    :aria-activedescendant="inHand && `bolt-${inHand.bolt}`"
    @keydown="go"
  >
    <path
      v-if="picture.isCircle && drawn.length > 1"
      class="index"
      :d="`M${drawn[0]!.x - 5} 0h10l-5 5z`"
      aria-hidden="true"
    />
    <g
      v-for="one in drawn"
      :id="`bolt-${one.bolt}`"
      :key="one.bolt"
      class="bolt"
      :class="[one.state, { hand: one.bolt === hand }]"
      role="option"
      :aria-selected="one.bolt === hand"
      :aria-label="one.name"
      :transform="`translate(${one.x} ${one.y})`"
      @click="emit('pick', one.bolt)"
    >
      <title>{{ one.name }}</title>
      <path
        v-if="one.state === 'under'"
        :d="`M${-picture.radius} ${-0.8 * picture.radius}H${picture.radius}L0 ${picture.radius}z`"
      />
      <path
        v-else-if="one.state === 'over'"
        :d="`M0 ${-picture.radius}L${picture.radius} 0L0 ${picture.radius}L${-picture.radius} 0z`"
      />
      <circle
        v-else
        :r="picture.radius - 0.6"
      />
      <circle
        v-if="one.bolt === hand"
        class="halo"
        :r="picture.radius + 2"
      />
      <text
        v-if="picture.hasNumbers"
        :font-size="picture.radius"
        text-anchor="middle"
        dominant-baseline="central"
      >{{ one.number }}</text>
      <text
        v-if="one.times > 1 && picture.hasNumbers"
        class="times"
        :x="picture.radius"
        :y="-picture.radius * 0.7"
        :font-size="picture.radius * 0.75"
      >×{{ one.times }}</text>
    </g>
    <g
      v-if="inHand && picture.isCircle && drawn.length > 2"
      class="next"
      aria-hidden="true"
      :transform="`translate(${picture.width / 2} ${picture.height / 2})`"
    >
      <text
        text-anchor="middle"
        dominant-baseline="central"
      >{{ inHand.number }}</text>
    </g>
  </svg>
</template>

<style scoped>
.ring { display: block; width: 100%; max-height: 340px; touch-action: manipulation; }
.ring:focus-visible { outline: 3px solid var(--scribe); outline-offset: 2px; }
.index { fill: var(--oxide); }
.bolt { cursor: pointer; }
.bolt circle, .bolt path { fill: var(--chalk); stroke: var(--rule-strong); stroke-width: 1.2; }
.bolt text { font-family: var(--mono); font-weight: 500; fill: var(--ink); pointer-events: none; }
.bolt.in circle:not(.halo), .bolt.told circle:not(.halo) { fill: var(--verdigris-tint); stroke: var(--verdigris); stroke-width: 2; }
.bolt.told circle:not(.halo) { stroke-dasharray: 3 1.5; }
.bolt.under path { fill: var(--brass-tint); stroke: var(--brass); stroke-width: 2; }
.bolt.over path { fill: var(--oxide-tint); stroke: var(--oxide); stroke-width: 2; }
.bolt.skipped circle:not(.halo) { stroke: var(--oxide); stroke-dasharray: 2 2; stroke-width: 2; }
.bolt .halo { fill: none; stroke: var(--prussian); stroke-width: 2.6; }
.bolt .times { fill: var(--oxide); }
.next text { font: 600 44px var(--label); fill: var(--prussian); }
</style>
