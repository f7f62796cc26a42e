import { withoutDust } from '../numbers'
import type { Outline, Part, SheetDocument } from '../sheet'

/** How large a part of its kind usually is: its length, bore and outside as multiples of the shaft it belongs to. */
interface Usual { long: number, bore: number, outside: number, layer: NonNullable<Outline['layer']> }
const AXIAL: Partial<Record<Part['kind'], Usual>> = {
  'coupling': { long: 1, bore: 1, outside: 2.2, layer: 'turning' },
  'impeller': { long: 1.1, bore: 1, outside: 4.6, layer: 'turning' },
  'bearing': { long: 0.5, bore: 1, outside: 1.9, layer: 'turning' },
  'seal': { long: 0.7, bore: 1, outside: 1.7, layer: 'turning' },
  'lip seal': { long: 0.2, bore: 1, outside: 1.5, layer: 'still' },
  'sleeve': { long: 0.9, bore: 1, outside: 1.25, layer: 'turning' },
  'nut': { long: 0.25, bore: 1, outside: 1.5, layer: 'turning' },
  'snap ring': { long: 0.06, bore: 1, outside: 1.2, layer: 'turning' },
  'locking part': { long: 0.08, bore: 1, outside: 1.4, layer: 'turning' },
  'gear': { long: 0.9, bore: 1, outside: 3.2, layer: 'turning' },
  'disc': { long: 0.4, bore: 1, outside: 3, layer: 'turning' },
  'oil ring': { long: 0.15, bore: 1.1, outside: 1.6, layer: 'still' },
  'spring': { long: 0.5, bore: 1.1, outside: 1.5, layer: 'turning' },
  'elastomer': { long: 0.4, bore: 1, outside: 2, layer: 'turning' },
  'piston': { long: 1.2, bore: 0, outside: 2.4, layer: 'turning' },
  'diaphragm': { long: 0.15, bore: 0.4, outside: 3, layer: 'still' },
  'valve': { long: 0.6, bore: 0, outside: 1.2, layer: 'still' },
  'chain': { long: 0.4, bore: 2, outside: 2.4, layer: 'turning' },
  'small part': { long: 0.2, bore: 1, outside: 1.4, layer: 'still' },
  'gasket': { long: 0.05, bore: 2, outside: 4.6, layer: 'still' },
  'o-ring': { long: 0.12, bore: 1.2, outside: 1.5, layer: 'still' },
  'housing': { long: 0.35, bore: 1.1, outside: 5, layer: 'housing' },
}
/** What lies round, in or across its neighbour instead of beside it: its place is taken from what comes off next. */
const AROUND: ReadonlySet<Part['kind']> = new Set(['guard', 'fastener', 'key', 'wear ring'])
const SMALL: ReadonlySet<Part['kind']> = new Set(['small part', 'gasket', 'o-ring', 'locking part', 'snap ring', 'spring', 'valve'])
const USUAL_SHAFT_MM = 60

/**
 * A first section of a machine nobody has drawn: what comes off first stands furthest out, what hangs on the other end of the shaft at the
 * other end, the shaft goes through, the last housing holds what is within. Sizes are those usual for a part of its kind round a shaft of
 * the diameter that is measured on it (60 mm where none is): a picture to find parts in, never to take a measure from.
 *
 * @param sheet any document with removals; parts that no step removes are the middle of the machine
 * @returns part key → its outlines along the main axis, in millimetres from the drive end; empty without parts that come off
 * @example outlinesFromOrder(draft).get('nut') // [{ fromMm: 264, toMm: 279, innerMm: 60, outerMm: 90, … }]
 */
export function outlinesFromOrder(sheet: SheetDocument): ReadonlyMap<string, Outline[]> {
  const shaftMm = shaftDiameterMm(sheet)
  const byKey = new Map(sheet.parts.map(part => [part.key, part]))
  const { near, far } = endsOf(sheet)
  if (near.length + far.length === 0) return new Map()
  const row = [...near, ...far.toReversed()].map(key => byKey.get(key)!)
  const out = new Set(row)
  const stays = sheet.parts.filter(part => !out.has(part))
  // Where every housing comes off, the heaviest is the body.
  const hull = stays.find(part => part.kind === 'housing')
    ?? row.filter(part => part.kind === 'housing').toSorted((a, b) => (b.massKg ?? 0) - (a.massKg ?? 0))[0]
  const shaft = sheet.parts.find(part => part.kind === 'shaft')
  // What stays on the shaft sits in the middle, between both ends; where small things stay nobody can tell.
  const inside = stays.filter(part => part === hull || part === shaft || (part.kind in AXIAL && !SMALL.has(part.kind)))
  const middle = [...row.slice(0, near.length), ...inside, ...row.slice(near.length)]
  const outlines = new Map<string, Outline[]>()
  const mm = (value: number) => withoutDust(Math.round(value * 10) / 10)
  const put = (
    part: Part, fromMm: number, toMm: number, innerMm: number, outerMm: number, layer: Usual['layer'], more: Partial<Outline> = {},
  ) => outlines.set(part.key, [
    { fromMm: mm(fromMm), toMm: mm(toMm), innerMm: mm(innerMm), outerMm: mm(outerMm), layer, ...more, notToScale: true },
  ])

  let along = 0
  const beside = middle.filter(part => part !== hull && part !== shaft && !AROUND.has(part.kind))
  for (const part of beside) {
    const { long, bore, outside, layer } = AXIAL[part.kind] ?? AXIAL['small part']!
    put(part, along, along + long * shaftMm, bore * shaftMm, outside * shaftMm, layer)
    along += (long + 0.05) * shaftMm
  }
  const ends = { fromMm: 0, toMm: Math.max(along, shaftMm) }
  if (shaft) put(shaft, ends.fromMm - 0.2 * shaftMm, ends.toMm + 0.1 * shaftMm, 0, shaftMm, 'shaft')
  if (hull) {
    const within = beside.filter(part => !['coupling', 'housing'].includes(part.kind)).map(part => outlines.get(part.key)![0]!)
    const widestMm = Math.max(2 * shaftMm, ...within.map(outline => outline.outerMm))
    const outerMm = Math.max(widestMm * 1.25, 5.4 * shaftMm)
    put(hull, within[0]?.fromMm ?? ends.fromMm, within.at(-1)?.toMm ?? ends.toMm, widestMm * 1.06, outerMm, 'housing')
  }
  for (const [i, part] of middle.entries()) {
    if (!AROUND.has(part.kind) || part === hull || part === shaft) continue
    const drawn = (one: Part) => outlines.has(one.key) && one !== shaft
    // At the far end what comes off next lies before it.
    const isFar = i >= near.length + inside.length
    const inner = isFar ? middle.slice(0, i).toReversed() : middle.slice(i + 1)
    const next = byKey.get(part.on ?? '')
    const host = next && drawn(next) ? next : inner.find(drawn) ?? middle.find(drawn)
    if (!host) continue
    const { fromMm, toMm, innerMm, outerMm } = outlines.get(host.key)![0]!
    const long = toMm - fromMm
    if (part.kind === 'guard') put(part, fromMm - 0.1 * long, toMm + 0.1 * long, outerMm * 1.12, outerMm * 1.22, 'housing')
    else if (part.kind === 'wear ring') put(part, fromMm + 0.7 * long, toMm, outerMm * 1.02, outerMm * 1.1, 'still')
    else if (part.kind === 'key') put(part, fromMm + 0.1 * long, toMm - 0.1 * long, shaftMm * 0.9, shaftMm * 1.12, 'shaft', { side: 'above' })
    else {
      const reachMm = Math.min(0.6 * shaftMm, Math.max(long, 0.3 * shaftMm))
      const circleMm = innerMm + (outerMm - innerMm) * 0.8
      put(part, fromMm - 0.1 * reachMm, fromMm + 0.9 * reachMm, circleMm, circleMm + 0.25 * shaftMm, 'still')
    }
  }
  return outlines
}

/** What comes off, the first first, at each end of the shaft: a removal follows the end of the removal it waits for. */
function endsOf({ steps, parts }: SheetDocument): { near: string[], far: string[] } {
  const byKey = new Map(steps.map(step => [step.key, step]))
  const known = new Set(parts.map(part => part.key))
  const ends = new Map<string, 'near' | 'far'>()
  const removing = (key: string, seen = new Set<string>()): string[] => {
    if (seen.has(key)) return []
    seen.add(key)
    const step = byKey.get(key)
    if (!step) return []
    return step.limb === 'off' && step.removes ? [key] : step.after.flatMap(before => removing(before, seen))
  }
  const [near, far]: [string[], string[]] = [[], []]
  const taken = new Set<string>()
  for (const step of steps) {
    if (step.limb !== 'off' || !step.removes) continue
    const before = step.after.flatMap(key => removing(key))
    const of = new Set(before.map(key => ends.get(key)))
    // The second removal that waits for no other begins at the other end.
    const end = before.length === 0 ? (ends.size === 0 ? 'near' : 'far') : of.size === 1 && of.has('far') ? 'far' : 'near'
    ends.set(step.key, end)
    for (const { part } of step.removes) {
      if (taken.has(part) || !known.has(part)) continue
      taken.add(part)
      ;(end === 'near' ? near : far).push(part)
    }
  }
  return { near, far }
}

/** The thinnest diameter that is measured on a shaft, in millimetres. */
function shaftDiameterMm({ positions, parts }: SheetDocument): number {
  const shafts = new Set(parts.filter(part => part.kind === 'shaft').map(part => part.key))
  const sizes = positions.filter(({ part, method, quantity }) => shafts.has(part) && method === 'diameter survey' && quantity === 'length')
    .flatMap(({ limits: { lower, upper } }) => lower !== undefined && upper !== undefined ? [(lower + upper) / 2] : [])
  return sizes.length > 0 ? Math.min(...sizes) : USUAL_SHAFT_MM
}
