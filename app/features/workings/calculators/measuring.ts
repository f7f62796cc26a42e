import {
  compareMethods,
  couplingAlignment,
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
import { choice, optional, plain, quantity, rows, several } from '../fields'

const wave = (n: number, offset: number, phaseDeg: number) => Array.from({ length: n }, (_, i) => {
  const angle = i * 360 / n
  return `${angle}:${Math.round(20 + offset * Math.cos(radians(angle - phaseDeg)) + (i % 3) - 1)}`
}).join(';')

const isFace = ({ method }: Readonly<Record<string, string>>) => method === 'rim and face'
const isTwo = ({ method }: Readonly<Record<string, string>>) => method === 'two dials'

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
    key: 'alignment',
    title: 'Coupling alignment',
    about: 'Two dials read at four quarters: offset and gap of the shafts in both planes, and what the feet must move by.',
    fields: {
      method: choice('Method', { 'rim and face': 'rim and face', 'two dials': 'two rim dials' }),
      first: rows('Dial on the rim of the movable hub', ['top, mm', 'right, mm', 'bottom, mm', 'left, mm'], '0:0.08:0.16:0.08', {
        hint: 'as read, plunger pushed in is plus; right as seen from the movable machine',
      }),
      face: rows('Dial on its face', ['top, mm', 'right, mm', 'bottom, mm', 'left, mm'], '0:-0.01:0.03:0.04', { when: isFace }),
      second: rows('Dial on the rim of the fixed hub', ['top, mm', 'right, mm', 'bottom, mm', 'left, mm'], '0:-0.06:-0.12:-0.06', { when: isTwo }),
      circle: quantity('Circle of the face dial', 'length', '160', { when: isFace }),
      apart: quantity('Between the planes of the dials', 'length', '250', { when: isTwo }),
      sag: quantity('Sag of the bracket', 'length', '0', { hint: 'reading at the bottom of a stiff pipe, zeroed at its top' }),
      front: quantity('Dial to the front feet', 'length', '200'),
      feet: quantity('Front feet to rear feet', 'length', '500'),
      coupling: quantity('Diameter of the coupling', 'length', '160'),
    },
    blames: {
      rim: 'first', face: 'face', onMovable: 'first', onFixed: 'second', faceDiameterMm: 'circle', dialsApartMm: 'apart', rimSagMm: 'sag',
      onMovableSagMm: 'sag', onFixedSagMm: 'sag', toFrontFeetMm: 'front', betweenFeetMm: 'feet',
    },
    compute({ method, first, face, second, circle, apart, sag, front, feet, coupling }) {
      const dial = ([[topMm = NaN, rightMm = NaN, bottomMm = NaN, leftMm = NaN] = []]: number[][]) => ({ topMm, rightMm, bottomMm, leftMm })
      const lengths = { toFrontFeetMm: front, betweenFeetMm: feet }
      const found = method === 'rim and face'
        ? couplingAlignment({ method, rim: dial(first), face: dial(face), faceDiameterMm: circle, rimSagMm: sag, ...lengths })
        : couplingAlignment({
            method, onMovable: dial(first), onFixed: dial(second), dialsApartMm: apart, onMovableSagMm: sag, onFixedSagMm: sag, ...lengths,
          })
      const { vertical, horizontal } = found
      const signed = { signed: true, decimals: 3 }
      return {
        results: [
          mm('Offset, vertical', vertical.offsetMm, { main: true, ...signed }),
          mm('Offset, horizontal', horizontal.offsetMm, { main: true, ...signed }),
          mm('Gap difference, vertical', vertical.slope * coupling, { main: true, ...signed }),
          mm('Gap difference, horizontal', horizontal.slope * coupling, { main: true, ...signed }),
          mm('Shims under the front feet', vertical.frontFeetMm, { signed: true, decimals: 2 }),
          mm('Shims under the rear feet', vertical.rearFeetMm, { signed: true, decimals: 2 }),
          mm('Front feet to the right', horizontal.frontFeetMm, { signed: true, decimals: 2 }),
          mm('Rear feet to the right', horizontal.rearFeetMm, { signed: true, decimals: 2 }),
          ...found.closesMm.map((closesMm, i) => mm(`Dial ${i + 1} misses its circle by`, closesMm, { decimals: 3 })),
        ],
        working: found.working,
        caution: 'Both machines locked off, shafts turned together by hand. Cold figures: the growth of both machines stands in the maker’s papers.',
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
