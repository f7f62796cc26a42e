/** How a finding is drawn: a hatch for what kind of damage it is, and letters that tell one from the other. */
export type Hatch = 'contact' | 'wear' | 'heat' | 'chemistry' | 'break' | 'shape' | 'clean'

export const HATCH_WORDS: Readonly<Record<Hatch, string>> = {
  contact: 'contact', wear: 'wear', heat: 'heat', chemistry: 'chemistry', break: 'broken, cut', shape: 'shape, set', clean: 'nothing found',
}

const HATCHES: readonly (readonly [hatch: Hatch, kinds: RegExp])[] = [
  ['clean', /^clean$/],
  ['contact', /track|contact|^path|^polished|^end contact|^tip/],
  ['heat', /heat|blistered|coked|discoloured|hardened|wiped|smeared|scuffed|pitted electrically|fluted|dark/],
  ['chemistry', /corroded|swollen|softened|deposit|clogged|water/],
  ['break', /cut|chipped|cracked|broken|sheared|spalled|split|nibbled|missing|pitted|metal/],
  ['wear', /worn|wear|grooved|scored|abraded|rubbed|eroded|fretted|creep|indented|brinelled|embedded|powder|oval/],
]

export const hatchOf = (kind: string): Hatch => HATCHES.find(([, kinds]) => kinds.test(kind))?.[0] ?? 'shape'

/** Two letters: the initials of two words, or the first two of one. */
export function lettersOf(kind: string): string {
  const words = kind.split(/[\s-]+/)
  return (words.length > 1 ? words[0]![0]! + words.at(-1)![0]! : kind.slice(0, 2)).toUpperCase()
}

export const SEVERITY_WORDS = { 1: 'trace', 2: 'plain', 3: 'ended its life' } as const
