<script setup lang="ts">
import { computed } from 'vue'
import { settingOf, type Part, type Seal } from '#core'
import { useBench } from '../../job/use-bench'
import type { Section } from '../../ui/drawings/section/lay-out'
import SectionDrawing from '../../ui/drawings/SectionDrawing.vue'
import { inUnits } from '../../ui/in-units'

/** A seal in half section: what is in hand is lit, what is missing is an outline; wet, dry and untouched at their parts, the setting. */
const { seal, parts, out, fresh, lit } = defineProps<{
  seal: Seal
  parts: readonly Part[]
  out: ReadonlySet<string>
  /** Parts that went in new. */
  fresh: ReadonlySet<string>
  lit: ReadonlySet<string>
}>()
const emit = defineEmits<{ pick: [part: string] }>()
const { job } = useBench()

const setting = computed(() => {
  if (!seal.setting?.drawn) return null
  const { method, drawn } = seal.setting
  const { standsAtMm, compressionMm } = settingOf(seal.setting, { method })
  // Spacers and clips hold a press, the others a place along the shaft.
  const text = method === 'clips' || method === 'spacer' ? `pressed ${inUnits(compressionMm!, 'length', 1)}` : inUnits(Math.abs(standsAtMm), 'length', 1)
  return { drawn, text, isFromDatum: method === 'datum' }
})
/** The axis that the seal lies on: that of its first drawn part. */
const axis = computed(() => parts.flatMap(({ outlines }) => outlines ?? [])[0]?.axis)
interface Line { d: string, x: number, y: number, isUpright: boolean, datum: string, from: { x: number, y: number }, to: { x: number, y: number } }
function dimension(section: Section, { drawn, isFromDatum }: { drawn: { fromMm: number, toMm: number, acrossMm: number }, isFromDatum: boolean }): Line {
  const from = section.point(drawn.fromMm, drawn.acrossMm, axis.value)
  const to = section.point(drawn.toMm, drawn.acrossMm, axis.value)
  const onAxis = section.point(drawn.toMm, 0, axis.value)
  return {
    d: `M${from.x} ${from.y}L${to.x} ${to.y}`, from, to,
    x: (from.x + to.x) / 2, y: (from.y + to.y) / 2, isUpright: Math.abs(from.y - to.y) > Math.abs(from.x - to.x),
    datum: isFromDatum ? `M${onAxis.x} ${onAxis.y}L${to.x} ${to.y}` : '',
  }
}

type Sign = 'wet' | 'dry' | 'face'
const signOf = ({ wetting }: Part): Sign | null => !wetting ? null : wetting.place === 'face' ? 'face' : wetting.with === 'dry' ? 'dry' : 'wet'
/** What stands at a part: at its first piece in the drawing. */
const signs = (section: Section) => {
  const first = new Map(section.pieces.map(piece => [piece.part.key, piece]).reverse() as [string, Section['pieces'][number]][])
  return [...first.values()].flatMap(({ part, box }) => {
    const [sign, isFresh] = [signOf(part), fresh.has(part.key)]
    return sign || isFresh ? [{ key: part.key, sign, isFresh, x: (box.x0 + box.x1) / 2, y: (box.y0 + box.y1) / 2 }] : []
  })
}
const names = (keys: ReadonlySet<string>) => parts.filter(({ key }) => keys.has(key)).map(({ name }) => name).join(', ')
const label = computed(() => [
  `${seal.name} in half section.`, lit.size > 0 ? `In hand: ${names(lit)}.` : '', out.size > 0 ? `Not in: ${names(out)}.` : 'All of it is in.',
  fresh.size > 0 ? `New: ${names(fresh)}.` : '',
  setting.value ? `${seal.setting!.from}: ${setting.value.text}.` : '',
].filter(Boolean).join(' '))
</script>

<template>
  <div class="seal-section">
    <SectionDrawing
      v-slot="{ section }"
      :parts="parts"
      :axes="job.sheet.axes"
      :out="out"
      :lit="lit"
      balloons="lit"
      :label="label"
      @pick="emit('pick', $event)"
    >
      <g
        v-for="{ key, sign, isFresh, x, y } in signs(section)"
        :key="key"
        class="sign"
        :class="sign"
        :transform="`translate(${x} ${y})`"
      >
        <path
          v-if="sign === 'face'"
          d="M-4.5 0a4.5 4.5 0 1 0 9 0a4.5 4.5 0 1 0 -9 0M-3.2 3.2L3.2 -3.2"
        />
        <template v-else-if="sign">
          <path d="M0 -6C2.4 -2.6 4 -.8 4 1.4A4 4 0 0 1 -4 1.4C-4 -.8 -2.4 -2.6 0 -6Z" />
          <path
            v-if="sign === 'dry'"
            d="M-4.5 4.5L4.5 -4.5"
          />
        </template>
        <text
          v-if="isFresh"
          :x="sign ? 9 : 0"
          y="4"
        >
          n
        </text>
      </g>
      <g
        v-for="line in setting ? [dimension(section, setting)] : []"
        :key="line.d"
        class="setting"
      >
        <path
          class="datum"
          :d="line.datum"
        />
        <path :d="line.d" />
        <circle
          v-for="(end, i) in [line.from, line.to]"
          :key="i"
          :cx="end.x"
          :cy="end.y"
          r="3.2"
        />
        <text
          :x="line.isUpright ? line.x - 8 : line.x"
          :y="line.isUpright ? line.y + 4 : line.y - 7"
          :class="{ beside: line.isUpright }"
        >
          {{ setting!.text }}
        </text>
      </g>
    </SectionDrawing>
  </div>
</template>

<style>
.seal-section { height: 260px; }
.seal-section :is(.piece, .balloon) { cursor: pointer; }
.seal-section .sign path { fill: var(--chalk); stroke: var(--prussian); stroke-width: 1.5; }
.seal-section .sign.wet path { fill: var(--scribe); stroke: var(--chalk); }
.seal-section .sign text { font: 700 12px var(--mono); fill: var(--verdigris); stroke: var(--chalk); stroke-width: 4; paint-order: stroke; text-anchor: middle; }
.seal-section .setting path { fill: none; stroke: var(--scribe); stroke-width: 1.8; }
.seal-section .setting .datum { stroke-dasharray: 5 3; }
.seal-section .setting circle { fill: var(--scribe); }
.seal-section .setting text { font: 600 13px var(--mono); fill: var(--scribe); stroke: var(--chalk); stroke-width: 5; paint-order: stroke; text-anchor: middle; }
.seal-section .setting .beside { text-anchor: end; }
</style>
