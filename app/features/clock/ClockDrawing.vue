<script setup lang="ts">
import { computed, ref } from 'vue'
import { ALL_ROUND_DEG, angleBetween, arcMiddle, arcWidth, degrees, hasPlace, kindName, roundTurn, sayArc, type Arc, type EvidenceItem } from '#core'
import { arcPath, CLOCK_HALF, drawnArc, placeOn, ringsOf, under } from './clock-picture'
import ClockRing, { type DrawnArc } from './ClockRing.vue'
import { hatchOf, lettersOf, SEVERITY_WORDS, type Hatch } from './finding-look'
import type { Ghost } from './use-before'
import { isDrawn, type DrawnFinding } from './use-clock'

/** One ring a part, the first outermost; findings as arcs, clockwise from the index at 12. A finger draws an arc, or turns a ring. */
const { rings, findings, picked, lit, draft, mayDraw, turns, landmarks, ghosts = [] } = defineProps<{
  rings: readonly EvidenceItem[]
  findings: readonly DrawnFinding[]
  picked: string | null
  lit: { supports: ReadonlySet<number | string>, contradicts: ReadonlySet<number | string> } | null
  draft: Arc | null
  mayDraw: boolean
  /** A drag turns the picked ring instead of drawing on it. */
  turns: boolean
  landmarks: readonly { name: string, deg: number }[]
  /** Findings of another overhaul, faint behind these. */
  ghosts?: readonly Ghost[]
}>()
const emit = defineEmits<{ pick: [key: string, arc: Arc | null], turn: [byDeg: number], show: [at: number] }>()

const picture = computed(() => ringsOf(rings.length))
const ringOf = computed(() => new Map(rings.map(({ key }, i) => [key, picture.value[i]!])))
const TONES: Record<Hatch, string> = {
  contact: 'scribe', wear: 'brass', heat: 'oxide', chemistry: 'verdigris', break: 'ink', shape: 'slate', clean: 'verdigris',
}
/** How a finding stands to the cause that is lit. */
const stateOf = (at: number) => !lit ? '' : lit.supports.has(at) ? 'for' : lit.contradicts.has(at) ? 'against' : 'beside'
/** Where the letters of what goes all round stand, out of the way of what lies at the bottom. */
const LETTERS_OF_ROUND_DEG = 45
const arcs = computed<DrawnArc[]>(() => findings.filter(isDrawn).flatMap(({ finding, at }) => {
  const ring = ringOf.value.get(finding.part)
  if (!ring) return []
  const middle = placeOn(arcWidth(finding) >= ALL_ROUND_DEG ? LETTERS_OF_ROUND_DEG : arcMiddle(finding), ring.middleMm)
  const hatch = hatchOf(finding.kind)
  return [{
    at, part: finding.part, path: arcPath(finding, ring), middle, hatch, tone: TONES[hatch], severity: finding.severity,
    letters: finding.kind === 'clean' ? '✓' : lettersOf(finding.kind), size: Math.min(13, (ring.outerMm - ring.innerMm) * 0.66),
    state: stateOf(at),
    name: `${rings.find(({ key }) => key === finding.part)!.name}: ${kindName(finding.kind)}, ${sayArc(finding)}, ${
      SEVERITY_WORDS[finding.severity as 1]}`,
  }]
}))
/** What was looked at and has no place: letters beside the number of its ring. */
const placeless = computed(() => rings.map(({ key, name }, i) => {
  const own = findings.filter(({ finding }) => finding.part === key && !hasPlace(finding))
  const { middleMm, innerMm, outerMm } = picture.value[i]!
  return {
    key, size: Math.min(13, (outerMm - innerMm) * 0.66), isClean: own.length > 0 && own.every(({ finding }) => finding.kind === 'clean'),
    marks: own.map(({ finding, at }, n) => ({
      at, letters: finding.kind === 'clean' ? '✓' : lettersOf(finding.kind), tone: TONES[hatchOf(finding.kind)],
      ...placeOn(-degrees((FIRST_BESIDE_MM + n * NEXT_BESIDE_MM) / middleMm), middleMm),
      name: `${name}: ${kindName(finding.kind)}, place not known`,
      state: stateOf(at),
    })),
  }
}))
const [FIRST_BESIDE_MM, NEXT_BESIDE_MM] = [26, 22] as const
const NO_ARCS: readonly DrawnArc[] = []
/** By ring, so that a ring that is turned moves alone and the others are not made anew. */
const arcsOf = computed(() => {
  const byRing = new Map<string, DrawnArc[]>()
  for (const arc of arcs.value) byRing.set(arc.part, [...byRing.get(arc.part) ?? [], arc])
  return byRing
})
const faint = computed(() => ghosts.flatMap((ghost) => {
  const ring = ringOf.value.get(ghost.part)
  return ring ? [{ path: arcPath(ghost, ring), name: `before: ${ghost.kind}, ${sayArc(ghost)}` }] : []
}))
const HATCH_LINES = [
  ['contact', 'M0 8L8 0'], ['wear', 'M0 0L8 8'], ['break', 'M0 0L8 8M0 8L8 0'], ['chemistry', 'M0 3H8M0 7H8'], ['shape', 'M2 0V8M6 0V8'],
] as const
const ticks = Array.from({ length: 12 }, (_, hour) => ({ hour: hour || 12, ...placeOn(hour * 30, 316) }))

const svg = ref<SVGSVGElement>()
interface Drag { ring: number, startDeg: number, lastDeg: number, movedDeg: number }
const drag = ref<Drag | null>(null)
const shownDraft = computed(() => drag.value
  ? { key: rings[drag.value.ring]!.key, arc: drawnArc(drag.value.startDeg, drag.value.movedDeg) }
  : draft && picked ? { key: picked, arc: draft } : null)

function locate(event: PointerEvent) {
  const box = svg.value!.getBoundingClientRect()
  const scale = 2 * CLOCK_HALF / Math.min(box.width, box.height)
  return under((event.clientX - box.left - box.width / 2) * scale, (event.clientY - box.top - box.height / 2) * scale, picture.value)
}
function down(event: PointerEvent): void {
  const { deg, ring } = locate(event)
  if (ring === null || (turns && rings[ring]!.key !== picked)) return
  if (!mayDraw) return emit('pick', rings[ring]!.key, null)
  svg.value!.setPointerCapture(event.pointerId)
  const begun: Drag = { ring, startDeg: deg, lastDeg: deg, movedDeg: 0 }
  if (turns) turned = { ...begun, group: svg.value!.querySelector('.ring.picked')! }
  else drag.value = begun
}
/** A ring that is turned follows the finger by itself: nothing else is drawn anew for it. */
let turned: (Drag & { group: Element }) | null = null
const further = (from: Drag, deg: number) => ({ lastDeg: deg, movedDeg: from.movedDeg + angleBetween(from.lastDeg, deg) })
function move(event: PointerEvent): void {
  if (turned) {
    Object.assign(turned, further(turned, locate(event).deg))
    turned.group.setAttribute('transform', `rotate(${turned.movedDeg})`)
  } else if (drag.value) drag.value = { ...drag.value, ...further(drag.value, locate(event).deg) }
}
function up(): void {
  if (turned) {
    turned.group.removeAttribute('transform')
    emit('turn', Math.round(turned.movedDeg))
  } else if (drag.value) emit('pick', rings[drag.value.ring]!.key, drawnArc(drag.value.startDeg, drag.value.movedDeg))
  drop()
}
function drop(): void {
  turned?.group.removeAttribute('transform')
  turned = null
  drag.value = null
}

const STEP_DEG = 5
/** Arrows go through the rings; with a ring picked, left and right move the arc, shift makes it longer. */
function key(event: KeyboardEvent): void {
  const index = rings.findIndex(item => item.key === picked)
  const along = { ArrowUp: -1, ArrowDown: 1 }[event.key]
  const round = { ArrowLeft: -STEP_DEG, ArrowRight: STEP_DEG }[event.key]
  if (along !== undefined) emit('pick', rings[Math.min(rings.length - 1, Math.max(0, index + along))]!.key, null)
  else if (round !== undefined && turns) emit('turn', round)
  else if (round !== undefined && picked && mayDraw) {
    const arc = draft ?? { fromDeg: 0, toDeg: 0 }
    emit('pick', picked, event.shiftKey
      ? { fromDeg: arc.fromDeg, toDeg: roundTurn(arc.toDeg + round) }
      : { fromDeg: roundTurn(arc.fromDeg + round), toDeg: roundTurn(arc.toDeg + round) })
  } else return
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <svg
    ref="svg"
    class="clock"
    :class="{ draws: mayDraw, turns }"
    :viewBox="`${-CLOCK_HALF} ${-CLOCK_HALF} ${2 * CLOCK_HALF} ${2 * CLOCK_HALF}`"
    role="group"
    tabindex="0"
    aria-label="The clock: rings of the parts, findings as arcs from 12 o’clock. Arrows up and down go through the rings, left and right move the arc, with shift they make it longer."
    @pointerdown="down"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="drop"
    @keydown="key"
  >
    <defs>
      <pattern
        v-for="[name, d] in HATCH_LINES"
        :id="`hatch-${name}`"
        :key="name"
        width="8"
        height="8"
        patternUnits="userSpaceOnUse"
      >
        <path
          :d="d"
          :class="`line ${TONES[name]}`"
        />
      </pattern>
      <pattern
        id="hatch-heat"
        width="6"
        height="6"
        patternUnits="userSpaceOnUse"
      >
        <circle
          cx="3"
          cy="3"
          r="1.6"
          class="dot"
        />
      </pattern>
    </defs>
    <path
      class="index"
      :d="`M-7 ${-CLOCK_HALF + 2}h14l-7 10z`"
    />
    <text
      v-for="tick in ticks.slice(1)"
      :key="tick.hour"
      class="hour"
      :x="tick.x"
      :y="tick.y"
    >{{ tick.hour }}</text>
    <g
      v-for="mark in landmarks"
      :key="mark.name"
      class="landmark"
      :transform="`rotate(${mark.deg})`"
    >
      <path d="M0 -304V-40" />
      <text
        :transform="`translate(0 -50) rotate(${-mark.deg})`"
      >{{ mark.name }}</text>
    </g>
    <g
      v-for="(item, i) in rings"
      :key="item.key"
      class="ring"
      :class="[item.motion, { picked: item.key === picked }]"
    >
      <ClockRing
        :ring="picture[i]!"
        :arcs="arcsOf.get(item.key) ?? NO_ARCS"
        :is-clean="placeless[i]!.isClean"
      />
    </g>
    <template
      v-for="one in placeless"
      :key="`beside-${one.key}`"
    >
      <g
        v-for="mark in one.marks"
        :key="mark.at"
        class="finding"
        :class="[mark.tone, mark.state]"
        role="img"
        :aria-label="mark.name"
        :transform="`translate(${mark.x} ${mark.y})`"
      >
        <title>{{ mark.name }}</title>
        <circle
          class="plaque edged"
          :r="one.size * 0.78"
        />
        <text :font-size="one.size * 0.8">{{ mark.letters }}</text>
      </g>
    </template>
    <path
      v-for="(ghost, i) in faint"
      :key="`ghost-${i}`"
      class="ghost"
      :d="ghost.path"
    ><title>{{ ghost.name }}</title></path>
    <path
      v-if="shownDraft && ringOf.get(shownDraft.key)"
      class="draft"
      fill-rule="evenodd"
      :d="arcPath(shownDraft.arc, ringOf.get(shownDraft.key)!)"
    />
    <g
      v-for="(item, i) in rings"
      :key="`number-${item.key}`"
      class="number"
      :class="{ picked: item.key === picked }"
      :transform="`translate(0 ${-picture[i]!.middleMm})`"
    >
      <circle :r="Math.min(11, (picture[i]!.outerMm - picture[i]!.innerMm) * 0.56)" />
      <text :font-size="Math.min(13, (picture[i]!.outerMm - picture[i]!.innerMm) * 0.7)">{{ i + 1 }}</text>
    </g>
  </svg>
</template>

<style scoped>
.clock { display: block; width: 100%; max-height: calc(100vh - 190px); touch-action: none; user-select: none; }
.clock:focus { outline: none; }
.clock:focus-visible { outline: 3px solid var(--scribe); outline-offset: -3px; }
.draws .ring { cursor: crosshair; }
.turns .ring.picked { cursor: grab; }
/* While one ring turns under the finger the others are outlines: hatches cost a cheap tablet its frames. */
.turns .ring:not(.picked) :deep(.finding > path) { fill: none; }
:deep(.band) { fill: var(--chalk); stroke: var(--rule-strong); stroke-width: 1; }
:deep(.band.clean) { fill: var(--verdigris-tint); }
.ring.turning :deep(.band) { stroke-dasharray: 5 3; }
.ring.picked :deep(.band) { stroke: var(--prussian); stroke-width: 2.4; stroke-dasharray: none; }
.index { fill: var(--oxide); }
:deep(text), text { text-anchor: middle; dominant-baseline: central; font-family: var(--mono); fill: var(--ink); pointer-events: none; }
.hour { font-size: 12px; fill: var(--slate); }
.landmark path { stroke: var(--rule-strong); stroke-width: 1; stroke-dasharray: 2 4; }
.landmark text { font: 500 12px var(--label); fill: var(--slate); }
:deep(.finding > path) { stroke: var(--tone); stroke-width: 1.2; }
:deep(.finding.s2 > path) { stroke-width: 2.2; }
:deep(.finding.s3 > path) { stroke-width: 4; }
:deep(.finding.s1) { opacity: 0.8; }
:deep(.plaque) { fill: var(--chalk); }
.plaque.edged { stroke: var(--tone); stroke-width: 1.4; }
:deep(.finding.for .plaque) { stroke: var(--tone); stroke-width: 3; }
:deep(.finding text) { font-weight: 600; fill: var(--tone); }
:deep(.finding.for > path) { stroke-width: 5; }
:deep(.finding.against > path) { stroke-width: 3; stroke-dasharray: 7 4; }
:deep(.finding.beside) { opacity: 0.28; }
:deep(.scribe), .scribe { --tone: var(--scribe); }
:deep(.brass), .brass { --tone: var(--brass); }
:deep(.oxide), .oxide { --tone: var(--oxide); }
:deep(.verdigris), .verdigris { --tone: var(--verdigris); }
:deep(.ink), .ink { --tone: var(--ink); }
:deep(.slate), .slate { --tone: var(--slate); }
.line { stroke: var(--tone); stroke-width: 1.3; fill: none; }
.dot { fill: var(--oxide); }
.ghost { fill: none; stroke: var(--slate); stroke-width: 1.4; stroke-dasharray: 2 3; opacity: 0.8; pointer-events: none; }
.draft { fill: var(--brass-tint); stroke: var(--brass); stroke-width: 3; pointer-events: none; }
.number { pointer-events: none; }
.number circle { fill: var(--paper); stroke: var(--rule-strong); }
.number.picked circle { fill: var(--prussian); stroke: var(--prussian); }
.number.picked text { fill: var(--chalk); }
.number text { font-weight: 600; }
@media print { .clock { max-height: 118mm; } }
</style>
