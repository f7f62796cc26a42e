import {
  assemblyFluid, ASSEMBLY_FLUIDS, compressionSet, DomainError, drivePin, ELASTOMERS, faceFlatness, FACE_MATERIALS, facePair,
  FLUID_PLACES, MATERIALS,
  nearestOring, oringFit, oringSize, PRODUCTS, ringsForGroove, sealSetting, springSet, swelling, trialFit, wearTrack,
  type OringApplication, type OringFit, type OringSize, type OringStandard, type SealSettingInput, type WorkingLine,
} from '#core'
import { calculator, mm, um, type Result } from '../calculator'
import { checked, choice, optional, plain, quantity, several } from '../fields'

const of = (field: string, ...values: string[]) => (texts: Readonly<Record<string, string>>) => values.includes(texts[field]!)
const named = <T extends string>(values: readonly T[]) =>
  Object.fromEntries(values.map(value => [value, value as string])) as Record<T, string>
const line = (label: string, formula: string, substituted: string, result: string, source: string): WorkingLine =>
  ({ label, formula, substituted, result, source })
const share = (label: string, value: number, more: Partial<Extract<Result, { value: number }>> = {}): Result =>
  ({ label, value: value * 100, kind: 'share', decimals: 1, ...more })

const APPLICATIONS: Readonly<Record<OringApplication, string>> = {
  'static radial': 'at rest, in a bore', 'static axial': 'at rest, under a flange',
  'reciprocating': 'slides to and fro', 'rotating': 'turns on a shaft',
}
/** Which sizes there are depends on the standard beside it. */
function someSize(text: string): string {
  if (!/\d/.test(text)) throw new DomainError('oring.size', `"${text}" is no size of a ring.`)
  return text
}
const nameOf = ({ standard, size, series }: OringSize) => `${standard} ${size}${series === 'aerospace' ? ', aerospace' : ''}`

function fitResults({ windows, verdict }: OringFit): Result[] {
  const words = { stretch: 'Stretch', squeeze: 'Squeeze', fill: 'Fill of the gland' } as const
  const wrong = Object.values(windows).flatMap(({ meaning }) => meaning ?? [])
  return [
    ...(['stretch', 'squeeze', 'fill'] as const).map((key): Result =>
      share(words[key], windows[key].value, { main: true, verdict: windows[key].verdict, signed: key === 'stretch' })),
    { label: 'So', word: verdict === 'in' ? 'sits as it should' : wrong.join('; '), verdict },
  ]
}

export const sealCalculators = [
  calculator({
    key: 'o-ring',
    title: 'O-ring in its groove',
    about: 'Stretch, squeeze and fill of a ring by its size, or the sizes that suit a groove.',
    fields: {
      asks: choice('From', { size: 'the size of the ring', measured: 'a ring that was measured', groove: 'the groove alone' }),
      standard: choice('Standard', { 'AS568': 'AS568', 'ISO 3601': 'ISO 3601-1' }, { when: of('asks', 'size') }),
      size: { ...checked('Size', '214', someSize, 'dash as 214; ISO also 214B or 25 × 3.55'), when: of('asks', 'size') },
      inside: quantity('Inside of the ring', 'length', '25.1', { when: of('asks', 'measured') }),
      section: quantity('Section', 'length', '3.5', { when: of('asks', 'measured') }),
      use: choice('Use', APPLICATIONS),
      seats: choice('Lies on', { inside: 'its inside (shaft)', outside: 'its outside (bore)' }),
      groove: quantity('Diameter it lies on', 'length', '25.6'),
      depth: quantity('Depth of the gland', 'length', '2.9'),
      width: quantity('Width of the gland', 'length', '4.8'),
    },
    blames: { insideMm: 'inside', sectionMm: 'section' },
    compute(v) {
      const gland = { grooveDiameterMm: v.groove, glandDepthMm: v.depth, glandWidthMm: v.width, application: v.use, seatsOn: v.seats }
      if (v.asks === 'groove') {
        const suited = ringsForGroove(gland)
        return {
          results: suited.length === 0
            ? [{ label: 'Sizes', word: 'no standard size suits this groove', main: true, verdict: 'out' }]
            : suited.map((size, i): Result => ({
                label: nameOf(size), main: i === 0, verdict: size.fit.verdict,
                word: `${size.insideMm.toFixed(2)} × ${size.sectionMm.toFixed(2)} mm, squeeze ${(size.fit.squeeze * 100).toFixed(0)} %`,
              })),
          working: suited[0]?.fit.working ?? [line('Sizes', 'every standard size in its windows',
            `${v.groove} × ${v.depth} × ${v.width} mm`, 'none', 'AS568, ISO 3601-1')],
        }
      }
      const near = v.asks === 'measured' ? nearestOring({ insideMm: v.inside, sectionMm: v.section }, 3) : []
      const size = v.asks === 'size' ? oringSize(v.standard as OringStandard, v.size) : null
      const fit = oringFit({ ...gland, ...size ?? { insideMm: v.inside, sectionMm: v.section } })
      return {
        results: [
          ...fitResults(fit), mm('Section, stretched', fit.sectionAfterMm),
          ...size ? [mm('Inside', size.insideMm, { decimals: 2 }), mm('Section', size.sectionMm, { decimals: 2 })] : [],
          ...near.map((one): Result => ({ label: nameOf(one),
            word: `off by ${one.insideDeviationMm.toFixed(2)} and ${one.sectionDeviationMm.toFixed(2)} mm${one.isWithin ? ', within its tolerance' : ''}` })),
        ],
        working: fit.working,
        caution: 'A used ring has set and swollen: it tells its size badly. The maker’s gland stands above general windows.',
      }
    },
  }),
  calculator({
    key: 'o-ring-aged',
    title: 'Set and swelling of a ring',
    about: 'What a ring that came out has kept of its squeeze, and whether the product has swollen it.',
    fields: {
      fresh: quantity('Section of a new one', 'length', '3.53'),
      measured: quantity('Of this one, across the squeeze', 'length', '3.20'),
      depth: quantity('Depth of the gland', 'length', '2.9'),
      free: optional(quantity('Of this one, where it was not pressed', 'length', '')),
    },
    compute(v) {
      const set = compressionSet({ freshMm: v.fresh, measuredMm: v.measured, glandDepthMm: v.depth })
      const swollen = v.free === undefined ? null : swelling({ freshMm: v.fresh, measuredMm: v.free })
      return {
        results: [
          share('Compression set', set, { main: true }),
          ...swollen
            ? [share('Swelling of the volume', swollen.volume, { main: true, signed: true }),
                share('of the section', swollen.section, { signed: true })]
            : [],
        ],
        working: [
          line('Compression set', '(new − measured) ÷ (new − depth)', `(${v.fresh} − ${v.measured}) ÷ (${v.fresh} − ${v.depth})`,
            `${(set * 100).toFixed(1)} %`, 'definition of ISO 815-1, applied to the gland'),
          ...swollen
            ? [line('Swelling', '(free ÷ new)³ − 1', `(${v.free} ÷ ${v.fresh})³ − 1`, `${(swollen.volume * 100).toFixed(1)} %`,
                'geometry')]
            : [],
        ],
        caution: 'Measured half an hour after it came out. Charred or sticky fluoroelastomer is not touched: it may carry hydrofluoric acid.',
      }
    },
  }),
  calculator({
    key: 'seal-setting',
    title: 'Setting of a mechanical seal',
    about: 'Where the rotating part must stand, and how far its spring is pressed, cold, warm and at either stop.',
    fields: {
      method: choice('Set by', { shoulder: 'a shoulder', datum: 'a scribed datum', spacer: 'spacers as a feeler',
        clips: 'clips of a cartridge' }),
      shoulder: quantity('Shoulder to still face', 'length', '62', { when: of('method', 'shoulder') }),
      datum: quantity('Datum to still face', 'length', '55', { when: of('method', 'datum') }),
      free: quantity('Free length of the seal', 'length', '38', { when: of('method', 'shoulder', 'datum') }),
      working: quantity('Working length', 'length', '34', { when: of('method', 'shoulder', 'datum') }),
      spacers: several('Spacers when the faces touch', 'length', '1; 0.5; 0.25', { when: of('method', 'spacer') }),
      pressed: quantity('To be pressed by', 'length', '2.4', { when: of('method', 'spacer', 'clips') }),
      moved: quantity('Shaft moved since', 'length', '0', { hint: 'positive presses the spring further', when: of('method', 'clips') }),
      gasket: quantity('Gasket, compressed', 'length', '0', { hint: 'negative where it holds the faces apart' }),
      play: quantity('End play still left', 'length', '0', { hint: 'positive presses the spring further' }),
      length: optional(quantity('Length that grows', 'length', '', { hint: 'shaft from its fixed bearing to the seal' })),
      material: choice('Material of that length',
        Object.fromEntries(Object.entries(MATERIALS).map(([key, { name }]) => [key, name])) as Record<keyof typeof MATERIALS, string>),
      warmer: plain('Warmer by', '60', { unit: 'K' }),
      from: optional(quantity('Least it may be pressed', 'length', '')),
      to: optional(quantity('Most it may be pressed', 'length', '')),
      check: optional(quantity('Found to stand at', 'length', '')),
    },
    compute(v) {
      const common = {
        gasketMm: v.gasket, endPlayMm: v.play, checkMm: v.check,
        ...v.length === undefined ? {} : { growth: { lengthMm: v.length, perK: MATERIALS[v.material].alphaPerK, deltaC: v.warmer } },
        ...v.from === undefined || v.to === undefined ? {} : { window: { fromMm: v.from, toMm: v.to } },
      }
      const input: SealSettingInput = {
        shoulder: { ...common, method: 'shoulder' as const, shoulderToFaceMm: v.shoulder, springFreeMm: v.free,
          springWorkingMm: v.working },
        datum: { ...common, method: 'datum' as const, datumToFaceMm: v.datum, workingLengthMm: v.working, springFreeMm: v.free },
        spacer: { ...common, method: 'spacer' as const, spacerMm: v.spacers, compressionMm: v.pressed },
        clips: { ...common, method: 'clips' as const, compressionMm: v.pressed, movedMm: v.moved },
      }[v.method]
      const set = sealSetting(input)
      const verdict = set.verdict ?? undefined
      return {
        results: [
          mm(v.method === 'spacer' ? 'Stack of spacers' : 'Stands at', set.standsAtMm, { main: true, decimals: 2 }),
          ...set.compressionMm === null
            ? []
            : [mm('Spring pressed by', set.compressionMm,
                { main: true, decimals: 2, ...verdict ? { verdict } : {} })],
          ...set.afterGrowthMm === null || v.length === undefined
            ? []
            : [mm('Pressed warm', set.afterGrowthMm,
                { main: true, decimals: 2 })],
          ...set.side ? [{ label: 'So', word: set.side === 'tight' ? 'pressed too far: runs hot' : 'pressed too little: may leak at rest' }] : [],
          ...set.check ? [{ label: 'Found', word: set.check.says, ...set.check.verdict ? { verdict: set.check.verdict } : {} }] : [],
        ],
        working: set.working,
        caution: 'Any later move along the shaft, by impeller, locknut or coupling, undoes the setting. The maker’s drawing stands above this.',
      }
    },
  }),
  calculator({
    key: 'springs',
    title: 'Springs in a row',
    about: 'Which springs of a set do not belong to the others, and what they have lost against a new one.',
    fields: {
      lengths: several('Free lengths', 'length', '12.1; 12.2; 12.0; 12.1; 11.2; 12.1; 12.3'),
      fresh: optional(quantity('A new one', 'length', '12.2')),
      rate: optional(plain('Rate', '8', { unit: 'N/mm' })),
      at: optional(quantity('Working length', 'length', '9.2')),
      step: quantity('Step of the caliper', 'length', '0.05'),
    },
    compute(v) {
      const found = springSet(v.lengths.map(freeLengthMm => ({ freeLengthMm })),
        v.fresh === undefined ? undefined : { freeLengthMm: v.fresh, rateNPerMm: v.rate, workingLengthMm: v.at }, { resolutionMm: v.step })
      const forces = found.springs.flatMap(({ forceLeft }) => forceLeft ?? [])
      return {
        results: [
          { label: 'The set', word: found.outliers.length === 0 ? 'even' : `no. ${found.outliers.map(i => i + 1).join(', ')} does not belong`,
            main: true, verdict: found.outliers.length === 0 ? 'in' : 'out' },
          mm('Spread', found.spreadMm, { main: true, decimals: 2 }), mm('Median', found.medianMm, { decimals: 2 }),
          ...forces.length > 0 ? [share('Force left, least', Math.min(...forces))] : [],
        ],
        working: found.working,
        caution: 'Springs fly: goggles, and a hand over the row. A set is changed as a set.',
      }
    },
  }),
  calculator({
    key: 'seal-faces',
    title: 'Faces of a seal',
    about: 'Flatness from light bands, what a wear track says, which materials run together.',
    fields: {
      what: choice('Which', { bands: 'light bands counted', bent: 'bands bent', track: 'wear track', pair: 'pair of materials' }),
      bands: plain('Bands', '2', { when: of('what', 'bands') }),
      bent: quantity('A band is bent by', 'length', '6', { when: of('what', 'bent') }),
      apart: quantity('Bands lie apart by', 'length', '4', { when: of('what', 'bent') }),
      may: plain('Bands that it may have', '2', { when: of('what', 'bands', 'bent') }),
      inside: quantity('Track, inside', 'length', '49.6', { when: of('what', 'track') }),
      outside: quantity('Track, outside', 'length', '56.4', { when: of('what', 'track') }),
      faceInside: quantity('Narrow face, inside', 'length', '50', { when: of('what', 'track') }),
      faceOutside: quantity('Narrow face, outside', 'length', '56', { when: of('what', 'track') }),
      one: choice('Face', Object.fromEntries(FACE_MATERIALS.map(({ key, name }) => [key, name])), { when: of('what', 'pair') }),
      other: choice('Runs on', Object.fromEntries([...FACE_MATERIALS].reverse().map(({ key, name }) => [key, name])),
        { when: of('what', 'pair') }),
    },
    compute(v) {
      if (v.what === 'track') {
        const track = wearTrack({ insideMm: v.inside, outsideMm: v.outside, faceInsideMm: v.faceInside, faceOutsideMm: v.faceOutside })
        return {
          results: [
            mm('Runs off its centre by', track.wanderMm, { main: true, decimals: 2 }), { label: 'So', word: track.says, main: true },
            mm('Width of the track', track.widthMm, { decimals: 2 }), mm('Its middle, diameter', track.centreMm, { decimals: 2 }),
          ],
          working: [line('Wander', '(track − narrow face) ÷ 2',
            `(${track.widthMm.toFixed(2)} − ${((v.faceOutside - v.faceInside) / 2).toFixed(2)}) ÷ 2`,
            `${track.wanderMm.toFixed(2)} mm`, 'a ring that orbits by e sweeps a track wider by 2e')],
        }
      }
      if (v.what === 'pair') {
        const { verdict, sentence } = facePair(v.one, v.other)
        return {
          results: [{ label: 'Together', word: sentence, main: true,
            verdict: verdict === 'usual' ? 'in' : verdict === 'possible' ? 'doubtful' : 'out' }],
          working: FACE_MATERIALS.filter(({ key }) => key === v.one || key === v.other).map(({ name, cleanWith, never, note }) =>
            line(name, 'clean with', cleanWith.join(', '), `never: ${never.join('; ')}. ${note}`, 'general practice')),
        }
      }
      const flat = faceFlatness(v.what === 'bands' ? { bands: v.bands } : { curvatureMm: v.bent, spacingMm: v.apart })
      return {
        results: [
          um('Out of flat', flat.flatnessUm, { main: true, decimals: 2, verdict: flat.bands <= v.may + 1e-9 ? 'in' : 'out' }),
          { label: 'Bands', word: flat.bands.toFixed(1), main: true },
        ],
        working: flat.working,
        caution: 'Straight bands say flat; bent ones do not say which way. Glass and faces clean and dry, never slid.',
      }
    },
  }),
  calculator({
    key: 'drive-pin',
    title: 'Drive pin and trial fit',
    about: 'Whether a pin stands as high as it may, and what the dry trial fit says.',
    fields: {
      height: quantity('Pin stands', 'length', '4.0', { hint: 'above what its ring lies on' }),
      from: quantity('Least it may stand', 'length', '3.8'),
      to: quantity('Most it may stand', 'length', '4.2'),
      rock: optional(quantity('The ring rocks by', 'length', '0.02')),
    },
    compute(v) {
      const limits = { lower: v.from, upper: v.to }
      const pin = drivePin({ heightMm: v.height, limits })
      const fit = v.rock === undefined ? null : trialFit({ rockMm: v.rock, pinHeightMm: v.height, pinLimits: limits })
      return {
        results: [
          { label: 'The pin', word: pin.sentence, main: true, verdict: pin.verdict },
          ...fit ? [{ label: 'Trial fit', word: fit.sentence, main: true, verdict: fit.verdict }] : [],
        ],
        working: [line('Height', 'within its window', `${v.height} mm in ${v.from} to ${v.to} mm`, pin.verdict, 'limits: sheet or maker')],
      }
    },
  }),
  calculator({
    key: 'assembly-fluid',
    title: 'What may go on it',
    about: 'What a ring, a face or a thread is wetted with at assembly, and what must not go on it.',
    fields: {
      place: choice('On', named(FLUID_PLACES)),
      rubber: choice('Rubber', { '': 'not known, or none', ...named(ELASTOMERS) }),
      product: choice('The machine carries', { '': 'not said', ...named(PRODUCTS) }),
    },
    compute(v) {
      const { choices, forbidden } = assemblyFluid({ place: v.place, elastomer: v.rubber || undefined, fluid: v.product || undefined })
      return {
        results: [
          ...choices.map((one, i): Result => ({ label: one.fluid, word: one.reason, main: i === 0, verdict: 'in' })),
          ...forbidden.map((one): Result => ({ label: one.fluid, word: one.reason, verdict: 'out' })),
          ...choices.length === 0 ? [{ label: 'Nothing', word: 'by the maker’s data only', main: true }] : [],
        ],
        working: [line('Known here', 'general practice by rubber, place and product', ASSEMBLY_FLUIDS.join(', '),
          `${choices.length} may, ${forbidden.length} must not`,
          [...new Set([...choices, ...forbidden].map(({ source }) => source))].join('; '))],
        caution: 'Sheet and maker stand above this table; data sheets and site rules above all.',
      }
    },
  }),
]
