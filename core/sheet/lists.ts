import type { SheetDocument } from './schema'

/** What a thing of a sheet is called where another names it. */
export type Kind
  = 'option' | 'energy' | 'temporary' | 'envelope' | 'choice' | 'dry zone' | 'axis' | 'part' | 'assembly' | 'position' | 'mark' | 'joint' | 'fit' | 'seal' | 'step'

export type ListName
  = 'options' | 'energies' | 'temporary' | 'envelopes' | 'choices' | 'dryZones' | 'axes' | 'parts' | 'assemblies' | 'positions' | 'marks' | 'joints' | 'fits' | 'seals' | 'steps'

/**
 * Where a thing names another: the fields down to its key, `*` for each of a list. What goes when that other thing is left out has a `!`
 * behind it (before the first field: the whole thing): the innermost first, and what is outside of it once it is empty.
 */
export interface Reference { path: string, to: Kind }

interface List {
  kind: Kind
  /** The field that is unique in the list. */
  key: 'key' | 'name'
  /** Its things may depend on options: `when` and `variants`. */
  isConditional?: true
  /** Lists within a thing, each with keys of its own. */
  nested?: readonly string[]
  refers: readonly Reference[]
}

const to = (kind: Kind, ...paths: string[]): Reference[] => paths.map(path => ({ path, to: kind }))

/**
 * The one table of the lists of a sheet: keys, conditions and references follow from it, in checks, look-ups and what leaving out takes
 * along.
 */
export const LISTS: { readonly [L in ListName]: List } = {
  options: { kind: 'option', key: 'key', nested: ['values'], refers: [] },
  energies: { kind: 'energy', key: 'key', isConditional: true, refers: [] },
  temporary: { kind: 'temporary', key: 'key', isConditional: true, refers: to('part', 'instead!') },
  // The option of an envelope is checked with its values: in the sheet of a unit there are none any more.
  envelopes: { kind: 'envelope', key: 'key', refers: [] },
  axes: { kind: 'axis', key: 'key', refers: [] },
  parts: { kind: 'part', key: 'key', isConditional: true, refers: [...to('axis', 'outlines!/*!/axis'), ...to('part', 'on!')] },
  positions: { kind: 'position', key: 'key', isConditional: true, refers: to('part', '!part', 'with!/*!', 'without!/*!') },
  joints: {
    kind: 'joint', key: 'key', isConditional: true,
    refers: [...to('part', '!fastener'), ...to('step', 'snug!/paidBy', 'lockedBy!'), ...to('position', 'drives!/driveUp')],
  },
  fits: {
    kind: 'fit', key: 'key', isConditional: true,
    refers: [...to('position', '!hole/position', '!shaft/position'), ...to('part', '!hole/part', '!shaft/part')],
  },
  marks: { kind: 'mark', key: 'key', isConditional: true, refers: to('part', '!between/*!') },
  seals: {
    kind: 'seal', key: 'key', isConditional: true,
    refers: [
      ...to('part', '!faces/*!/part', 'rings!/*!/part', 'springs!/*!/part', 'drive!/*!/part', 'sleeve!/part', 'gland!/part', 'others!/*!/part'),
      ...to('step', 'setting!/step', 'setting/movedBy!/*!', 'trials!/*!'), ...to('position', 'setting/position!'),
      ...to('temporary', 'clips!'), ...to('energy', 'barrier!'),
    ],
  },
  steps: {
    kind: 'step', key: 'key', isConditional: true, nested: ['feels', 'feels/*/wrong'],
    refers: [
      ...to('step', 'after/*!', 'reads/*/backTo!', 'waits!/*!/after', 'owes!/*!/paidBy', 'feels/*/wrong/*/causes/*/backTo!'),
      ...to('part', 'removes!/*!/part', 'refits!/*!/part', 'decides!/*!', 'behind!/*!', 'treats!/parts/*!', 'outside!/parts/*!'),
      ...to('position', 'reads!/*!/position', 'reads/*/keeps!/position'),
      ...to('mark', 'makes!/*!', 'checks!/*!'),
      ...to('joint', 'tightens!'),
      ...to('choice', 'chooses!'),
      ...to('energy', 'isolates!/*!', 'state!/lets/*!', 'needs!/on/*!'),
      ...to('temporary', 'puts!/*!', 'takes!/*!'),
    ],
  },
  choices: { kind: 'choice', key: 'key', nested: ['ways'], refers: to('position', 'proposal!/readings/*/position') },
  dryZones: { kind: 'dry zone', key: 'key', refers: to('part', '!parts/*!', 'near/*!') },
  assemblies: { kind: 'assembly', key: 'name', refers: to('part', '!parts/*!') },
}

export const LIST_NAMES = Object.keys(LISTS) as ListName[]

/** A thing of any list, as far as the table knows it. */
export interface Thing {
  key?: string
  name?: string
  when?: Condition
  variants?: readonly { when: Condition, set: object }[]
}

/** Option → values; true when every option named has one of its values. */
export type Condition = Readonly<Record<string, readonly string[]>>

/** The things of one list; none when the sheet has no such list. */
export const thingsOf = (sheet: SheetDocument, list: ListName): readonly Thing[] => sheet[list] ?? []

/** The lists whose things may depend on options. */
export const CONDITIONAL = LIST_NAMES.filter(list => LISTS[list].isConditional)

/** The conditions of a thing: its own and those of its variants. */
export const conditionsOf = ({ when, variants = [] }: Thing): Condition[] => [
  ...(when ? [when] : []),
  ...variants.map(variant => variant.when),
]

interface Segment { name: string, goes: boolean }
const parsed = new Map<string, { wholeGoes: boolean, segments: Segment[] }>()
function segmentsOf(path: string) {
  let known = parsed.get(path)
  if (!known) {
    const segments = path.replace(/^!/, '').split('/').map(name => ({ name: name.replace(/!$/, ''), goes: name.endsWith('!') }))
    known = { wholeGoes: path.startsWith('!'), segments }
    parsed.set(path, known)
  }
  return known
}

/** Every place of a path in a thing: its pointer below the thing, and what stands there. */
export function* placesOf(thing: unknown, path: string): Generator<{ at: string, value: unknown }> {
  yield* walk(thing, segmentsOf(path).segments, 0, '')
}

function* walk(value: unknown, segments: readonly Segment[], from: number, at: string): Generator<{ at: string, value: unknown }> {
  if (value === undefined) return
  const segment = segments[from]
  if (!segment) yield { at, value }
  else if (segment.name === '*') for (const [i, item] of (value as unknown[]).entries()) yield* walk(item, segments, from + 1, `${at}/${i}`)
  else yield* walk((value as Record<string, unknown>)[segment.name], segments, from + 1, `${at}/${segment.name}`)
}

/** A thing whose names of others are others; unchanged where none is. */
export function mapReferences<T extends object>(thing: T, refers: readonly Reference[], nameOf: (kind: Kind, key: string) => string): T {
  let named: unknown = thing
  for (const { path, to: kind } of refers) named = mapAt(named, segmentsOf(path).segments, 0, key => nameOf(kind, key))
  return named as T
}

function mapAt(value: unknown, segments: readonly Segment[], from: number, nameOf: (key: string) => string): unknown {
  if (value === undefined) return value
  const segment = segments[from]
  if (!segment) return nameOf(value as string)
  if (segment.name === '*') {
    const items = value as readonly unknown[]
    const mapped = items.map(item => mapAt(item, segments, from + 1, nameOf))
    return mapped.every((item, i) => item === items[i]) ? value : mapped
  }
  const record = value as Record<string, unknown>
  const mapped = mapAt(record[segment.name], segments, from + 1, nameOf)
  return mapped === record[segment.name] ? value : { ...record, [segment.name]: mapped }
}

const GONE = Symbol('gone')

/** A thing without what names something that is gone; undefined when it goes with it. Unchanged where nothing is gone. */
export function withoutGone<T extends object>(
  thing: T,
  refers: readonly Reference[],
  isGone: (kind: Kind, key: string) => boolean,
): T | undefined {
  let left: unknown = thing
  for (const { path, to: kind } of refers) {
    const { wholeGoes, segments } = segmentsOf(path)
    left = cut(left, segments, 0, wholeGoes, key => isGone(kind, key))
    if (left === GONE) return undefined
  }
  return left as T
}

/** `canGoOutside`: something outside goes when nothing is left here. */
function cut(
  value: unknown, segments: readonly Segment[], from: number, canGoOutside: boolean, isGone: (key: string) => boolean,
): unknown {
  if (value === undefined) return value
  const segment = segments[from]
  if (!segment) return isGone(value as string) ? GONE : value
  const { name, goes } = segment
  if (name === '*') {
    const items = value as readonly unknown[]
    let left: unknown[] | undefined
    for (const [i, item] of items.entries()) {
      const one = cut(item, segments, from + 1, canGoOutside || goes, isGone)
      if (one === GONE && !goes) return GONE
      // Most lists stay as they are and are not copied.
      if (one !== item) left ??= items.slice(0, i)
      if (one !== GONE) left?.push(one)
    }
    return left?.length === 0 && canGoOutside ? GONE : left ?? value
  }
  const record = value as Record<string, unknown>
  const left = cut(record[name], segments, from + 1, canGoOutside || goes, isGone)
  if (left === record[name]) return value
  if (left !== GONE) return { ...record, [name]: left }
  if (!goes) return GONE
  const { [name]: _gone, ...others } = record
  return others
}
