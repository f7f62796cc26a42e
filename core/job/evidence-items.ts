import { onceFor } from '../kept-by'
import type { EvidencePart, EvidenceRole } from '../evidence'
import type { Part, Sheet } from '../sheet'

/** One thing of a machine that is looked at as evidence: a part, or what of it has a role of its own, in each of its places. */
export interface EvidenceItem extends EvidencePart {
  part: Part
  place?: string
  name: string
}

type Seen = NonNullable<Part['evidence']>[number]

/** Which way a piece is told apart from others in a key; no key of a sheet holds it. */
const BETWEEN = '/'

export const itemKey = ({ part, role, place }: { part: string, role: string, place?: string | undefined }): string =>
  [part, role, ...place ? [place] : []].join(BETWEEN)

/** How an event names the item. */
export const seenOn = ({ part, role, place }: EvidenceItem): { part: string, role: string, place?: string } =>
  ({ part: part.key, role, ...place ? { place } : {} })

const ROLLING: readonly Seen[] = [
  { role: 'inner ring', motion: 'turning' }, { role: 'outer ring', motion: 'still' }, { role: 'rolling element', motion: 'turning' },
  { role: 'cage', motion: 'turning' },
]
const SHELL: readonly Seen[] = [{ role: 'sleeve bearing', motion: 'still' }]
type Usual = Record<Part['kind'], { role: EvidenceRole, motion: 'turning' | 'still' }>
const BY_KIND: Partial<Usual> = {
  'o-ring': { role: 'o-ring', motion: 'still' }, 'lip seal': { role: 'lip seal', motion: 'still' },
  'shaft': { role: 'shaft', motion: 'turning' }, 'sleeve': { role: 'sleeve', motion: 'turning' },
  'impeller': { role: 'impeller', motion: 'turning' }, 'wear ring': { role: 'wear ring', motion: 'still' },
  'coupling': { role: 'coupling', motion: 'turning' }, 'gear': { role: 'gear tooth', motion: 'turning' },
  'spring': { role: 'spring', motion: 'still' }, 'key': { role: 'key', motion: 'turning' },
}

function seenOf({ kind, evidence, outlines }: Part): readonly Seen[] {
  if (evidence) return evidence
  const [outline] = outlines ?? []
  if (kind === 'bearing') {
    const symbol = outline?.symbol
    return symbol === 'sleeve bearing' ? SHELL : symbol === 'thrust bearing' ? [{ role: 'thrust pad', motion: 'still' }] : ROLLING
  }
  if (kind === 'seal' && outline?.symbol === 'seal face')
    return [{ role: 'seal face', motion: outline.layer === 'turning' ? 'turning' : 'still' }]
  const usual = BY_KIND[kind]
  const motion = outline?.layer === 'turning' || outline?.layer === 'still' ? outline.layer : undefined
  return usual ? [{ ...usual, ...motion ? { motion } : {} }] : []
}

/** The side that a part's clock is read from, in the words of the evidence. */
const sideOf = (seenFrom: string | undefined): string | undefined =>
  seenFrom === undefined ? undefined : /free end|non-drive|other end/i.test(seenFrom) ? 'free end' : /above|top/i.test(seenFrom) ? 'top' : 'drive end'

/**
 * All that is looked at as evidence, in order along the shaft: what the sheet names, or what a part of its kind shows. Fasteners, guards
 * and housings that the sheet says nothing of are no evidence.
 *
 * @example evidenceItems(sheet).map(({ key }) => key) // ['rotor/shaft', 'bearing-de/inner ring', …]
 */
export const evidenceItems = onceFor((sheet: Sheet): readonly EvidenceItem[] => {
  const along = ({ outlines }: Part) => Math.min(...outlines?.map(({ fromMm }) => fromMm) ?? [Infinity])
  return [...sheet.parts].sort((one, other) => along(one) - along(other)).flatMap(itemsOf)
})

function itemsOf(part: Part): EvidenceItem[] {
  const seen = seenOf(part)
  const seenFrom = sideOf(part.seenFrom)
  return seen.flatMap(({ role, motion, narrow, at }) => (at ?? part.places ?? [undefined]).map((place): EvidenceItem => ({
    key: itemKey({ part: part.key, role, place }), part, role, motion,
    ...narrow === undefined ? {} : { narrow }, ...seenFrom ? { seenFrom } : {}, ...place ? { place } : {},
    name: [part.name, ...seen.length > 1 ? [role] : [], ...place ? [place] : []].join(', '),
  })))
}
