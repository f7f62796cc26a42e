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

type Said = 'never again' | 'screwed' | 'small' | 'opens' | 'heavy'
type Row = readonly [words: RegExp, kind: Part['kind'], ...says: Said[]]

// The first that fits counts: what is always replaced before what looks like it, what fastens before what it fastens.
const ROWS: readonly Row[] = [
  [/\b(snap ring|circlip|retaining ring)/, 'snap ring', 'never again', 'small'],
  [/\b(split pin|cotter)/, 'locking part', 'never again', 'small'],
  [/\b(lock|tab|spring) ?washer|\block ?plate/, 'locking part', 'never again', 'small'],
  [/\bo-? ?rings?\b/, 'o-ring', 'never again', 'small'],
  [/\bgaskets?\b|\bpacking\b/, 'gasket', 'never again'],
  [/\b(lip seal|oil seal|shaft seal ring)/, 'lip seal', 'never again'],
  [/\b(screws?|bolts?|studs?|cap ?screws?|set ?screws?)\b/, 'fastener', 'screwed', 'small'],
  [/\bnuts?\b/, 'nut', 'screwed', 'small'],
  [/\bplugs?\b/, 'fastener', 'screwed', 'small', 'opens'],
  [/\b(washers?|shims?|pins?|dowels?|spacers?|clips?)\b/, 'small part', 'small'],
  [/\bguards?\b/, 'guard'],
  [/\bkeys?\b/, 'key', 'small'],
  [/\bwear rings?\b/, 'wear ring'],
  [/\bbearing (housing|cover|bracket|cap|frame)|\bpedestal/, 'housing', 'opens'],
  [/\bbearings?\b/, 'bearing'],
  [/\bseals?\b/, 'seal'],
  [/\b(couplings?|hub|pulley|sheave)\b/, 'coupling'],
  [/\b(belts?|elastomer|buffer)\b/, 'elastomer'],
  [/\bchains?\b/, 'chain'],
  [/\b(sleeve|bush|bushing)\b/, 'sleeve'],
  [/\bsprings?\b/, 'spring'],
  [/\b(gear ?box|motor|engine|pump)\b/, 'housing', 'heavy'],
  [/\b(gears?|pinion|worm)\b/, 'gear'],
  [/\bdiaphragms?\b/, 'diaphragm'],
  [/\bpistons?\b/, 'piston'],
  [/\b(rotor|impeller|wheel|runner|bowl)\b/, 'impeller', 'heavy'],
  [/\bshafts?\b/, 'shaft', 'heavy'],
  [/\b(disc|disk)s?\b/, 'disc'],
  [/\b(casing|volute|upper half|lower half)\b/, 'housing', 'opens', 'heavy'],
  [/\b(cover|lid|door|head|bonnet|flange|housing|body|inlet|pipe|hose)s?\b/, 'housing', 'opens'],
  [/\bvalves?\b/, 'valve', 'opens'],
]

/**
 * What the name of a part tells: its kind, whether a new one is due each time, whether it is screwed, small, heavy, or closes something.
 * A word that says nothing is a small part that a hand lifts.
 *
 * @example factsOf('Casing gasket').neverAgain // true
 */
export function factsOf(name: string): WordFacts {
  const [, kind, ...says]: Row = ROWS.find(([words]) => words.test(name.toLowerCase())) ?? [/./, 'small part']
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
