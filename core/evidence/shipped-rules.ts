import { CAUSES, type EvidenceReadingOf, type EvidenceRole } from './words'
import type { GeometryFamily, GeometryRow } from './geometry'
import type { CauseFacts, EvidenceRule, FindingWanted, RuleDocument, RuleWhen } from './rules'

/*
 * The rules that ship. They are data: what a cause leaves behind, how strongly it speaks, and where that is known from.
 * A weight near 3 is a sign that hardly anything else leaves; near 2 a usual one; near 1 one of several; below that a hint.
 */

const [SEALS, BEARINGS, GEARS, RUBBER, PRACTICE] = [
  'general practice of seal failure analysis', 'ISO 15243', 'ISO 10825-1', 'elastomer trade, general practice', 'general practice',
]

type Weighed = readonly [when: RuleWhen, weight: number]

const list = <T>(value: T | readonly T[]): readonly T[] => Array.isArray(value) ? value : [value as T]
const on = (roles: EvidenceRole | readonly EvidenceRole[], kinds: string | readonly string[], weight: number,
  more: Omit<FindingWanted, 'roles' | 'kinds'> = {}): Weighed =>
  [{ finding: { roles: list(roles), kinds: list(kinds), ...more } }, weight]
const out = (of: EvidenceReadingOf, weight: number, side?: 'tight' | 'wide', motion?: 'turning' | 'still'): Weighed =>
  [{ reading: { of, ...side ? { side } : {}, ...motion ? { motion } : {} } }, weight]
const told = (circumstance: string, weight: number): Weighed => [{ circumstance }, weight]
const shape = (row: GeometryRow, weight: number, family?: GeometryFamily): Weighed =>
  [{ geometry: row, ...family ? { family } : {} }, weight]

const rules: EvidenceRule[] = []
const facts: CauseFacts[] = []
/** A cause with what is looked at next, minutes, how usual it is, and its signs. */
function cause(key: string, source: string, check: string, minutes: number, prior: number, ...signs: readonly Weighed[]): void {
  facts.push({ key, prior, check: { text: check, minutes } })
  rules.push(...signs.map(([when, weight]) => ({ cause: key, when, weight, source })))
}

const FACE = 'seal face' as const
const WHEELS = ['impeller', 'wear ring'] as const
const SHAFTS = ['sleeve', 'shaft'] as const
const RINGS = ['inner ring', 'outer ring'] as const
const ROLLING = ['inner ring', 'outer ring', 'rolling element'] as const

// Seal runs wrong
cause('dry running', SEALS, 'Ask who saw it run without liquid; look at the faces for checks and at the O-rings near them', 10, 0,
  told('ran dry', 3), told('not vented', 2.2), told('barrier pressure lost', 1.6), told('lost flush', 0.9),
  on(FACE, 'heat checked', 2.2), on(FACE, 'grooved', 0.7), on(FACE, 'scored', 0.4), on(FACE, 'blistered', 0.7), on(FACE, 'coked', -0.3),
  on('o-ring', ['heat cracked', 'hardened'], 0.7), on('bellows', 'cracked', 0.3), told('cold shock', -0.8), told('hot product', -0.3))
cause('flashing', SEALS, 'Compare vapour pressure at the temperature of the chamber with its pressure', 15, -0.2,
  on(FACE, 'chipped', 2.4, { zones: ['outside edge', 'inside edge'] }), on(FACE, 'chipped', 0.8), on(FACE, 'blistered', 0.9),
  on(FACE, 'heat checked', 0.3), on(FACE, 'uneven contact', 0.2), told('hot product', 1.3), told('lost flush', 0.8),
  told('gas in product', 0.7), told('leaks only turning', 0.7), told('ran dry', -0.4))
cause('abrasive wear', SEALS, 'Feel what settles from a sample of the product between two fingers of a glove', 5, 0,
  on(FACE, 'grooved', 2), on(FACE, 'scored', 0.9), on('chamber', 'eroded', 1.4), on('o-ring', 'abraded', 0.9),
  on('impeller', 'eroded', 1), on('wear ring', 'eroded', 1), on(SHAFTS, ['worn groove', 'scored'], 0.6), on('spring', 'clogged', 0.3),
  told('abrasive product', 2.6), told('product crystallises', 0.4), on(FACE, 'heat checked', -0.8))
cause('deposit hang-up', SEALS, 'Push the ring along its sleeve before anything is washed: does it hang?', 5, 0,
  on(SHAFTS, 'deposit', 2.2), on('spring', 'clogged', 2), on('bellows', 'clogged', 1.8), on(FACE, 'deposit', 1.6),
  on('chamber', 'deposit', 1.4), told('product crystallises', 2.2), told('stood still long', 0.6), told('leaks standing', 0.4),
  on(FACE, 'coked', -0.8))
cause('coking', SEALS, 'Scrape a little from the inside edge: does it smear as carbon?', 5, -0.2,
  on(FACE, 'coked', 3.2), told('hot product', 1.5), on('bellows', 'clogged', 1.2), on('spring', 'clogged', 0.3), told('lost flush', 0.4),
  told('barrier pressure lost', 0.5), on('o-ring', 'hardened', 0.4))
cause('thermal shock', SEALS, 'Ask for the minutes of the last start: what cold came on what hot', 10, -0.3,
  told('cold shock', 3), on(FACE, 'cracked', 2.2), on(FACE, 'heat checked', 0.9), told('hot product', 0.3), told('ran dry', -0.4),
  told('lost flush', 0.3), told('pressure surge', -0.5))
cause('pressure distortion', SEALS, 'Compare the pressure in the chamber with what the seal is balanced for', 15, -0.3,
  shape('turned by pressure', 3.2), on(FACE, 'distorted', 0.8), out('face flatness', 0.6), told('pressure surge', 0.9),
  told('hot product', -0.3), on('drive pin', 'bent', 0.2))
cause('overpressure', SEALS, 'Read the highest pressure of the last weeks from the gauge or the log', 15, -0.3,
  told('pressure surge', 2.5), on('o-ring', 'extruded', 1.1), on(FACE, 'cracked', 1), on(FACE, 'distorted', 1.1),
  on('drive pin', ['bent', 'sheared'], 1), on('bellows', 'cracked', 1), shape('turned by pressure', 0.8), on('chamber', 'eroded', -0.2))

// Set or fitted wrong
cause('set too short', SEALS, 'Measure where the rotating part stands before the set screws are touched', 10, 0,
  out('seal setting', 3.6, 'tight'), out('spring load', 1.8, 'tight'), on('spring', 'set short', 1), on('bellows', 'set short', 1),
  on('spring', 'long', 0.8), on(FACE, 'heat checked', 0.8), on(FACE, 'grooved', 0.4), told('recent overhaul', 0.5),
  told('setting clips left in', 0.6), told('ran dry', -0.6), on('drive pin', 'worn both sides', -0.2), out('spring load', -1, 'wide'))
cause('set too long', SEALS, 'Measure where the rotating part stands before the set screws are touched', 10, 0,
  out('seal setting', 3.6, 'wide'), on(FACE, 'no contact', 1.3), out('spring load', 1.4, 'wide'), on(FACE, 'narrow track', 0.6),
  told('leaked from first start', 0.9), told('leaks standing', 1.2), told('recent overhaul', 0.5), told('setting clips left in', 1.2),
  on(FACE, 'deposit', 0.2), on(FACE, 'heat checked', -0.8))
cause('still face not square', SEALS, 'Sweep the gland face with a dial on the shaft', 10, 0.1,
  shape('still part out', 2.4, 'seal'), out('face squareness', 3.3, undefined, 'still'), on('chamber', 'not square', 2.8),
  on('drive pin', 'worn both sides', 1.3), on(SHAFTS, 'fretted', 1, { zones: ['under o-ring'] }),
  on('spring', ['broken', 'unequal'], 0.7), on(FACE, ['uneven contact', 'no contact'], 0.7, { motion: 'still' }),
  told('leaks only turning', 0.4), told('recent overhaul', 0.4), shape('turning part out', -1.2, 'seal'),
  shape('square and concentric', -0.8, 'seal'))
cause('turning face not square', SEALS, 'Sweep the rotating ring with a dial while the shaft is turned by hand', 10, -0.1,
  shape('turning part out', 2.6, 'seal'), out('face squareness', 3.3, undefined, 'turning'),
  on(FACE, ['uneven contact', 'no contact'], 0.8, { motion: 'turning' }), on('drive pin', 'worn both sides', 0.4),
  told('recent overhaul', 0.4), shape('still part out', -1.2, 'seal'), shape('square and concentric', -0.8, 'seal'),
  on(SHAFTS, 'bent', -0.6))
cause('pinched at assembly', SEALS, 'Look at the seat O-ring and its chamfer for a flat or a nick where the face is high', 5, -0.2,
  on(FACE, 'uneven contact', 2, { reach: ['two opposite'] }), on(FACE, 'distorted', 1.6), on('o-ring', 'twisted', 1.8),
  on('o-ring', 'cut', 0.5), out('face flatness', 1.4), told('leaked from first start', 1.3), told('recent overhaul', 1),
  told('pressure surge', -0.8), told('hot product', -0.4), on('o-ring', 'nibbled', -0.3))
cause('wrong rotation', SEALS, 'Bump the motor and look which way the shaft goes', 5, -0.2,
  told('started backwards', 3), on('drive pin', 'worn one side', 2.2, { zones: ['trailing side'] }), on('spring', 'broken', 1),
  on('spring', 'unequal', 0.3), on('impeller', 'loose', 1.4), told('recent overhaul', 0.4),
  on('drive pin', 'worn one side', -0.8, { zones: ['leading side'] }))
cause('drive too high', SEALS, 'Measure the height of the pins over their ring', 5, -0.1,
  on('drive pin', 'too high', 3.6), on(FACE, 'chipped', 0.7, { zones: ['back'] }),
  on(FACE, 'uneven contact', 0.5, { motion: 'turning' }), on(FACE, 'cracked', 0.4), told('recent overhaul', 0.5),
  told('leaked from first start', 0.4), out('nose height', 0.5))
cause('drive too low', SEALS, 'Measure the height of the pins over their ring', 5, -0.1,
  on('drive pin', 'too low', 3.6), on('drive pin', 'worn one side', 0.5), on(FACE, ['scored', 'grooved'], 0.9, { zones: ['back'] }),
  on(SHAFTS, ['scored', 'worn groove'], 0.5, { zones: ['under o-ring'] }), told('recent overhaul', 0.5),
  told('wrong lubricant at assembly', 0.6), on('o-ring', 'abraded', 0.6))
cause('loose drive', SEALS, 'Try the set screws and the key with a spanner before they are undone', 5, -0.1,
  on('key', ['sheared', 'fretted'], 2.2), on('key', ['wiped', 'scored'], 1), on('drive pin', 'sheared', 2),
  on('drive pin', 'worn both sides', 0.6), on('coupling', 'bolts loose', 0.4), on(SHAFTS, 'scored', 0.9), on(WHEELS, 'loose', 0.9),
  told('frequent starts', 0.5), out('seal setting', 0.4))
cause('thermal distortion', SEALS, 'Feel the temperature of flush and gland while it runs, and compare with the last log', 15, -0.3,
  shape('turned by heat', 3.2), told('hot product', 1), told('lost flush', 0.8), out('face flatness', 0.5), on(FACE, 'distorted', 0.5),
  told('pressure surge', -0.4))

// Shaft and pump
cause('bent shaft', PRACTICE, 'Sweep the shaft at three places with a dial', 20, 0,
  on(SHAFTS, 'bent', 3.2), out('shaft bow', 3.2), out('shaft run-out', 2.8), shape('turning face orbits', 2.2, 'seal'),
  shape('turning part out', 2, 'rub'), shape('turning part out', 0.9, 'seal'), on(SHAFTS, 'rubbed', 0.8),
  on('wear ring', 'rubbed part turn', 0.4), on('impeller', 'rubbed part turn', 0.9), out('vibration', 0.6),
  on('blade', 'heel worn', 0.5), on('blade', ['chipped', 'warped'], 0.3), told('recent overhaul', -0.1),
  shape('still part out', -0.5, 'rub'), out('balance', -0.3))
cause('shaft off centre to chamber', PRACTICE, 'Sweep the bore of the chamber with a dial on the shaft', 15, 0,
  out('chamber concentricity', 3.4), shape('still face off centre', 2.8, 'seal'), shape('still carrier off centre', 2.4, 'seal'),
  shape('still part out', 2.2, 'rub'), shape('turning carrier off centre', 0.6, 'seal'),
  on('chamber', 'rubbed', 0.8, { reach: ['one place'] }), on('sleeve bearing', 'even wear', 0.2), told('recent overhaul', 0.3),
  told('pipework changed', -0.4))
cause('coupling misalignment', PRACTICE, 'Put two dials on the coupling', 30, 0,
  out('coupling alignment', 3), on('coupling', ['elements worn', 'elements split', 'powder', 'teeth worn'], 2.2),
  on('coupling', 'bolts loose', 1.2), out('vibration', 0.8), told('recent overhaul', 0.3), told('pipework changed', 0.2),
  on('drive pin', 'worn both sides', 0.4), on(SHAFTS, 'fretted', 0.3, { zones: ['under o-ring'] }),
  on('outer ring', 'path two opposite', 0.3))
cause('unbalance', PRACTICE, 'Look at the spectrum for once per turn, and at the wheel for what sits or is missing on it', 15, 0,
  out('balance', 3.2), out('vibration', 1.5), on('impeller', 'eroded', 0.5), on('impeller', 'loose', 0.4),
  shape('turning part out', 0.8, 'rub'), shape('turning part out', 0.7, 'rolling bearing'), on('inner ring', 'path part turn', 0.4),
  out('shaft bow', -0.5))
cause('end play too wide', PRACTICE, 'Push and pull the shaft with a dial on its end', 10, -0.1,
  out('end play', 3.3, 'wide'), on('thrust pad', ['wiped', 'scored', 'even wear'], 1.6),
  on('impeller', 'rubbed all round', 1.3, { zones: ['inlet', 'outlet'] }), on(SHAFTS, 'fretted', 0.5, { zones: ['under o-ring'] }),
  on('impeller', 'rubbed all round', 0.4), on(FACE, 'chipped', 0.4), out('end play', -2, 'tight'), on('blade', 'chipped', 0.2))
cause('vibration or cavitation', PRACTICE, 'Listen at the suction, and compare the suction pressure with what the pump needs', 15, -0.1,
  on(WHEELS, 'pitted inlet', 3), told('cavitating', 2.8), out('vibration', 1.6), on(FACE, 'chipped', 0.7),
  on('drive pin', 'worn both sides', 0.6), on('spring', 'broken', 0.5), on(SHAFTS, 'fretted', 0.4), told('gas in product', 0.3),
  out('balance', -0.6), out('coupling alignment', -0.4))
cause('pipe strain', PRACTICE, 'Undo the flange bolts one by one with dials on the coupling', 45, -0.1,
  out('pipe freedom', 3.4), told('pipework changed', 2.4), out('coupling alignment', 0.7), on('chamber', 'rubbed', 0.5),
  shape('still part out', 0.6, 'rub'), on('chamber', 'not square', 0.4), on('wear ring', 'rubbed part turn', 0.4, { motion: 'still' }),
  told('hot product', 0.3))

// Elastomer
cause('chemical attack', RUBBER, 'Lay a new ring of the same rubber in the product for a day and measure it', 30, 0,
  on('o-ring', 'swollen', 2.6), on('o-ring', 'softened', 2.4), on('o-ring', 'blistered', 0.2), told('new product', 1.7),
  told('cleaned with acid or caustic', 1.9), told('wrong lubricant at assembly', 1.9), on(FACE, 'corroded', 1.9),
  on(['spring', 'bellows'], 'corroded', 1.6), on([...SHAFTS, 'chamber'], 'corroded', 1.2), on('o-ring', 'hardened', 0.3))
cause('heat ageing', RUBBER, 'Bend the ring: does it crack, and is it hard all through?', 5, 0,
  on('o-ring', 'hardened', 2.6), on('o-ring', 'heat cracked', 2.2), on('lip seal', 'hardened', 2.4), on('o-ring', 'flattened', 0.6),
  told('hot product', 1.2), told('ran its life', 0.4), told('new product', -0.2), told('ran dry', -0.4), on(FACE, 'heat checked', -0.5))
cause('gas decompression', RUBBER, 'Cut the ring through and look for blisters inside', 5, -0.1,
  on('o-ring', 'blistered', 3), told('gas in product', 2.4), told('pressure surge', 0.5), on('o-ring', 'cut', 0.2),
  told('hot product', -0.2), on(FACE, 'blistered', -0.4))
cause('extrusion gap', RUBBER, 'Measure the gap behind the ring at four places', 10, -0.1,
  on('o-ring', 'extruded', 2.6), on('o-ring', 'nibbled', 2.8), told('pressure surge', 0.5),
  on('chamber', 'eroded', 0.5, { zones: ['bore'] }), out('chamber concentricity', 0.3), on('o-ring', 'cut', 0.2))
cause('compression set', RUBBER, 'Measure the section of the ring half an hour after it came out', 5, 0,
  on('o-ring', 'flattened', 3), told('leaks standing', 0.7), told('stood still long', 0.6), told('ran its life', 0.4),
  told('hot product', 0.3), on('lip seal', 'flattened', 2), on('o-ring', 'hardened', -0.4))
cause('assembly cut', RUBBER, 'Feel the chamfers and the keyway over which the ring was pushed', 5, 0,
  on('o-ring', 'cut', 2.6), on('lip seal', ['cut', 'turned in'], 2.6), on('o-ring', 'missing', 2), told('leaked from first start', 1.7),
  told('recent overhaul', 0.9), on('o-ring', 'twisted', 0.5), told('ran its life', -0.8), on(FACE, 'no contact', -0.5),
  on('o-ring', ['extruded', 'nibbled'], -0.6))
cause('seal never moved (fretting hang-up)', SEALS, 'Slide the ring along: does it stop at the groove that it has made?', 5, 0,
  on(SHAFTS, 'fretted', 2.3, { zones: ['under o-ring'] }), on(SHAFTS, 'worn groove', 1.8, { zones: ['under o-ring'] }),
  on('o-ring', 'abraded', 1.2), told('leaks only turning', 0.5), on('drive pin', 'worn both sides', -1),
  on('chamber', 'not square', -1.2), out('face squareness', -1.2), shape('still part out', -1, 'seal'),
  shape('square and concentric', 0.6, 'seal'), told('ran its life', 0.3), out('end play', -0.5))

// Rolling bearings
cause('overload', BEARINGS, 'Work the load out from belt, pressure and weight, and compare with the bearing', 30, -0.1,
  told('overload', 2.6), on(RINGS, 'spalled', 1, { reach: ['all round', 'one place'] }), on(ROLLING, 'spalled', 1),
  on(RINGS, 'path wide', 0.8), on('sleeve bearing', 'fatigue cracked', 2.4),
  on('sleeve bearing', 'wiped', 0.5, { zones: ['loaded half'] }), on('cage', 'broken', 0.3), out('bearing temperature', 0.4),
  on('gear tooth', ['broken', 'spalled'], 0.3))
cause('axial overload', BEARINGS, 'Ask what pushes: a coupling without float, a blocked balance line', 15, -0.1,
  on(RINGS, 'path off centre', 2.6), on(ROLLING, 'spalled', 1.4, { zones: ['one shoulder'] }),
  on(RINGS, ['path all round', 'discoloured', 'smeared'], 1.4, { zones: ['one shoulder'] }), on('thrust pad', ['wiped', 'scored'], 2),
  on('thrust pad', ['sheared', 'fretted'], 1), out('end play', 0.5, 'tight'), told('overload', 0.4), out('end play', -0.6, 'wide'))
cause('ring misaligned', BEARINGS, 'Sweep the shoulder against which the ring sits', 15, 0,
  on(RINGS, 'path slanting', 3.3), on('cage', ['worn', 'broken'], 0.6), told('recent overhaul', 0.3), out('coupling alignment', 0.2),
  on(RINGS, 'spalled', 0.5, { zones: ['both shoulders'] }))
cause('out-of-round seat', BEARINGS, 'Measure the bore of the housing in three planes', 15, 0,
  on(RINGS, 'path two opposite', 3), out('housing roundness', 3), out('bearing pinch', 0.4, 'tight'), told('recent overhaul', 0.2),
  shape('still part out', 0.2, 'rolling bearing'), on(RINGS, 'spalled', 0.6, { reach: ['two opposite'] }))
cause('turning load (unbalance) on the still ring', BEARINGS,
  'Have the rotor balanced on a machine, and look at the creep of the still ring', 30, -0.1,
  shape('turning part out', 2.6, 'rolling bearing'), on('inner ring', 'path part turn', 1.2), on('outer ring', 'creep', 0.6),
  out('balance', 1.4), out('vibration', 0.5))
cause('loose inner fit', BEARINGS, 'Measure the seat of the shaft in two planes', 10, 0,
  on('inner ring', 'creep', 3), on('inner ring', 'fretted', 2.2), out('inner fit', 3.2, 'wide'),
  on(SHAFTS, ['fretted', 'scored', 'worn groove'], 1.8, { zones: ['bearing seat'] }), on('inner ring', 'cracked', 0.3),
  out('inner fit', -2, 'tight'))
cause('loose outer fit', BEARINGS, 'Measure the bore of the housing in two planes', 10, 0,
  on('outer ring', 'creep', 3), on('outer ring', 'fretted', 2.2), out('outer fit', 3.2, 'wide'), out('outer fit', -2, 'tight'),
  out('balance', 0.2))
cause('excess preload', BEARINGS, 'Measure the clearance that is left with the bearing in its place', 15, -0.1,
  out('bearing clearance', 2.8, 'tight'), out('inner fit', 2.4, 'tight'), out('outer fit', 2.2, 'tight'), on(RINGS, 'path wide', 1.6),
  out('radial play', 2, 'tight'), out('end play', 1.4, 'tight'), on(ROLLING, 'discoloured', 0.6), out('bearing temperature', 1),
  told('recent overhaul', 0.6), on('sleeve bearing', 'wiped', -0.6), out('bearing clearance', -2, 'wide'))
cause('lack of lubricant', BEARINGS, 'Look at level and grease, and when it was last given', 5, 0.1,
  told('low oil', 2.4), on('oil', 'low', 2.4), on(ROLLING, 'discoloured', 1.6), on(ROLLING, 'smeared', 0.9),
  on('cage', ['worn', 'discoloured'], 1.4), on('oil', 'dark', 0.8), on('gear tooth', 'scuffed', 2.4), out('bearing temperature', 0.9),
  told('overfilled grease', -1.5), on('lip seal', 'worn', 0.2), told('ran dry', 0.3))
cause('dirt', BEARINGS, 'Wipe the grease through a white cloth, look and feel', 5, 0,
  on(ROLLING, 'indented', 2.3), on('gear tooth', ['abraded', 'indented'], 2.3), told('abrasive product', 0.7),
  on('oil', ['metal bright', 'metal bronze'], 0.3), on('lip seal', 'worn', 0.9), told('recent overhaul', 0.4),
  on('sleeve bearing', ['embedded dirt', 'scored'], 0.8), on('cage', 'worn', 0.3))
cause('water', BEARINGS, 'Heat a drop of the oil on a plate: does it crackle?', 5, 0,
  on('oil', 'water', 2.8), told('water got in', 2.7), on(ROLLING, 'corroded', 2.3), on(['gear tooth', 'sleeve bearing'], 'corroded', 2),
  told('stood still long', 0.5), on('lip seal', ['hardened', 'worn', 'turned in', 'cut'], 0.4),
  told('cleaned with acid or caustic', -0.2))
cause('standing still under vibration', BEARINGS, 'Ask how long it stood beside running machines', 5, -0.1,
  on(RINGS, 'false brinelled', 3.4), told('stood still long', 1.8), on('rolling element', 'corroded', 0.2),
  shape('did not turn', 0.8, 'rolling bearing'))
cause('blow at mounting', BEARINGS, 'Ask how it was driven on, and look at the faces of the rings for marks of a drift', 5, -0.1,
  on(RINGS, 'brinelled', 3), told('recent overhaul', 0.9), on(RINGS, 'indented', 0.9, { zones: ['face', 'one shoulder'] }),
  on(RINGS, 'cracked', 1.4), on('cage', 'broken', 0.5), shape('did not turn', 0.5, 'rolling bearing'),
  told('leaked from first start', 0.1))
cause('electric current', BEARINGS, 'Measure the voltage from the shaft to earth while it runs', 20, 0,
  on(ROLLING, 'fluted', 3.2), on([...SHAFTS, 'sleeve bearing'], 'pitted electrically', 3.2), told('variable speed drive', 1.7),
  told('welded nearby', 1.9), on('oil', 'dark', 0.5), on(ROLLING, 'discoloured', 0.1))
cause('overgreasing', BEARINGS, 'Open the drain and look how much comes', 5, -0.1,
  told('overfilled grease', 3), out('bearing temperature', 1), on('lip seal', 'turned in', 0.6), on(ROLLING, 'discoloured', 0.6),
  on('cage', 'broken', 0.2), told('low oil', -1))
cause('skidding', BEARINGS, 'Compare the load with the least that the bearing needs', 20, -0.2,
  on('rolling element', 'smeared', 2.4), on(RINGS, 'smeared', 2.2), told('frequent starts', 0.9), on('cage', 'worn', 0.4),
  told('low oil', -0.8), on('oil', 'low', -0.6), told('overload', -0.8), on(ROLLING, 'discoloured', -0.6))

// Sleeve bearings
cause('edge loading by misalignment', PRACTICE, 'Blue the shell and look where it touches', 30, 0,
  on('sleeve bearing', 'polished edge', 2.6), on('sleeve bearing', ['wiped', 'fatigue cracked', 'even wear', 'scored'], 2.4,
    { zones: ['one edge', 'opposite corners', 'both edges'] }),
  out('contact picture', 1.6), out('coupling alignment', 0.7), told('recent overhaul', 0.2))
cause('too little clearance', PRACTICE, 'Put a strip of plastic gauge on the journal', 30, -0.1,
  out('bearing clearance', 2.8, 'tight'), on('sleeve bearing', 'wiped', 1.3, { zones: ['free half', 'loaded half'] }),
  on('sleeve bearing', 'wiped', 0.9, { zones: ['free half'] }), out('bearing temperature', 0.9), told('recent overhaul', 0.6),
  out('radial play', 0.8, 'tight'), out('bearing pinch', 0.5, 'tight'), told('low oil', -0.8))
cause('too much clearance', PRACTICE, 'Lift the shaft with a dial on it', 15, -0.1,
  out('bearing clearance', 2.8, 'wide'), out('radial play', 2.4, 'wide'), out('vibration', 0.8), on('sleeve bearing', 'even wear', 1.1),
  on('sleeve bearing', 'fatigue cracked', 0.4), on('sleeve bearing', 'fretted', -0.3), told('ran its life', 0.2))
cause('dirt in oil', PRACTICE, 'Open the filter and look what it holds', 10, 0,
  on('sleeve bearing', 'embedded dirt', 3), on('sleeve bearing', 'scored', 2.2), on(SHAFTS, 'scored', 1.3, { zones: ['bearing seat'] }),
  told('recent overhaul', 0.3), on('oil', ['metal bright', 'metal bronze'], 0.4), told('abrasive product', 0.3))
cause('oil starvation', PRACTICE, 'Look at level, ring and passages: does oil come to the journal?', 10, 0,
  on('sleeve bearing', 'wiped', 1.9), on('sleeve bearing', 'wiped', 0.5, { zones: ['loaded half'] }), told('low oil', 2),
  on('oil', 'low', 2), on(SHAFTS, 'discoloured', 1.2, { zones: ['bearing seat'] }), out('bearing temperature', 0.7),
  on('oil', 'dark', 0.3), on('oil', 'metal bronze', 0.4), told('recent overhaul', -0.1))
cause('loose shell (no pinch)', PRACTICE, 'Lay shims and lead wire and measure the pinch', 30, -0.1,
  on('sleeve bearing', 'fretted', 3), on('sleeve bearing', 'fretted', 0.4, { zones: ['back'] }), out('bearing pinch', 3.2, 'wide'),
  out('vibration', 0.4), out('bearing pinch', -2, 'tight'))

// Gears
cause('tooth overload', GEARS, 'Read the highest current since the last look', 15, -0.1,
  on('gear tooth', 'broken', 2.4), on('gear tooth', 'cracked', 2), on('gear tooth', ['spalled', 'pitted'], 1.3), told('overload', 1.9),
  told('frequent starts', 0.7), out('backlash', 0.2), on('gear tooth', ['spalled', 'pitted'], -0.4, { zones: ['one end'] }))
cause('gear misaligned', GEARS, 'Blue a few teeth and turn by hand', 20, 0,
  on('gear tooth', 'end contact', 3), on('gear tooth', ['pitted', 'spalled', 'scuffed', 'broken', 'cracked'], 1.9,
    { zones: ['one end'] }), out('contact picture', 2.2),
  out('backlash', 0.7), on('gear tooth', 'tip contact', 0.9), told('recent overhaul', 0.2))

// Any
cause('worn out at the end of its life', PRACTICE, 'Compare its hours with what its sisters reached', 10, 0,
  told('ran its life', 3.2), on(['sleeve bearing', 'key', 'thrust pad'], 'even wear', 1.9), on('lip seal', 'worn', 1.4),
  on('blade', ['heel worn', 'tip polished'], 0.2), shape('square and concentric', 0.8), on(FACE, 'grooved', 0.6),
  out('radial play', 0.3, 'wide'), told('recent overhaul', -1.8), told('leaked from first start', -2), on(WHEELS, 'eroded', 0.2),
  on(FACE, ['heat checked', 'cracked'], -0.8))

// Blades
cause('blade pressure too high', PRACTICE, 'Measure the heel and the colour of the edge, and the springs behind the blades', 10, -0.1,
  on('blade', 'warped', 2.3), on('blade', 'chipped', 1.3), on('blade', 'heel worn', 0.9), on('blade', 'tip polished', 0.6),
  out('spring load', 2, 'tight'), on('chamber', 'rubbed', 0.5, { reach: ['all round'] }), told('hot product', 0.3))
cause('wear in service', PRACTICE, 'Compare the heel of all blades with their hours', 5, 0.1,
  on('blade', 'heel worn', 2.2), on('blade', 'tip polished', 2.1), on('blade', ['chipped', 'warped'], -0.8), told('ran its life', 0.8),
  told('abrasive product', 0.4), told('recent overhaul', -0.8))
cause('moved to another slot', PRACTICE, 'Compare slot and side of each blade with what was written down when it came out', 5, -0.1,
  on('blade', 'slot oval', 2.8), told('recent overhaul', 1), on('blade', 'heel worn', 0.3, { reach: ['one place', 'several places'] }),
  on('blade', 'chipped', 0.3))

/** How each reading is taken, where it is the next check. */
const checks: RuleDocument['checks'] = [
  { of: 'seal setting', text: 'Measure where the rotating part stands, before the set screws are touched', minutes: 10 },
  { of: 'face squareness', text: 'Sweep the faces with a dial on the shaft', minutes: 10 },
  { of: 'chamber concentricity', text: 'Sweep the bore of the chamber with a dial on the shaft', minutes: 15 },
  { of: 'shaft run-out', text: 'Sweep the shaft with a dial', minutes: 10 },
  { of: 'shaft bow', text: 'Sweep the shaft at three places with a dial', minutes: 20 },
  { of: 'end play', text: 'Push and pull the shaft with a dial on its end', minutes: 10 },
  { of: 'radial play', text: 'Lift the shaft with a dial on it', minutes: 10 },
  { of: 'bearing clearance', text: 'Measure the clearance of the bearing', minutes: 30 },
  { of: 'inner fit', text: 'Measure the seat on the shaft in two planes', minutes: 10 },
  { of: 'outer fit', text: 'Measure the bore of the housing in two planes', minutes: 10 },
  { of: 'housing roundness', text: 'Measure the bore of the housing in three planes', minutes: 15 },
  { of: 'face flatness', text: 'Look at the faces under an optical flat', minutes: 10 },
  { of: 'nose height', text: 'Measure the height of the nose of the carbon', minutes: 5 },
  { of: 'pipe freedom', text: 'Undo the flange bolts one by one with dials on the coupling', minutes: 45 },
  { of: 'backlash', text: 'Hold one gear, move the other against a dial', minutes: 10 },
  { of: 'coupling alignment', text: 'Put two dials on the coupling', minutes: 30 },
  { of: 'spring load', text: 'Lay the springs in a row, measure free length and force', minutes: 10 },
  { of: 'bearing pinch', text: 'Lay shims and lead wire and measure the pinch', minutes: 30 },
  { of: 'contact picture', text: 'Blue it and look where it touches', minutes: 30 },
  { of: 'vibration', text: 'Take the vibration at both bearings in three directions', minutes: 15 },
  { of: 'bearing temperature', text: 'Read the temperature of the bearings from the log', minutes: 10 },
  { of: 'balance', text: 'Have the rotor put on the balancing machine', minutes: 60 },
]

/** In the order of the words. */
const order = new Map(CAUSES.map(({ key }, i) => [key, i]))

export const SHIPPED_RULES: RuleDocument = {
  format: 'needler-evidence/1', key: 'general', revision: 1, checks,
  causes: facts.sort((one, other) => order.get(one.key)! - order.get(other.key)!), rules,
}
