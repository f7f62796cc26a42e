/*
 * The closed words of evidence: what a part is in it, where on it, what was seen, what else is known, what may have caused it.
 * Damage of rolling bearings in the terms of ISO 15243, of gears in those of ISO 10825-1; for seals and sleeve bearings common words.
 */

interface RoleWords { zones: readonly string[], kinds: readonly string[] }

const RINGS: RoleWords = {
  zones: ['raceway', 'middle', 'one shoulder', 'both shoulders', 'seat', 'face'],
  kinds: ['path all round', 'path part turn', 'path two opposite', 'path slanting', 'path off centre', 'path wide', 'spalled', 'indented',
    'brinelled', 'false brinelled', 'fluted', 'smeared', 'discoloured', 'corroded', 'fretted', 'creep', 'cracked'],
}
const SLEEVES: RoleWords = {
  zones: ['under o-ring', 'under lip', 'bearing seat', 'middle', 'step'],
  kinds: ['fretted', 'scored', 'corroded', 'rubbed', 'discoloured', 'bent', 'deposit', 'worn groove', 'pitted electrically'],
}
const WHEELS: RoleWords = {
  zones: ['inlet', 'outlet', 'ring'], kinds: ['rubbed part turn', 'rubbed all round', 'pitted inlet', 'eroded', 'loose'],
}
const PLAIN: RoleWords = { zones: [], kinds: ['sheared', 'fretted', 'wiped', 'scored', 'even wear'] }

/** What a part is in the evidence, the zones that it has, and what can be found on it. */
export const EVIDENCE_ROLES = {
  'seal face': {
    zones: ['inside edge', 'track', 'outside edge', 'back'],
    kinds: ['wide track', 'narrow track', 'offset track', 'no contact', 'uneven contact', 'grooved', 'scored', 'chipped', 'cracked',
      'heat checked', 'blistered', 'coked', 'deposit', 'corroded', 'polished', 'distorted'],
  },
  'o-ring': {
    zones: ['inside', 'outside', 'front', 'back'],
    kinds: ['cut', 'nibbled', 'extruded', 'twisted', 'abraded', 'swollen', 'hardened', 'softened', 'blistered', 'flattened',
      'heat cracked', 'missing'],
  },
  'spring': { zones: [], kinds: ['broken', 'clogged', 'corroded', 'set short', 'long', 'unequal'] },
  'drive pin': {
    zones: ['leading side', 'trailing side'],
    kinds: ['worn one side', 'worn both sides', 'sheared', 'bent', 'too high', 'too low'],
  },
  'sleeve': SLEEVES,
  'shaft': SLEEVES,
  'chamber': { zones: ['bore', 'face', 'throat'], kinds: ['rubbed', 'eroded', 'deposit', 'not square', 'corroded'] },
  'inner ring': RINGS,
  'outer ring': RINGS,
  'rolling element': { zones: [], kinds: ['spalled', 'indented', 'fluted', 'smeared', 'discoloured', 'corroded'] },
  'cage': { zones: [], kinds: ['worn', 'broken', 'discoloured'] },
  'sleeve bearing': {
    zones: ['loaded half', 'free half', 'one edge', 'both edges', 'opposite corners', 'back'],
    kinds: ['wiped', 'polished edge', 'scored', 'embedded dirt', 'fatigue cracked', 'corroded', 'pitted electrically', 'fretted', 'even wear'],
  },
  'gear tooth': {
    zones: ['tip', 'root', 'flank', 'one end', 'both ends'],
    kinds: ['pitted', 'spalled', 'scuffed', 'abraded', 'end contact', 'tip contact', 'broken', 'cracked', 'indented', 'corroded'],
  },
  'coupling': { zones: [], kinds: ['elements worn', 'elements split', 'powder', 'teeth worn', 'bolts loose'] },
  'blade': { zones: ['edge', 'slot', 'tip'], kinds: ['heel worn', 'slot oval', 'chipped', 'warped', 'tip polished'] },
  'impeller': WHEELS,
  'wear ring': WHEELS,
  'lip seal': { zones: ['lip', 'bore', 'back'], kinds: ['hardened', 'worn', 'cut', 'turned in', 'flattened'] },
  'bellows': { zones: [], kinds: ['cracked', 'clogged', 'set short', 'corroded'] },
  'key': PLAIN,
  'thrust pad': PLAIN,
  'oil': { zones: [], kinds: ['metal bright', 'metal bronze', 'water', 'dark', 'low'] },
} as const satisfies Record<string, RoleWords>

export type EvidenceRole = keyof typeof EVIDENCE_ROLES
export const ROLE_NAMES = Object.keys(EVIDENCE_ROLES) as EvidenceRole[]

/** Somebody looked and found nothing: it speaks as loud as damage. */
export const CLEAN = 'clean'

export const EVIDENCE_READINGS = [
  'shaft run-out', 'shaft bow', 'face squareness', 'chamber concentricity', 'end play', 'radial play', 'bearing clearance', 'inner fit',
  'outer fit', 'housing roundness', 'face flatness', 'nose height', 'pipe freedom', 'backlash', 'coupling alignment', 'seal setting',
  'spring load', 'bearing pinch', 'contact picture', 'vibration', 'bearing temperature', 'balance',
] as const
export type EvidenceReadingOf = (typeof EVIDENCE_READINGS)[number]

export const CIRCUMSTANCES = [
  'ran dry', 'lost flush', 'hot product', 'abrasive product', 'product crystallises', 'gas in product', 'pressure surge', 'recent overhaul',
  'stood still long', 'variable speed drive', 'welded nearby', 'started backwards', 'overfilled grease', 'low oil', 'water got in',
  'cleaned with acid or caustic', 'new product', 'overload', 'cavitating', 'frequent starts', 'pipework changed', 'cold shock',
  'setting clips left in', 'ran its life', 'leaks standing', 'leaks only turning', 'leaked from first start',
  'wrong lubricant at assembly', 'barrier pressure lost', 'not vented',
] as const
export type Circumstance = (typeof CIRCUMSTANCES)[number]

export interface CauseWords { key: string, name: string, group: string }

const group = (name: string, keys: readonly (string | readonly [key: string, shown: string])[]): CauseWords[] =>
  keys.map(key => typeof key === 'string' ? { key, name: key, group: name } : { key: key[0], name: key[1], group: name })

/** Every cause that the tool ranks; a key is never reworded, what people read is its name. */
export const CAUSES: readonly CauseWords[] = [
  ...group('seal runs wrong', ['dry running', 'flashing', 'abrasive wear', 'deposit hang-up', 'coking', 'thermal shock',
    'pressure distortion', 'overpressure']),
  ...group('seal set or fitted wrong', ['set too short', 'set too long', 'still face not square', 'turning face not square',
    'pinched at assembly', 'wrong rotation', ['drive too high', 'drive pin too high'], ['drive too low', 'drive pin too low'], 'loose drive',
    'thermal distortion']),
  ...group('shaft and pump', ['bent shaft', 'shaft off centre to chamber', 'coupling misalignment', 'unbalance', 'end play too wide',
    'vibration or cavitation', 'pipe strain']),
  ...group('elastomer', ['chemical attack', 'heat ageing', ['gas decompression', 'gas let out of the ring too fast'], 'extrusion gap',
    'compression set', 'assembly cut', ['seal never moved (fretting hang-up)', 'O-ring hung in its fretted groove']]),
  ...group('rolling bearing', ['overload', 'axial overload', 'ring misaligned', 'out-of-round seat',
    ['turning load (unbalance) on the still ring', 'load that turns with the shaft, on the still ring'], 'loose inner fit',
    'loose outer fit', 'excess preload', 'lack of lubricant', 'dirt', 'water', 'standing still under vibration', 'blow at mounting',
    'electric current', ['overgreasing', 'too much grease'], 'skidding']),
  ...group('sleeve bearing', ['edge loading by misalignment', 'too little clearance', 'too much clearance', 'dirt in oil', 'oil starvation',
    'loose shell (no pinch)']),
  ...group('gear', ['tooth overload', 'gear misaligned']),
  ...group('any', [['worn out at the end of its life', 'worn out, at the end of its life']]),
  ...group('blades, vanes', ['blade pressure too high', 'wear in service', 'moved to another slot']),
]
const NAMES: ReadonlyMap<string, string> = new Map(CAUSES.map(({ key, name }) => [key, name]))
export const causeName = (key: string): string => NAMES.get(key) ?? key

/** What people read for a kind of finding, where its key is short for it. */
const KIND_NAMES: Readonly<Record<string, string>> = { 'set short': 'taken a set', 'clean': 'looked at, nothing found' }
export const kindName = (kind: string): string => KIND_NAMES[kind] ?? kind
