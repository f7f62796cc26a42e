import {
  compareMethods,
  formatQuantity,
  judge,
  lengthAt20,
  lengthAt20Line,
  marginLine,
  measurementUncertainty,
  radialPlay,
  radians,
  runOut,
  shaftBow,
  STEEL_PER_K,
} from '#core'
import { calculator, mm, um } from '../calculator'
import { optional, plain, quantity, rows, several } from '../fields'

const wave = (n: number, offset: number, phaseDeg: number) => Array.from({ length: n }, (_, i) => {
  const angle = i * 360 / n
  return `${angle}:${Math.round(20 + offset * Math.cos(radians(angle - phaseDeg)) + (i % 3) - 1)}`
}).join(';')

export const measuringCalculators = [
  calculator({
    key: 'run-out',
    title: 'Run-out of a station',
    about: 'Dial readings round one turn: offset of the centre, where it lies, and the form that is left.',
    fields: {
      points: rows('Readings', ['angle, °', 'dial, µm'], wave(12, 18, 60), {
        hint: 'four or more, better eight, clockwise from the index datum',
      }),
    },
    compute({ points }) {
      const read = points.map(([angleDeg, readingUm]) => ({ angleDeg: angleDeg!, readingUm: readingUm! }))
      const found = runOut(read)
      return {
        results: [
          um('Total reading', found.tirUm, { main: true }),
          um('Offset of the centre', found.eccentricityUm, { main: true }),
          { label: 'High side at', value: found.phaseDeg, kind: 'angle', decimals: 0, main: true },
          um(found.isFormKnown ? 'Form that is left' : 'Form that is left, at least', found.formUm),
        ],
        working: found.working,
        drawing: { kind: 'polar', points: read, runOut: found },
        caution: 'Turn the shaft by hand, locked out, fingers off the pinch points.',
      }
    },
  }),
  calculator({
    key: 'bow',
    title: 'Bow of a shaft',
    about: 'Offsets at several stations: bow against the line of the supports, its plane and its greatest place.',
    fields: {
      stations: rows('Stations', ['place, mm', 'offset, µm', 'high side, °'], '0:3:20;250:14:48;500:24:52;750:15:60;1000:4:200', {
        hint: 'offset and high side as the run-out gives them',
      }),
    },
    compute({ stations }) {
      const bow = shaftBow(
        stations.map(([atMm, eccentricityUm, phaseDeg]) => ({ atMm: atMm!, eccentricityUm: eccentricityUm!, phaseDeg: phaseDeg! })),
      )
      return {
        results: [
          um('Greatest bow', bow.greatest.bowUm, { main: true }),
          { label: 'at', value: bow.greatest.atMm, kind: 'length', decimals: 0, main: true },
          { label: 'High side at', value: bow.greatest.phaseDeg, kind: 'angle', decimals: 0, main: true },
          { label: 'In one plane', word: bow.isInOnePlane ? `yes, at ${bow.planeDeg.toFixed(0)}°` : 'no: a corkscrew' },
        ],
        working: bow.working,
        drawing: { kind: 'bow', bow },
      }
    },
  }),
  calculator({
    key: 'at-20',
    title: 'Length at 20 °C',
    about: 'What a warm part would measure at the reference temperature.',
    fields: {
      length: quantity('Reading', 'length', '150.040'),
      part: quantity('Part', 'temperature', '35'),
      instrument: quantity('Instrument', 'temperature', '20'),
      alphaPart: plain('Expansion of the part', '11.5', { unit: '10⁻⁶/K' }),
      alphaInstrument: plain('of the instrument', '11.5', { unit: '10⁻⁶/K' }),
    },
    blames: { lengthMm: 'length', partC: 'part', instrumentC: 'instrument', alphaPart: 'alphaPart', alphaInstrument: 'alphaInstrument' },
    compute({ length, part, instrument, alphaPart, alphaInstrument }) {
      const warm = {
        lengthMm: length,
        partC: part,
        instrumentC: instrument,
        alphaPart: alphaPart * 1e-6,
        alphaInstrument: alphaInstrument * 1e-6,
      }
      const at20 = lengthAt20(warm)
      return {
        results: [mm('Length at 20 °C', at20, { main: true, decimals: 4 }), um('Correction', (at20 - length) * 1000, { signed: true })],
        working: [lengthAt20Line(warm)],
      }
    },
  }),
  calculator({
    key: 'uncertainty',
    title: 'Uncertainty of a reading',
    about: 'What an instrument, its step, repeats and temperature leave open.',
    fields: {
      instrument: quantity('Error limit of the instrument', 'length', '4', { unit: 'µm' }),
      step: quantity('Step it shows', 'length', '1', { unit: 'µm' }),
      repeats: optional(several('Repeats', 'length', '', { unit: 'µm' })),
      length: optional(quantity('Length measured', 'length', '150')),
      within: plain('Temperatures within', '2', { unit: 'K' }),
    },
    blames: { instrumentUm: 'instrument', resolutionUm: 'step', repeatsUm: 'repeats', temperature: 'length' },
    compute({ instrument, step, repeats, length, within }) {
      const found = measurementUncertainty({
        instrumentUm: instrument,
        resolutionUm: step,
        repeatsUm: repeats,
        temperature: length === undefined ? undefined : { lengthMm: length, alphaPerK: STEEL_PER_K, withinK: within },
      })
      return {
        results: [
          um('U (k = 2)', found.expandedUm, { main: true }),
          ...found.parts.map(part => um(part.name, part.standardUm, { decimals: 2 })),
        ],
        working: found.working,
      }
    },
  }),
  calculator({
    key: 'verdict',
    title: 'Verdict of a reading',
    about: 'A value against its limits, honest about its uncertainty.',
    fields: {
      value: quantity('Value', 'length', '70.019'),
      lower: optional(quantity('Lower limit', 'length', '70.002')),
      upper: optional(quantity('Upper limit', 'length', '70.021')),
      u: quantity('U (k = 2)', 'length', '4', { unit: 'µm' }),
    },
    compute({ value, lower, upper, u }) {
      const { verdict, margin } = judge({ value, lower, upper, uncertainty: u / 1000 })
      return {
        results: [
          { label: 'Verdict', word: verdict, verdict, main: true },
          ...(Number.isFinite(margin)
            ? [um(margin < 0 ? 'Beyond the limit by' : 'Inside the limit by', Math.abs(margin) * 1000, { main: true })]
            : []),
        ],
        working: [
          marginLine({
            label: 'Margin',
            value,
            lower: lower ?? null,
            upper: upper ?? null,
            uncertainty: u / 1000,
            verdict,
            margin: Number.isFinite(margin) ? margin : null,
            source: 'as typed',
            show: mm => formatQuantity(mm, 'length', { decimals: 4 }),
            bare: mm => formatQuantity(mm, 'length', { decimals: 4, bare: true }),
          }),
        ],
        ...(lower === undefined || upper === undefined
          ? {}
          : {
              drawing: {
                kind: 'zones' as const,
                nominalMm: lower,
                zones: [{ name: 'limits', lowerUm: 0, upperUm: (upper - lower) * 1000, measuredUm: (value - lower) * 1000 }],
              },
            }),
      }
    },
  }),
  calculator({
    key: 'play',
    title: 'Radial play by lift',
    about: 'Up and down from rest, as often as it was done.',
    fields: { lifts: rows('Lifts', ['up, mm', 'down, mm'], '0.08:0.03;0.07:0.04') },
    compute({ lifts }) {
      const found = radialPlay(lifts.map(([upMm, downMm]) => ({ upMm: upMm!, downMm: downMm! })))
      return {
        results: [mm('Radial play', found.meanMm, { main: true }), mm('Spread', found.spreadMm)],
        working: found.working,
        caution: 'Lift with a bar and a stop, never with the crane alone.',
      }
    },
  }),
  calculator({
    key: 'two-methods',
    title: 'Two methods, one thing',
    about: 'Do two ways of measuring say the same within what they can know?',
    fields: {
      a: quantity('First method', 'length', '152', { unit: 'µm' }),
      ua: quantity('its U', 'length', '10', { unit: 'µm' }),
      b: quantity('Second method', 'length', '140', { unit: 'µm' }),
      ub: quantity('its U', 'length', '25', { unit: 'µm' }),
    },
    compute({ a, ua, b, ub }) {
      const found = compareMethods({ value: a, uncertainty: ua }, { value: b, uncertainty: ub })
      return {
        results: [
          {
            label: 'They',
            word: found.agree ? 'agree' : 'do not agree: one of them is wrong',
            verdict: found.agree ? 'in' : 'out',
            main: true,
          },
          um('Difference', found.difference, { signed: true }),
          um('Allowed by uncertainty', found.jointUncertainty),
          ...(found.best ? [um('Best value', found.best.value, { main: true }), um('its U', found.best.uncertainty)] : []),
        ],
        working: found.working,
      }
    },
  }),
]
