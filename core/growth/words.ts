import { onceFor } from '../kept-by'
import type { Part } from '../sheet'

/** What the word for a part says of it. */
export interface WordFacts {
  kind: Part['kind']
  /** A new one goes in each time. */
  neverAgain: boolean
  /** It is screwed in: somebody has to know how tight. */
  isScrewed: boolean
  /** Small and many: they go into a bag. */
  isSmall: boolean
  /** It closes what may be full or under pressure. */
  opens: boolean
  /** Nobody lifts it by hand unless somebody says so. */
  isHeavy: boolean
}

export const SAYS = ['never again', 'screwed', 'small', 'opens', 'heavy'] as const
type Said = typeof SAYS[number]

/** Words for a part, and what they say of it. Written in small letters; with an s behind it a word is the same word. */
export interface WordRow { words: readonly string[], kind: Part['kind'], says: readonly Said[] }

const row = (words: string, kind: Part['kind'], ...says: Said[]): WordRow => ({ words: words.split(', '), kind, says })

// The first that fits counts: what is always replaced before what looks like it, what fastens before what it fastens.
export const WORD_ROWS: readonly WordRow[] = [
  row('snap ring, circlip, retaining ring', 'snap ring', 'never again', 'small'),
  row('split pin, cotter, cotter pin', 'locking part', 'never again', 'small'),
  row('lock washer, lockwasher, tab washer, spring washer, lock plate', 'locking part', 'never again', 'small'),
  row('o-ring, o ring, oring', 'o-ring', 'never again', 'small'),
  row('gasket, packing', 'gasket', 'never again'),
  row('lip seal, oil seal, shaft seal ring', 'lip seal', 'never again'),
  row('screw, bolt, stud, capscrew', 'fastener', 'screwed', 'small'),
  row('nut', 'nut', 'screwed', 'small'),
  row('plug', 'fastener', 'screwed', 'small', 'opens'),
  row('washer, shim, pin, dowel, spacer, clip', 'small part', 'small'),
  row('guard', 'guard'),
  row('key', 'key', 'small'),
  row('wear ring', 'wear ring'),
  row('bearing housing, bearing cover, bearing bracket, bearing cap, bearing frame, pedestal', 'housing', 'opens'),
  row('bearing', 'bearing'),
  row('seal', 'seal'),
  row('coupling, hub, pulley, sheave', 'coupling'),
  row('belt, elastomer, buffer', 'elastomer'),
  row('chain', 'chain'),
  row('sleeve, bush, bushing', 'sleeve'),
  row('spring', 'spring'),
  row('gearbox, gear box, motor, engine, pump', 'housing', 'heavy'),
  row('gear, pinion, worm', 'gear'),
  row('diaphragm', 'diaphragm'),
  row('piston', 'piston'),
  row('rotor, impeller, wheel, runner, bowl', 'impeller', 'heavy'),
  row('shaft', 'shaft', 'heavy'),
  row('disc, disk', 'disc'),
  row('casing, volute, upper half, lower half', 'housing', 'opens', 'heavy'),
  row('cover, lid, door, head, bonnet, flange, housing, body, inlet, pipe, hose', 'housing', 'opens'),
  row('valve', 'valve', 'opens'),
]

const escaped = (word: string) => word.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&')
/** The words of a catalogue do not change, so they are taken apart once. */
const patternsOf = onceFor((rows: readonly WordRow[]) => rows.map(({ words }) => new RegExp(`\\b(?:${words.map(escaped).join('|')})s?\\b`)))

/**
 * What the name of a part tells: its kind, whether a new one is due each time, whether it is screwed, small, heavy, or closes something.
 * A word that says nothing is a small part that a hand lifts.
 *
 * @param rows the words of the shop
 * @example factsOf('Casing gasket').neverAgain // true
 */
export function factsOf(name: string, rows: readonly WordRow[] = WORD_ROWS): WordFacts {
  const at = patternsOf(rows).findIndex(pattern => pattern.test(name.toLowerCase()))
  const { kind, says } = rows[at] ?? { kind: 'small part' as const, says: [] as readonly Said[] }
  return {
    kind, neverAgain: says.includes('never again'), isScrewed: says.includes('screwed'), isSmall: says.includes('small'),
    opens: says.includes('opens'), isHeavy: says.includes('heavy'),
  }
}

/** What comes off most machines, to be tapped instead of typed. */
export const USUAL_PARTS: readonly string[] = [
  'Coupling guard', 'Guard screws', 'Coupling spacer', 'Coupling screws', 'Coupling hub', 'Key', 'Belt', 'Pulley', 'Motor',
  'Casing upper half', 'Casing screws', 'Casing gasket', 'Cover', 'Cover screws', 'Cover gasket', 'Inlet cone', 'Impeller', 'Impeller nut',
  'Lock washer', 'Shaft', 'Shaft sleeve', 'Bearing cover', 'Bearing cover screws', 'Bearing', 'Lock nut', 'Snap ring', 'Lip seal', 'O-ring',
  'Mechanical seal', 'Wear ring', 'Spring', 'Dowel pins', 'Shims', 'Drain plug',
]
