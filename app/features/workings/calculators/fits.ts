import {
  boreAfterPressing,
  fitLimits,
  gripTemperature,
  gripTime,
  interferenceFit,
  likelyFits,
  MATERIAL_NAMES,
  MATERIALS,
  mountingTemperature,
  stressVerdict,
  taperDriveUp,
  type FitMaterial,
  type Material,
} from '#core'
import { calculator, mm, mmRange, um, umRange, type Result } from '../calculator'
import { choice, optional, plain, quantity, word } from '../fields'

const material = (label: string, first: Material = 'steel') => choice(label, Object.fromEntries(
  [first, ...MATERIAL_NAMES.filter(name => name !== first)].map(name => [name, MATERIALS[name].name])) as Record<Material, string>)
const materialOf = (name: Material, yieldMPa?: number): FitMaterial => ({
  ...MATERIALS[name],
  ...(yieldMPa === undefined ? {} : { yieldMPa }),
})
const HEAT_CAUTION
  = 'Hot parts burn through gloves and can throw oil: clean, dry gloves, both hands planned, nobody below. The maker’s manual and site rules stand above this.'
const PRESS_CAUTION
  = 'Parts under a press can burst out: stand aside, guard on, press square. The maker’s manual and site rules stand above this.'

export const fitCalculators = [
  calculator({
    key: 'fit',
    title: 'Limits of a fit',
    about: 'Limits of hole and shaft and the clearance between them, by ISO 286.',
    fields: {
      nominal: quantity('Nominal size', 'length', '70'),
      fit: word('Fit', 'H7/k6', { hint: 'hole/shaft' }),
      bore: optional(quantity('Measured bore', 'length', '')),
      shaft: optional(quantity('Measured shaft', 'length', '')),
    },
    compute({ nominal, fit, bore, shaft }) {
      const { kind, maxClearanceUm, minClearanceUm, probableClearanceUm, hole, shaft: pin, working } = fitLimits(nominal, fit)
      const [holeName, shaftName] = fit.split('/').map(name => name.trim()) as [string, string]
      const results: Result[] = [
        { label: 'Kind', word: `${kind} fit`, main: true },
        ...(bore === undefined || shaft === undefined
          ? []
          : [um('Measured clearance', (bore - shaft) * 1000, { signed: true, main: true })]),
        um('Largest clearance', maxClearanceUm, { signed: true, main: true }),
        um('Smallest clearance', minClearanceUm, { signed: true, main: true }),
        umRange('Nearly all pairs', probableClearanceUm.min, probableClearanceUm.max),
        mmRange(`Hole ${holeName}`, nominal + hole.lowerUm / 1000, nominal + hole.upperUm / 1000),
        mmRange(`Shaft ${shaftName}`, nominal + pin.lowerUm / 1000, nominal + pin.upperUm / 1000),
      ]
      const measured = (size: number | undefined) => (size === undefined ? {} : { measuredUm: (size - nominal) * 1000 })
      return {
        results,
        working,
        drawing: {
          kind: 'zones',
          nominalMm: nominal,
          zones: [
            { name: holeName, ...hole, ...measured(bore) },
            { name: shaftName, ...pin, ...measured(shaft) },
          ],
        },
      }
    },
  }),
  calculator({
    key: 'likely-fit',
    title: 'Which fit is it',
    about: 'Two measured sizes: which usual fits they can belong to.',
    fields: {
      bore: quantity('Measured bore', 'length', '25.012'),
      shaft: quantity('Measured shaft', 'length', '25.008'),
      nominal: optional(quantity('Nominal size', 'length', '')),
    },
    compute({ bore, shaft, nominal }) {
      const found = likelyFits(bore, shaft, nominal === undefined ? {} : { nominalMm: nominal })
      return {
        results: [
          um('Clearance', (bore - shaft) * 1000, { signed: true }),
          ...found.map(({ fit, nominalMm, kind, missUm }, i): Result => ({
            label: i === 0 ? 'Most likely' : 'or',
            word: `${fit} at ${nominalMm} mm, ${kind}${missUm > 0 ? `, ${missUm.toFixed(0)} µm outside` : ''}`,
            main: i === 0,
          })),
        ],
        working: found.map(line => line.working),
      }
    },
  }),
  calculator({
    key: 'interference',
    title: 'Press and shrink fit',
    about: 'Pressure, stress and what a press fit holds, for solid and hollow parts of any two materials.',
    fields: {
      d: quantity('Diameter of the joint', 'length', '100'),
      interference: quantity('Interference on the diameter', 'length', '60', { unit: 'µm' }),
      length: quantity('Length of the joint', 'length', '80'),
      out: quantity('Outside of the hub', 'length', '180'),
      bore: quantity('Bore of the shaft, 0 if solid', 'length', '0'),
      hub: material('Hub of'),
      shaft: material('Shaft of'),
      yieldHub: optional(quantity('Yield strength of the hub', 'pressure', '350')),
      yieldShaft: optional(quantity('Yield strength of the shaft', 'pressure', '350')),
      friction: plain('Friction in the joint', '0.12'),
      rz: optional(quantity('Roughness Rz of each face', 'length', '', { unit: 'µm' })),
    },
    blames: {
      fitDiameterMm: 'd',
      innerBoreMm: 'bore',
      outerDiameterMm: 'out',
      lengthMm: 'length',
      interferenceUm: 'interference',
      friction: 'friction',
      roughness: 'rz',
    },
    compute({ d, interference, length, out, bore, hub, shaft, yieldHub, yieldShaft, friction, rz }) {
      const fit = interferenceFit({
        fitDiameterMm: d,
        innerBoreMm: bore,
        outerDiameterMm: out,
        lengthMm: length,
        interferenceUm: interference,
        inner: materialOf(shaft, yieldShaft),
        outer: materialOf(hub, yieldHub),
        friction,
        ...(rz === undefined ? {} : { roughness: { innerRzUm: rz, outerRzUm: rz } }),
      })
      const share = (label: string, of: number | undefined): Result[] =>
        of === undefined ? [] : [{ label, value: of * 100, kind: 'share', decimals: 0, verdict: stressVerdict(of) }]
      return {
        results: [
          { label: 'Pressure', value: fit.pressureMPa, kind: 'pressure', decimals: 1, main: true },
          { label: 'Slips at', value: fit.slipTorqueNm, kind: 'torque', decimals: 0, main: true },
          { label: 'Press force at the end', value: fit.pressForceN, kind: 'force', unit: 'kN', decimals: 1, main: true },
          { label: 'Hoop stress at the hub bore', value: fit.hubHoopStressMPa, kind: 'pressure', decimals: 1 },
          ...share('Hub, share of yield', fit.hubStressShare),
          ...share('Shaft, share of yield', fit.innerStressShare),
          um('Hub grows outside by', fit.hubOuterChangeUm, { signed: true }),
          um('Hub bore opens by', fit.hubBoreChangeUm, { signed: true }),
          ...(bore > 0 ? [um('Shaft bore changes by', fit.innerBoreChangeUm, { signed: true })] : []),
        ],
        working: fit.working,
        caution: PRESS_CAUTION,
      }
    },
  }),
  calculator({
    key: 'heating',
    title: 'Heating a part on',
    about: 'How warm a bearing, hub or coupling must be to slide on, whether it may be, and how long it stays loose.',
    fields: {
      d: quantity('Diameter of the seat', 'length', '70'),
      interference: quantity('Largest interference', 'length', '36', { unit: 'µm' }),
      clearance: quantity('Clearance while it slides on', 'length', '20', { unit: 'µm' }),
      of: material('Part of'),
      room: quantity('Room', 'temperature', '20'),
      cap: quantity('It stands up to', 'temperature', '120', { hint: 'sealed bearings less; the maker first' }),
      loss: plain('Loss on the way', '20', { unit: 'K' }),
      mass: optional(quantity('Mass', 'mass', '2.5')),
      surface: optional(plain('Surface that cools', '0.06', { unit: 'm²' })),
    },
    blames: {
      fitDiameterMm: 'd',
      interferenceUm: 'interference',
      clearanceUm: 'clearance',
      roomC: 'room',
      capC: 'cap',
      handlingLossK: 'loss',
      massKg: 'mass',
      surfaceM2: 'surface',
    },
    compute({ d, interference, clearance, of, room, cap, loss, mass, surface }) {
      const { alphaPerK } = MATERIALS[of]
      const heat = mountingTemperature({
        fitDiameterMm: d,
        interferenceUm: interference,
        clearanceUm: clearance,
        alphaPerK,
        roomC: room,
        capC: cap,
        handlingLossK: loss,
      })
      const results: Result[] = [
        {
          label: 'Temperature of the part',
          value: heat.temperatureC,
          kind: 'temperature',
          decimals: 0,
          main: true,
          verdict: heat.allowed ? 'in' : 'out',
        },
        { label: 'Gentlest way', word: heat.method, main: true },
      ]
      if (!heat.allowed) {
        results.push(um('Clearance at the cap', heat.clearanceAtCapUm, { signed: true }))
        results.push(
          heat.shaftTemperatureC === undefined
            ? { label: 'Cooling the shaft', word: 'is not enough: check the interference' }
            : { label: 'Shaft cooled to', value: heat.shaftTemperatureC, kind: 'temperature', decimals: 0 },
        )
      }
      const start = Math.min(heat.temperatureC, cap)
      const seat = { roomC: room, fitDiameterMm: d, interferenceUm: interference, alphaPerK }
      const working = [...heat.working]
      if (mass !== undefined && surface !== undefined && start > gripTemperature(seat) && heat.method !== 'no heat') {
        const grip = gripTime({ ...seat, temperatureC: start, massKg: mass, surfaceM2: surface })
        working.push(...grip.working)
        if (Number.isFinite(grip.seconds))
          results.push(
            { label: 'Stays loose in the air for', value: grip.seconds, kind: 'time', unit: 'min', decimals: 1 },
            { label: 'Grips at', value: grip.gripC, kind: 'temperature', decimals: 0 },
          )
      }
      return { results, working, caution: HEAT_CAUTION }
    },
  }),
  calculator({
    key: 'pressed-sleeve',
    title: 'Pressed sleeve',
    about: 'How far the bore of a sleeve closes when it is pressed in, and what must come out for the running clearance.',
    fields: {
      bore: quantity('Bore of the sleeve', 'length', '60'),
      outside: quantity('Outside of the sleeve', 'length', '75.05'),
      housing: quantity('Bore of the housing', 'length', '75'),
      housingOut: quantity('Outside of the housing', 'length', '120'),
      length: quantity('Length', 'length', '70'),
      sleeve: material('Sleeve of', 'bronze'),
      body: material('Housing of', 'cast iron'),
      shaft: optional(quantity('Journal', 'length', '59.92')),
      wanted: optional(quantity('Wanted clearance', 'length', '90', { unit: 'µm' })),
    },
    blames: { fitDiameterMm: 'housing', innerBoreMm: 'bore', outerDiameterMm: 'housingOut', lengthMm: 'length', shaftMm: 'shaft' },
    compute({ bore, outside, housing, housingOut, length, sleeve, body, shaft, wanted }) {
      const pressed = boreAfterPressing({
        boreMm: bore,
        sleeveOuterMm: outside,
        housingBoreMm: housing,
        housingOuterMm: housingOut,
        lengthMm: length,
        sleeve: materialOf(sleeve),
        housing: materialOf(body),
        shaftMm: shaft,
        wantedClearanceUm: wanted,
      })
      const results: Result[] = [
        mm('Bore when it is in', pressed.boreMm, { main: true, decimals: 4 }),
        um('Closes in by', pressed.closesInUm, { main: true }),
        um('Interference', pressed.interferenceUm),
        { label: 'Press force at the end', value: pressed.pressForceN, kind: 'force', unit: 'kN', decimals: 1 },
      ]
      if (pressed.clearanceUm !== undefined) results.push(um('Running clearance', pressed.clearanceUm, { signed: true }))
      if (pressed.stockUm !== undefined)
        results.push(um(pressed.stockUm >= 0 ? 'Take out of the bore' : 'Too wide already by', Math.abs(pressed.stockUm), { main: true }))
      return { results, working: pressed.working, caution: PRESS_CAUTION }
    },
  }),
  calculator({
    key: 'taper',
    title: 'Drive-up on a taper',
    about: 'How far a hub or bearing is driven up its taper for the wanted interference.',
    fields: {
      ratio: plain('Taper 1 :', '12'),
      interference: quantity('Wanted interference', 'length', '60', { unit: 'µm' }),
      smoothed: quantity('Loss by roughness', 'length', '0', { unit: 'µm' }),
      contact: optional(quantity('Blued contact', 'share', '85')),
    },
    blames: { taperRatio: 'ratio', interferenceUm: 'interference', smoothedUm: 'smoothed', contactShare: 'contact' },
    compute({ ratio, interference, smoothed, contact }) {
      const drive = taperDriveUp({
        taperRatio: ratio,
        interferenceUm: interference,
        smoothedUm: smoothed,
        contactShare: contact === undefined ? undefined : contact / 100,
      })
      const results: Result[] = [mm('Drive-up', drive.driveUpMm, { main: true, decimals: 2 })]
      if (drive.contactIsEnough !== undefined)
        results.push({
          label: 'Contact',
          word: drive.contactIsEnough ? 'enough' : 'not enough: lap or replace',
          verdict: drive.contactIsEnough ? 'in' : 'out',
        })
      return {
        results,
        working: drive.working,
        caution:
          'A hydraulic hub holds oil under high pressure: nut on before pressure, nobody in line with the shaft. The maker’s manual and site rules stand above this.',
      }
    },
  }),
]
