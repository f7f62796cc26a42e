import type { DrawingSymbol, Outline, Part } from '#core'
import type { Draw } from './frame'
import { BEARINGS_AND_SEALS } from './symbols/bearings-and-seals'
import { BODIES } from './symbols/bodies'
import { FASTENERS } from './symbols/fasteners'
import { RECIPROCATING } from './symbols/reciprocating'
import { TURNING } from './symbols/turning'

export const SYMBOL_DRAWINGS: Record<DrawingSymbol, Draw> = {
  ...BODIES, ...BEARINGS_AND_SEALS, ...FASTENERS, ...TURNING, ...RECIPROCATING,
}

/** Seen whole, not cut: on its axis it is one shape, not two halves. */
const WHOLE = new Set<DrawingSymbol>([
  'body', 'solid', 'motor', 'sheet metal', 'trough', 'shaft', 'spline', 'crank', 'laminated core', 'winding', 'commutator', 'brush',
  'bolt', 'stud', 'key', 'pin', 'rollers', 'helical gear', 'double helical gear', 'worm', 'scroll', 'elastomer',
  'piston', 'connecting rod', 'spring', 'poppet valve', 'ball valve', 'plate valve', 'spool', 'chain', 'hook', 'lever', 'knob', 'glass',
  'o-ring', 'oil ring', 'gasket', 'tube bundle', 'gear from the end', 'eccentric from the end', 'friction disc',
])
export const isWhole = (symbol: DrawingSymbol): boolean => WHOLE.has(symbol)

const OF_KIND: Record<Part['kind'], DrawingSymbol> = {
  'housing': 'body',
  'shaft': 'shaft',
  'impeller': 'impeller',
  'coupling': 'hub',
  'bearing': 'ball bearing',
  'seal': 'seal with springs',
  'gasket': 'gasket',
  'o-ring': 'o-ring',
  'lip seal': 'lip seal',
  'snap ring': 'snap ring',
  'locking part': 'lock washer',
  'sleeve': 'body',
  'wear ring': 'body',
  'fastener': 'bolt',
  'guard': 'sheet metal',
  'gear': 'gear',
  'disc': 'body',
  'piston': 'piston',
  'spring': 'spring',
  'chain': 'chain',
  'diaphragm': 'diaphragm',
  'valve': 'poppet valve',
  'elastomer': 'elastomer',
  'small part': 'body',
  'key': 'key',
  'nut': 'nut',
  'oil ring': 'oil ring',
}

/** How an outline is drawn: as it says, or by the kind of its part; what stands still round a shaft carries it by sliding. */
export function symbolOf(part: Pick<Part, 'kind'>, outline: Outline): DrawingSymbol {
  if (outline.symbol) return outline.symbol
  if (part.kind === 'bearing' && outline.layer === 'still') return 'sleeve bearing'
  if (part.kind === 'seal' && outline.layer === 'still') return 'seal face'
  return OF_KIND[part.kind]
}
