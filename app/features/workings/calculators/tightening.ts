import {
  castleNutTurn, checkTarget, engagement, frictionOf, LUBRICANTS, passPlan, preloadForTorque, preloadRange,
  PROPERTY_CLASSES, propertyClass, slackeningOrder, tabAlignment, threadSize, tighteningOrder, TIGHTENING_PATTERNS,
  torqueForPreload, turnOfNut, usualFlange, witnessAngle, wrenchSetting, type BoltLayout, type GasketKind, type TargetVerdict,
  type Verdict, type WorkingLine,
} from '#core'
import { PATTERN_WORDS, TOOL_WORDS } from '../../../ui/tightening-words'
import { askWorker } from '../../../workers/ask-worker'
import { calculator, type Result } from '../calculator'
import { checked, choice, numbers, optional, plain, quantity, word, type Values } from '../fields'

const newtonmetres = (label: string, value: number, main = false): Result =>
  ({ label, value, kind: 'torque', decimals: value < 20 ? 2 : 1, main })
const kilonewtons = (label: string, value: number, main = false): Result => ({ label, value, kind: 'force', unit: 'kN', decimals: 2, main })
const millimetres = (label: string, value: number, decimals = 3): Result => ({ label, value, kind: 'length', decimals })
const named = <T extends string>(values: readonly T[], words: Partial<Record<T, string>> = {}) =>
  Object.fromEntries(values.map(value => [value, words[value] ?? value])) as Record<T, string>

const thread = (start = 'M16') => checked('Thread', start, text => threadSize(text).name, 'M16, M16x1.5, 5/8-11 UNC')
const boltClass = () => choice('Class', named([...PROPERTY_CLASSES].sort((a, b) => Number(b === '8.8') - Number(a === '8.8'))))
const lubricant = () => choice('In the thread', named([...LUBRICANTS].sort((a, b) => Number(b === 'oil') - Number(a === 'oil'))))
const torque = (start = '150') => quantity('Torque', 'torque', start)
const MANUAL = 'The maker’s manual stands above any figure here.'
const line = (label: string, formula: string, substituted: string, result: string, source: string): WorkingLine =>
  ({ label, formula, substituted, result, source })
const of = (field: string, ...values: string[]) => (texts: Readonly<Record<string, string>>) => values.includes(texts[field] ?? '')

const TARGETS: Record<TargetVerdict, readonly [string, Verdict]> = {
  fits: ['it fits', 'in'], low: ['low for such a bolt', 'doubtful'], high: ['high for such a bolt', 'doubtful'],
  absurd: ['cannot be meant so', 'out'],
}

const layoutFields = {
  lies: choice('They lie in', { circle: 'a circle', rectangle: 'a frame', rows: 'two rows' }),
  bolts: plain('Bolts', '12', { when: of('lies', 'circle') }),
  long: plain('On a long side', '9', { hint: 'with its corners', when: of('lies', 'rectangle') }),
  short: plain('On a short side', '4', { hint: 'with its corners', when: of('lies', 'rectangle') }),
  left: plain('Left row', '4', { when: of('lies', 'rows') }),
  right: plain('Right row', '4', { when: of('lies', 'rows') }),
}
const layoutOf = ({ lies, bolts, long, short, left, right }: Values<typeof layoutFields>): BoltLayout =>
  lies === 'circle' ? { kind: 'circle', bolts } : lies === 'rectangle' ? { kind: 'rectangle', long, short } : { kind: 'rows', left, right }

export const tighteningCalculators = [
  calculator({
    key: 'thread',
    title: 'Threads and classes',
    about: 'What a thread measures, and what a bolt of its class holds.',
    fields: { thread: thread(), class: boltClass() },
    compute(v) {
      const size = threadSize(v.thread)
      const { proofMPa, yieldMPa, tensileMPa, note, source } = propertyClass(v.class, size.nominalMm)
      const proofN = proofMPa * size.stressAreaMm2
      return {
        results: [
          kilonewtons('Proof load', proofN, true), millimetres('Pitch', size.pitchMm), millimetres('Pitch diameter', size.pitchDiameterMm),
          millimetres('Root diameter', size.minorDiameterMm), { label: 'Stress area', word: `${size.stressAreaMm2.toFixed(1)} mm²` },
          { label: 'Proof, yield, tensile', word: `${proofMPa} · ${yieldMPa} · ${tensileMPa} MPa` },
          ...note ? [{ label: 'But', word: note }] : [],
        ],
        working: [
          line('Stress area', 'π/4 ((d₂ + d₃)/2)²', `${size.pitchDiameterMm.toFixed(3)}, ${size.minorDiameterMm.toFixed(3)} mm`,
            `${size.stressAreaMm2.toFixed(1)} mm²`, 'ISO 898-1, 9.1.6; ASME B1.1'),
          line('Proof load', 'S_p A_s', `${proofMPa} MPa × ${size.stressAreaMm2.toFixed(1)} mm²`, `${(proofN / 1000).toFixed(2)} kN`,
            source),
        ],
      }
    },
  }),
  calculator({
    key: 'torque-preload',
    title: 'Torque and preload',
    about: 'What a torque stretches a bolt to, or which torque a preload asks for, and how far the tool scatters it.',
    fields: {
      asks: choice('Known is', { torque: 'the torque', preload: 'the preload' }),
      thread: thread(),
      class: boltClass(),
      torque: { ...torque(), when: of('asks', 'torque') },
      preload: quantity('Preload', 'force', '60', { unit: 'kN', when: of('asks', 'preload') }),
      rubs: choice('Friction', { word: 'by what is on it', own: 'measured', factor: 'by a nut factor' }),
      lubricant: { ...lubricant(), when: of('rubs', 'word') },
      inThread: plain('In the thread', '0.12', { when: of('rubs', 'own') }),
      atHead: plain('Under the head', '0.12', { when: of('rubs', 'own') }),
      factor: plain('Nut factor', '0.15', { when: of('rubs', 'factor') }),
      tool: choice('Tightened with', TOOL_WORDS),
    },
    blames: {},
    compute(v) {
      const wet = v.lubricant ?? 'oil'
      const friction = frictionOf(wet)
      const middle = (friction.from + friction.to) / 2
      const rubbing = v.rubs === 'factor'
        ? { nutFactor: v.factor }
        : v.rubs === 'own' ? { threadFriction: v.inThread, headFriction: v.atHead } : { threadFriction: middle, headFriction: middle }
      const found = v.asks === 'torque'
        ? preloadForTorque({ thread: v.thread, torqueNm: v.torque, ...rubbing })
        : torqueForPreload({ thread: v.thread, preloadN: v.preload * 1000, ...rubbing })
      const size = threadSize(v.thread)
      const share = found.preloadN / (propertyClass(v.class, size.nominalMm).proofMPa * size.stressAreaMm2)
      const range = preloadRange({ thread: v.thread, propertyClass: v.class, torqueNm: found.torqueNm, lubricant: wet, tool: v.tool })
      const scale = found.preloadN / range.meanN
      return {
        results: [
          v.asks === 'torque' ? kilonewtons('Preload', found.preloadN, true) : newtonmetres('Torque', found.torqueNm, true),
          { label: 'Of its proof load', value: share * 100, kind: 'share', decimals: 0, main: true,
            verdict: share > 1.2 ? 'out' : share > 0.85 || share < 0.15 ? 'doubtful' : 'in' },
          { label: `Scattered by the ${TOOL_WORDS[v.tool]}`, from: range.lowN * scale, to: range.highN * scale, kind: 'force', unit: 'kN',
            decimals: 1 },
          newtonmetres('Into stretch', found.pitchNm),
          ...found.threadNm === null ? [] : [newtonmetres('Lost in the thread', found.threadNm)],
          ...found.headNm === null ? [] : [newtonmetres('Lost under the head', found.headNm)],
          { label: 'Nut factor', word: found.nutFactor.toFixed(3) },
          ...v.rubs === 'word' ? [{ label: 'Friction taken', word: `${middle.toFixed(2)}, of ${friction.from} to ${friction.to}` }] : [],
        ],
        working: [...found.working, ...range.working.slice(1)],
        caution: MANUAL,
      }
    },
  }),
  calculator({
    key: 'target',
    title: 'Check of a torque',
    about: 'Whether a torque that somebody wrote down can be meant for that bolt, and what may have been mixed up.',
    fields: {
      thread: thread('M10'), class: boltClass(), torque: torque('48'), lubricant: lubricant(),
      nut: optional(word('Class of the nut', '')),
      into: choice('Screwed into', { nut: 'a nut', steel: 'steel', iron: 'iron', aluminium: 'aluminium' }),
      held: optional(quantity('Full threads in hold', 'length', '')),
    },
    compute(v) {
      const { shareOfProof, verdict, governedBy, preloadN, nutFactor, reasons } = checkTarget({
        thread: v.thread, propertyClass: v.class, torqueNm: v.torque, lubricant: v.lubricant,
        ...v.nut ? { nutClass: v.nut } : {}, ...v.held === undefined ? {} : { into: v.into, engagementMm: v.held },
      })
      const [said, mark] = TARGETS[verdict]
      return {
        results: [
          { label: 'The torque', word: said, main: true, verdict: mark },
          { label: `Of the proof load, ${governedBy}`, value: Math.min(shareOfProof, 99) * 100, kind: 'share', decimals: 0, main: true },
          kilonewtons('Mean preload', preloadN),
          ...reasons.map((reason, i): Result => ({ label: i === 0 ? 'Look' : '', word: reason })),
        ],
        working: [
          line('Mean preload', 'T / (K d)', `${v.torque} N·m / (${nutFactor} × ${threadSize(v.thread).nominalMm.toFixed(2)} mm)`,
            `${(preloadN / 1000).toFixed(2)} kN`, 'general practice (nut factor)'),
          line('Share', 'F / (S_p A_s)', `weakest: ${governedBy}`, `${(Math.min(shareOfProof, 99) * 100).toFixed(0)} %`,
            'ISO 898-1, ISO 898-2; 15 to 85 % is usual'),
        ],
        caution: MANUAL,
      }
    },
  }),
  calculator({
    key: 'order',
    title: 'Order and passes',
    about: 'In which order the bolts of a joint are pulled, to what in each pass, and how they are let go.',
    fields: {
      ...layoutFields,
      pattern: choice('Pattern', named(TIGHTENING_PATTERNS, PATTERN_WORDS)),
      torque: torque(),
      shares: numbers('Passes, shares of it', '0.3 0.6 1'),
      round: choice('In the end', { yes: 'once more round', no: 'no round' }),
    },
    blames: {},
    compute(v) {
      const layout = layoutOf(v)
      const order = tighteningOrder({ layout, pattern: v.pattern })
      const passes = passPlan({ torqueNm: v.torque, shares: v.shares, finalRound: v.round === 'yes' })
      const places = (list: readonly number[]) => list.map(bolt => bolt + 1).join(' – ')
      const [, out] = slackeningOrder({ layout, pattern: v.pattern })
      return {
        results: [
          { label: 'Places from the index, in turn', word: places(order), main: true },
          ...passes.map(({ isFinalRound, torqueNm }, i) => newtonmetres(isFinalRound ? 'Round' : `Pass ${i + 1}`, torqueNm)),
          { label: 'Let go, a quarter turn first', word: places(out!.order) },
        ],
        working: [line('Places', 'counted clockwise from the index on top', `${order.length} bolts, ${PATTERN_WORDS[v.pattern]}`,
          places(order), 'general practice')],
        drawing: { kind: 'ring', layout, order },
        caution: 'Let go only when the pressure is proved zero. Stand aside; nuts stay on by three threads until the joint is seen open.',
      }
    },
  }),
  calculator({
    key: 'evenness',
    title: 'Evenness',
    about: 'How the bolts of a round flange pull on each other, pass by pass, with the scatter of friction.',
    fields: {
      bolts: plain('Bolts', '12'),
      thread: thread(),
      gasket: choice('Between them', { soft: 'a sheet gasket', metal: 'metal on metal' }),
      radius: optional(quantity('Radius of the bolts', 'length', '')),
      target: quantity('Wanted force', 'force', '60', { unit: 'kN' }),
      pattern: choice('Pattern', named(TIGHTENING_PATTERNS.filter(pattern => pattern !== 'middleOutwards'), PATTERN_WORDS)),
      shares: numbers('Passes', '0.3 0.6 1 1', 'a further 1 is a round'),
      scatter: plain('Scatter of friction', '0.1', { hint: 'of each pull, 0 to 0.33' }),
      spread: plain('Wanted spread', '0.1', { hint: '(most − least) / wanted' }),
    },
    blames: { 'tightening.draws': 'scatter' },
    async compute(v) {
      const usual = usualFlange({ thread: v.thread, bolts: v.bolts, gasket: v.gasket as GasketKind })
      const model = {
        ...usual, ...v.radius === undefined ? {} : { radiusMm: v.radius }, bolts: v.bolts, targetN: v.target * 1000,
        order: tighteningOrder({ layout: { kind: 'circle', bolts: v.bolts }, pattern: v.pattern }),
        ...v.pattern === 'evenTurns' ? { pattern: v.pattern } : {},
      }
      const friction = { scatter: v.scatter, draws: 500, seed: 1 }
      const [found, { passes, spread, isReached }] = await Promise.all([
        askWorker('simulateTightening', { ...model, passes: v.shares, friction }),
        askWorker('passesForEvenness', { ...model, spread: v.spread }),
      ])
      const drawn = found.quantiles
      return {
        results: [
          { label: 'In the end, without scatter', from: found.minN, to: found.maxN, kind: 'force', unit: 'kN', decimals: 1, main: true },
          ...drawn ? [{ label: 'Loosest, nine of ten above', value: drawn.minN.low, kind: 'force', unit: 'kN', decimals: 1 } as const] : [],
          kilonewtons('Standard deviation', found.stdN),
          { label: 'How crooked it lies', value: found.tiltUm / 1000, kind: 'length', unit: 'µm', decimals: 1 },
          { label: `Passes for a spread of ${Math.round(v.spread * 100)} %`,
            word: `${passes.map(share => Math.round(share * 100)).join(', ')} %${isReached ? '' : `: reaches ${Math.round(spread * 100)} % only`}` },
        ],
        working: [
          line('Flange', 'EI w⁗ + k w = Σ F δ',
            `R ${model.radiusMm.toFixed(0)} mm, EI ${(usual.flange.flexuralRigidityNmm2 / 1e9).toFixed(2)}·10⁹ N·mm², k ${usual.gasket.foundationNPerMm2.toFixed(0)} N/mm²`,
            `${(found.minN / 1000).toFixed(1)} … ${(found.maxN / 1000).toFixed(1)} kN`, 'beam on an elastic foundation (Hetényi)'),
          line('Bolt', 'E A / l', v.thread, `${(usual.bolt.stiffnessNPerMm / 1000).toFixed(0)} kN/mm`, 'usual proportions of a flange'),
        ],
        drawing: { kind: 'forces', finalN: found.finalN, targetN: v.target * 1000, quantiles: drawn?.finalN ?? [] },
        caution: 'It tells patterns apart; it is no figure for a drawing. The maker’s procedure stands above it.',
      }
    },
  }),
  calculator({
    key: 'wrench',
    title: 'Wrench with an extension',
    about: 'What the wrench is set to so that the bolt gets its torque.',
    fields: {
      torque: torque('280'), wrench: quantity('Drive to grip mark', 'length', '600'), extension: quantity('Drive to bolt', 'length', '150'),
      angle: quantity('Angle', 'angle', '0', { hint: '0° straight on, 90° square' }),
    },
    compute(v) {
      const { settingNm, working } = wrenchSetting({ torqueNm: v.torque, wrenchMm: v.wrench, extensionMm: v.extension, angleDeg: v.angle })
      return {
        results: [newtonmetres('Set it to', settingNm, true), newtonmetres('At the bolt', v.torque)], working,
        caution: 'Hold it at its mark, by one hand. Use it from 20 to 100 % of its scale.',
      }
    },
  }),
  calculator({
    key: 'locks',
    title: 'Locks',
    about: 'Castle nut, tab washer, witness line, turn of the nut, threads in hold.',
    fields: {
      what: choice('Which',
        { castle: 'castle nut and pin', tab: 'tab washer and nut', witness: 'witness line', turn: 'turn of the nut', hold: 'threads in hold' }),
      thread: thread(),
      slots: plain('Slots of the nut', '6', { when: of('what', 'castle', 'tab') }),
      tabs: plain('Tabs of the washer', '17', { when: of('what', 'tab') }),
      past: quantity('A slot stands past by', 'angle', '20', { when: of('what', 'castle', 'tab') }),
      lower: quantity('Lower torque', 'torque', '120', { when: of('what', 'castle') }),
      upper: quantity('Upper torque', 'torque', '160', { when: of('what', 'castle') }),
      rises: { ...optional(plain('It rises, N·m a degree', '')), when: of('what', 'castle') },
      off: quantity('The line stands off by', 'angle', '-6', { hint: 'tightening is positive', when: of('what', 'witness') }),
      grip: quantity('Thickness clamped', 'length', '60', { when: of('what', 'turn', 'witness') }),
      preload: quantity('Wanted preload', 'force', '60', { unit: 'kN', when: of('what', 'turn') }),
      into: choice('Screwed into', { steel: 'steel', iron: 'iron', aluminium: 'aluminium', nut: 'a nut' }, { when: of('what', 'hold') }),
      turns: plain('Turns by hand', '9', { when: of('what', 'hold') }),
    },
    compute(v) {
      const { pitchMm, name } = threadSize(v.thread)
      switch (v.what) {
        case 'castle': {
          const found = castleNutTurn({ slots: v.slots, pastDeg: v.past, lowerNm: v.lower, upperNm: v.upper, risesNmPerDeg: v.rises })
          return {
            results: [
              { label: 'On by', value: found.turnDeg, kind: 'angle', decimals: 0, main: true,
                verdict: found.verdict === 'fits' ? 'in' : found.verdict === 'feel' ? 'doubtful' : 'out' },
              { label: 'So', word: found.sentence, main: true },
              ...found.torqueNm === null ? [] : [newtonmetres('Torque there', found.torqueNm)],
            ],
            working: [line('Next slot', '360° / slots − how far it is past', `360° / ${v.slots}, ${v.past}°`,
              `${found.turnDeg.toFixed(0)}°`, 'geometry')],
            caution: 'Never back for a pin. A new pin, bent over.',
          }
        }
        case 'tab': {
          const found = tabAlignment({ tabs: v.tabs, slots: v.slots, pastDeg: v.past, pitchMm })
          return {
            results: [
              { label: 'On by', value: found.turnDeg, kind: 'angle', decimals: 1, main: true },
              { label: 'Meet', word: `tab ${found.tab} and slot ${found.slot}`, main: true },
              millimetres('Along the shaft', found.alongMm!),
            ],
            working: [line('First pair that meets', 'tab · 360°/tabs − slot · 360°/slots',
              `${v.tabs} tabs, ${v.slots} slots, ${v.past}° past`, `${found.turnDeg.toFixed(1)}°`, 'geometry: a vernier')],
            caution: 'A new washer; a tab is bent once.',
          }
        }
        case 'witness': {
          const stiffness = turnOfNut({ thread: v.thread, preloadN: 1000, gripMm: v.grip }).boltStiffnessNPerMm
          const { alongUm, clampN } = witnessAngle({ thread: v.thread, offDeg: v.off, stiffnessNPerMm: stiffness })
          return {
            results: [
              { label: 'Along the bolt', value: alongUm / 1000, kind: 'length', unit: 'µm', decimals: 0, signed: true, main: true },
              { label: 'Change of clamp, at most', value: clampN!, kind: 'force', unit: 'kN', decimals: 1, signed: true, main: true },
            ],
            working: [line('Way', 'P · angle / 360°', `${pitchMm} mm × ${v.off}° / 360°`, `${alongUm.toFixed(0)} µm`, 'geometry'),
              line('Clamp', 'c s, the parts taken as rigid', `${(stiffness / 1000).toFixed(0)} kN/mm`, `${(clampN! / 1000).toFixed(1)} kN`, 'Hooke')],
          }
        }
        case 'turn': {
          const found = turnOfNut({ thread: v.thread, preloadN: v.preload * 1000, gripMm: v.grip })
          return {
            results: [{ label: 'From snug on by, at least', value: found.turnDeg, kind: 'angle', decimals: 0, main: true },
              millimetres('Stretch', found.stretchMm)],
            working: [line('Turn', '360° F / (c P)',
              `${v.preload} kN / (${(found.boltStiffnessNPerMm / 1000).toFixed(0)} kN/mm × ${pitchMm} mm)`, `${found.turnDeg.toFixed(0)}°`,
              'Hooke; VDI 2230-1, 5.1.1')],
          }
        }
        case 'hold': {
          const found = engagement({ thread: v.thread, into: v.into, turns: v.turns })
          return {
            results: [
              { ...millimetres('In hold', v.turns * pitchMm, 1), main: true,
                verdict: found.verdict === 'enough' ? 'in' : found.verdict === 'thin' ? 'doubtful' : 'out' },
              { label: 'Wanted', from: found.wantedMm, to: found.wantedToMm, kind: 'length', decimals: 1 },
            ],
            working: [line('In hold', 'turns × P', `${v.turns} × ${pitchMm} mm, ${name} into ${v.into}`,
              `${(v.turns * pitchMm).toFixed(1)} mm`,
              'general practice for class 8.8: 1 d in steel, 1.5 d in iron, 2 to 2.5 d in aluminium')],
          }
        }
      }
    },
  }),
]
