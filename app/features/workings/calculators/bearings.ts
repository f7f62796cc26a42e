import {
  bearingAlignment,
  bearingPinch,
  centreEndClearance,
  clearanceGroupsOf,
  locknutTabs,
  plasticGaugeClearance,
  recommendedSeat,
  sleeveClearance,
  thrustFloat,
  type SleeveMeasurement,
} from '#core'
import { askWorker } from '../../../workers/ask-worker'
import { calculator, mm, um, umRange, type Result } from '../calculator'
import { choice, optional, plain, quantity, rows, several } from '../fields'

const KINDS = { deepGrooveBall: 'Deep groove ball', cylindricalRoller: 'Cylindrical roller' }
/** A made-up strip, so that there is something to try; each box has its own scale printed on it. */
const SCALE_START = '2.30:38;1.70:51;1.15:76;0.85:102'
const scaleField = () => rows('Scale of the strip', ['width, mm', 'clearance, µm'], SCALE_START, { hint: 'as printed on its wrapper' })
const scaleOf = (table: number[][]) => table.map(([widthMm, clearanceUm]) => ({ widthMm: widthMm!, clearanceUm: clearanceUm! }))
const range = (min: number, max: number) => ({ minUm: min, maxUm: max })
const of = (...methods: string[]) => (texts: Readonly<Record<string, string>>) => methods.includes(texts.method ?? '')
const pushes = (table: number[][]) => table.map(([oneStopMm, otherStopMm]) => ({ oneStopMm: oneStopMm!, otherStopMm: otherStopMm! }))

export const bearingCalculators = [
  calculator({
    key: 'rolling-clearance',
    title: 'Clearance of a new bearing',
    about: 'Radial internal clearance of an unmounted bearing by its group, ISO 5753-1.',
    fields: {
      kind: choice('Bearing', KINDS),
      bore: quantity('Bore', 'length', '70'),
      measured: optional(quantity('Measured clearance', 'length', '', { unit: 'µm' })),
    },
    blames: { boreMm: 'bore' },
    compute({ kind, bore, measured }) {
      const { groups, working } = clearanceGroupsOf(kind, bore, measured)
      return {
        results: groups.map(({ group, minUm, maxUm, holds }): Result => ({
          label: group,
          word: `${minUm} … ${maxUm} µm${holds ? ' · the measured one lies here' : ''}`,
          main: measured === undefined ? group === 'CN' : holds,
        })),
        working,
      }
    },
  }),
  calculator({
    key: 'operating-clearance',
    title: 'Clearance at work',
    about: 'What is left of the clearance once the rings are fitted and warm, as a distribution.',
    fields: {
      bore: quantity('Bore', 'length', '70'),
      out: quantity('Outside', 'length', '150'),
      min: quantity('Unmounted from', 'length', '25', { unit: 'µm' }),
      max: quantity('to', 'length', '51', { unit: 'µm' }),
      shaftMin: quantity('Interference on the shaft from', 'length', '2', { unit: 'µm' }),
      shaftMax: quantity('to', 'length', '36', { unit: 'µm' }),
      housingMin: quantity('Interference in the housing from', 'length', '-68', { unit: 'µm', hint: 'negative is loose' }),
      housingMax: quantity('to', 'length', '0', { unit: 'µm' }),
      warmMin: plain('Inner ring warmer by', '3', { unit: 'K' }),
      warmMax: plain('to', '8', { unit: 'K' }),
      shaftBore: quantity('Bore of the shaft, 0 if solid', 'length', '0'),
    },
    blames: {
      outerDiameterMm: 'out',
      unmountedUm: 'max',
      shaftInterferenceUm: 'shaftMax',
      housingInterferenceUm: 'housingMax',
      innerWarmerK: 'warmMax',
      innerBoreMm: 'shaftBore',
    },
    async compute(v) {
      const found = await askWorker('operatingClearance', {
        boreMm: v.bore,
        outerDiameterMm: v.out,
        unmountedUm: range(v.min, v.max),
        shaftInterferenceUm: range(v.shaftMin, v.shaftMax),
        housingInterferenceUm: range(v.housingMin, v.housingMax),
        innerWarmerK: { min: v.warmMin, max: v.warmMax },
        shaftBoreMm: v.shaftBore,
      })
      return {
        results: [
          um('Mean clearance at work', found.meanUm, { signed: true, main: true }),
          {
            label: 'Chance of preload',
            value: found.chanceOfPreload * 100,
            kind: 'share',
            decimals: 1,
            main: true,
            verdict: found.verdict,
          },
          umRange('Nine of ten', found.p5Um, found.p95Um),
        ],
        working: found.working,
        drawing: { kind: 'histogram', bins: found.bins, minUm: found.minUm, maxUm: found.maxUm },
      }
    },
  }),
  calculator({
    key: 'seat',
    title: 'Usual seats',
    about: 'Which seats a rolling bearing usually has on its shaft and in its housing.',
    fields: {
      rolling: choice('Bearing', { ball: 'Ball', roller: 'Roller' }),
      on: choice('The load goes round on', { inner: 'the inner ring', outer: 'the outer ring', undetermined: 'neither for sure' }),
      load: choice('Load', { normal: 'normal', light: 'light, below 0.06 C', heavy: 'heavy, above 0.12 C' }),
      bore: quantity('Bore', 'length', '70'),
      moves: choice('Outer ring', { no: 'may stay where it is', yes: 'must move along' }),
    },
    blames: { boreMm: 'bore' },
    compute({ rolling, on, load, bore, moves }) {
      const seat = recommendedSeat({ rolling, rotatingLoadOn: on, load, boreMm: bore, outerMustMove: moves === 'yes' })
      return {
        results: [
          { label: 'Shaft', word: seat.shaft, main: true },
          { label: 'Housing', word: seat.housing, main: true },
        ],
        working: seat.working,
        caution: 'General practice for solid steel shafts and stout housings. Drawing and maker stand above it.',
      }
    },
  }),
  calculator({
    key: 'sleeve',
    title: 'Clearance of a sleeve bearing',
    about: 'Running clearance by two surveys, plastic gauge, lead wire or lift, and what is usual.',
    fields: {
      method: choice('Measured by', {
        'two surveys': 'two surveys',
        'plastic gauge': 'plastic gauge',
        'lead wire': 'lead wire',
        'lift': 'lift',
      }),
      bore: quantity('Bore', 'length', '80.125', { when: of('two surveys') }),
      journal: quantity('Journal', 'length', '79.985'),
      widths: several('Widths of the strips', 'length', '1.20; 1.15; 1.18', { when: of('plastic gauge') }),
      scale: { ...scaleField(), when: of('plastic gauge') },
      top: several('Wires over the journal', 'length', '0.21; 0.22', { when: of('lead wire') }),
      joint: several('Wires in the joint', 'length', '0.05; 0.05; 0.06; 0.05', { when: of('lead wire') }),
      lifts: several('Lifts', 'length', '0.13; 0.14', { when: of('lift') }),
      speed: quantity('Speed', 'speed', '1480'),
    },
    blames: { boreMm: 'bore', diameterMm: 'journal', widthMm: 'widths', topWiresMm: 'top', jointWiresMm: 'joint', liftsMm: 'lifts' },
    compute({ method, bore, journal, widths, scale, top, joint, lifts, speed }) {
      const measured: SleeveMeasurement
        = method === 'two surveys'
          ? { method, boreMm: bore, journalMm: journal }
          : method === 'plastic gauge'
            ? { method, widthsMm: widths, scale: scaleOf(scale) }
            : method === 'lead wire'
              ? { method, topWiresMm: top, jointWiresMm: joint }
              : { method: 'lift', liftsMm: lifts }
      const found = sleeveClearance(measured, { diameterMm: journal, speedRpm: speed })
      return {
        results: [
          um('Clearance', found.clearanceUm, { main: true }),
          um('Spread of the readings', found.spreadUm),
          { label: 'Relative', word: `${found.relativePerMille!.toFixed(2)} ‰`, main: true },
          {
            label: 'Usual at this speed',
            word: `${found.usualPerMille!.low.toFixed(2)} … ${found.usualPerMille!.high.toFixed(2)} ‰: ${found.against}`,
            verdict: found.against === 'usual' ? 'in' : 'doubtful',
          },
        ],
        working: found.working,
        caution: 'Lifting a shaft: block it, hands out of the gap. The maker’s clearance stands above what is usual.',
      }
    },
  }),
  calculator({
    key: 'split-bearing',
    title: 'Split bearing check',
    about:
      'Plastic gauge strips at both ends, wires on the back of the shell and shims: clearance, how it lies, and pinch, on one drawing.',
    fields: {
      deLeft: quantity('Strip, drive end, left edge', 'length', '1.18'),
      deRight: quantity('Strip, drive end, right edge', 'length', '1.16'),
      midLeft: optional(quantity('Strip, middle, left edge', 'length', '1.15')),
      midRight: optional(quantity('Strip, middle, right edge', 'length', '1.13')),
      oeLeft: quantity('Strip, other end, left edge', 'length', '1.12'),
      oeRight: quantity('Strip, other end, right edge', 'length', '1.10'),
      scale: scaleField(),
      length: quantity('Between the end strips', 'length', '110'),
      across: quantity('Between left and right edge', 'length', '60'),
      shimDe: quantity('Shims, drive end', 'length', '0.25'),
      wireDe: quantity('Wire on the shell, drive end', 'length', '0.21'),
      shimOe: quantity('Shims, other end', 'length', '0.25'),
      wireOe: quantity('Wire on the shell, other end', 'length', '0.22'),
      journal: quantity('Journal', 'length', '100'),
      speed: quantity('Speed', 'speed', '1480'),
    },
    blames: { lengthMm: 'length', acrossMm: 'across', widthMm: 'scale', diameterMm: 'journal', shimMm: 'shimDe', wireMm: 'wireDe' },
    compute(v) {
      const scale = scaleOf(v.scale)
      const edge = (widthMm: number) => ({ widthMm, clearanceUm: plasticGaugeClearance(widthMm, scale) })
      const lies = bearingAlignment({
        driveEnd: { leftMm: v.deLeft, rightMm: v.deRight },
        otherEnd: { leftMm: v.oeLeft, rightMm: v.oeRight },
        scale,
        lengthMm: v.length,
        acrossMm: v.across,
      })
      const widthsMm = [v.deLeft, v.deRight, v.midLeft, v.midRight, v.oeLeft, v.oeRight].filter(width => width !== undefined)
      const clearance = sleeveClearance({ method: 'plastic gauge', widthsMm, scale }, { diameterMm: v.journal, speedRpm: v.speed })
      const pinch = [bearingPinch({ shimMm: v.shimDe, wireMm: v.wireDe }), bearingPinch({ shimMm: v.shimOe, wireMm: v.wireOe })]
      return {
        results: [
          um('Clearance', clearance.clearanceUm, { main: true }),
          { label: 'Against the usual', word: clearance.against!, verdict: clearance.against === 'usual' ? 'in' : 'doubtful' },
          {
            label: 'Along the axis',
            word: lies.tighterEnd === 'even' ? 'even' : `tighter at the ${lies.tighterEnd}, ${Math.abs(lies.tiltMmPerM).toFixed(2)} mm/m`,
            main: true,
          },
          {
            label: 'Across',
            word:
              lies.tighterSide === 'even'
                ? 'even'
                : `tighter on the ${lies.tighterSide}, ${Math.abs(lies.crossTiltMmPerM).toFixed(2)} mm/m`,
          },
          um('Drive end, left', lies.clearancesUm.driveEnd.left),
          um('Drive end, right', lies.clearancesUm.driveEnd.right),
          um('Other end, left', lies.clearancesUm.otherEnd.left),
          um('Other end, right', lies.clearancesUm.otherEnd.right),
          um('Pinch, drive end', pinch[0]!.pinchUm, { signed: true, main: true }),
          um('Pinch, other end', pinch[1]!.pinchUm, { signed: true, main: true }),
        ],
        working: [
          ...clearance.working,
          ...lies.working,
          ...pinch.flatMap(({ working }, i) => working.map(line => ({ ...line, label: `${line.label}, ${i ? 'other' : 'drive'} end` }))),
        ],
        drawing: {
          kind: 'bearing',
          strips: (
            [
              ['drive end', v.deLeft, v.deRight],
              ['middle', v.midLeft, v.midRight],
              ['other end', v.oeLeft, v.oeRight],
            ] as const
          ).flatMap(([at, left, right]) =>
            left === undefined || right === undefined ? [] : [{ at, left: edge(left), right: edge(right) }],
          ),
          ends: [
            { at: 'drive end', shimMm: v.shimDe, wireMm: v.wireDe, pinchUm: pinch[0]!.pinchUm },
            { at: 'other end', shimMm: v.shimOe, wireMm: v.wireOe, pinchUm: pinch[1]!.pinchUm },
          ],
        },
        caution: 'Wanted clearance and pinch come from the maker. Caps are heavy: two hands, no fingers in the joint.',
      }
    },
  }),
  calculator({
    key: 'pinch',
    title: 'Pinch of a shell',
    about: 'How much the cap squeezes the shell: shim less wire.',
    fields: { shim: quantity('Shims in the joint', 'length', '0.25'), wire: quantity('Flattened wire', 'length', '0.21') },
    blames: { shimMm: 'shim', wireMm: 'wire' },
    compute({ shim, wire }) {
      const { pinchUm, working } = bearingPinch({ shimMm: shim, wireMm: wire })
      return { results: [um(pinchUm < 0 ? 'Play in the cap' : 'Pinch', Math.abs(pinchUm), { main: true })], working }
    },
  }),
  calculator({
    key: 'thrust-float',
    title: 'Float before and after closing',
    about: 'A thrust bearing must keep its float when the casing closes.',
    fields: {
      before: rows('Open', ['one stop, mm', 'other stop, mm'], '0:0.32;0.01:0.32'),
      after: rows('Closed', ['one stop, mm', 'other stop, mm'], '0:0.31'),
    },
    compute({ before, after }) {
      const found = thrustFloat(pushes(before), pushes(after))
      return {
        results: [
          mm('Float, open', found.beforeMm),
          mm('Float, closed', found.afterMm),
          mm('Change by closing', found.changeMm, { signed: true, main: true, verdict: found.isPinched ? 'out' : 'in' }),
        ],
        working: found.working,
      }
    },
  }),
  calculator({
    key: 'locknut',
    title: 'Tabs of a locknut',
    about: 'How many tabs to turn a locknut for the wanted end clearance.',
    fields: {
      pitch: quantity('Pitch', 'length', '2'),
      tabs: plain('Tabs on a turn', '17'),
      present: quantity('Present clearance', 'length', '400', { unit: 'µm' }),
      wanted: quantity('Wanted clearance', 'length', '160', { unit: 'µm' }),
    },
    blames: { pitchMm: 'pitch', tabs: 'tabs', wantedUm: 'wanted' },
    compute({ pitch, tabs, present, wanted }) {
      const found = locknutTabs({ pitchMm: pitch, tabs, presentUm: present, wantedUm: wanted })
      return {
        results: [
          {
            label: found.tabs < 0 ? 'Loosen by' : 'Tighten by',
            word: `${Math.abs(found.tabs)} ${Math.abs(found.tabs) === 1 ? 'tab' : 'tabs'}`,
            main: true,
          },
          um('Clearance then', found.resultUm, { main: true }),
          um('A tab moves', found.perTabUm),
        ],
        working: found.working,
      }
    },
  }),
  calculator({
    key: 'end-clearance',
    title: 'Centring the end clearance',
    about: 'Where the turning part must go to have the same clearance at both ends.',
    fields: { de: quantity('Clearance, drive end', 'length', '0.32'), oe: quantity('Clearance, other end', 'length', '0.20') },
    blames: { driveEndMm: 'de', otherEndMm: 'oe' },
    compute({ de, oe }) {
      const found = centreEndClearance({ driveEndMm: de, otherEndMm: oe })
      return {
        results: [
          { label: 'Move', word: found.towards === 'stays' ? 'leave it' : `towards the ${found.towards}`, main: true },
          mm('by', found.shiftMm, { main: true }),
          mm('Whole float', found.totalMm),
        ],
        working: found.working,
      }
    },
  }),
]
