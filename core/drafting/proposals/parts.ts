import { factsOf } from '../../growth'
import { withoutDust } from '../../numbers'
import { needsLifting, TAKES_A_SET, WEARS, type Part, type SheetDocument } from '../../sheet'
import { formatQuantity } from '../../units'
import { outlinesFromOrder } from '../outlines-from-order'
import { setField, type Proposal, type Proposer } from './proposal'

/** A first section of a machine that nobody has drawn. */
export const sectionFromOrder: Proposer = (sheet) => {
  if (sheet.parts.some(part => part.outlines)) return []
  const outlines = outlinesFromOrder(sheet)
  const drawn = sheet.parts.filter(part => outlines.has(part.key))
  if (drawn.length === 0) return []
  return [{
    place: { list: 'parts', key: drawn[0]!.key, field: 'outlines' }, what: `A section with ${drawn.length} of ${sheet.parts.length} parts`,
    why: 'From the order in which they come off, with sizes usual for their kinds: a picture to find parts in, not to scale.',
    edits: drawn.map(part => setField('parts', part, 'outlines', outlines.get(part.key))),
  }]
}

/** What its kind, or its word, says is new each time, and the sheet does not. */
export const neverAgain: Proposer = (sheet, _newId, { words }) => sheet.parts
  .filter(part => !part.neverAgain && (TAKES_A_SET.has(part.kind) || factsOf(part.name, words).neverAgain))
  .map(part => ({
    place: { list: 'parts', key: part.key }, what: `${part.name}: new each time`,
    why: 'It has taken its set, or its edge: an old one leaks or lets go.', edits: [setField('parts', part, 'neverAgain', true)],
  }))

/** Densities of what machines are made of, kg/m³: usual values of workshop handbooks. The first word that fits counts. */
const DENSITIES: readonly (readonly [RegExp, number, string])[] = [
  [/stainless|duplex|1\.4\d{3}/i, 7900, 'stainless steel'],
  [/ductile|spheroidal|nodular/i, 7100, 'ductile iron'], [/cast iron|grey iron|gjl/i, 7200, 'grey cast iron'],
  [/steel/i, 7850, 'steel'], [/bronze/i, 8800, 'bronze'], [/brass/i, 8500, 'brass'], [/copper/i, 8900, 'copper'],
  [/alumini?um/i, 2700, 'aluminium'], [/titanium/i, 4500, 'titanium'], [/carbon|graphite/i, 1800, 'carbon'],
  [/silicon carbide/i, 3100, 'silicon carbide'], [/ptfe/i, 2200, 'PTFE'],
]
/** A body of turning is not what a casting is: ribs, bores and pockets are not in its outline. */
const SOLID: ReadonlySet<Part['kind']> = new Set(['shaft', 'sleeve', 'wear ring', 'disc', 'coupling', 'gear', 'piston', 'nut', 'key', 'guard'])

/** The mass of a part of turning whose outline and material are known. */
export const massFromOutline: Proposer = sheet => sheet.parts.flatMap((part): Proposal[] => {
  if (part.massKg !== undefined || !part.outlines || !part.material || !SOLID.has(part.kind)) return []
  if (part.outlines.some(outline => outline.notToScale)) return []
  const density = DENSITIES.find(([words]) => words.test(part.material!))
  if (!density) return []
  const [, kgPerM3, name] = density
  // Of several alike each has an outline of its own.
  const pieces = part.outlines.length === part.count ? part.count : 1
  const cubicMm = part.outlines.reduce((sum, outline) => sum + volumeOf(outline), 0) / pieces
  const massKg = Number((cubicMm * kgPerM3 / 1e9).toPrecision(2))
  if (!(massKg > 0)) return []
  return [{
    place: { list: 'parts', key: part.key }, what: `${part.name}: about ${formatQuantity(massKg, 'mass')}`,
    why: `Its outline turned of ${name}, ${kgPerM3} kg/m³. Weigh it before anything hangs on it.`, edits: [setField('parts', part, 'massKg', massKg)],
  }]
})

/** A ring between two cones, half of it where it is drawn on one side only. */
function volumeOf({ fromMm, toMm, innerMm, outerMm, innerEndMm = innerMm, outerEndMm = outerMm, side }: NonNullable<Part['outlines']>[number]): number {
  const cone = (a: number, b: number) => Math.PI / 12 * (a * a + a * b + b * b)
  return (toMm - fromMm) * (cone(outerMm, outerEndMm) - cone(innerMm, innerEndMm)) / (side ? 2 : 1)
}

/** What weighs more than one person lifts hangs on something that carries it. */
export const liftingGear: Proposer = sheet => sheet.steps.flatMap((step): Proposal[] => {
  if (step.lifts) return []
  const moved = [...step.removes ?? [], ...step.refits ?? []].map(({ part, count }) => ({ part: partAt(sheet, part), count }))
  const heavy = moved.find(({ part }) => needsLifting(part))?.part
  if (!heavy) return []
  // What comes along in one lift hangs on the same hook.
  const massKg = withoutDust(moved.reduce((sum, { part, count }) => sum + count * (part.massKg ?? 0), 0), 3)
  const hoist = [0.25, 0.5, 1, 2, 3, 5, 10, 20].find(tons => tons * 1000 >= massKg * 1.25) ?? Math.ceil(massKg * 1.25 / 1000)
  const gear = `hoist ${hoist} t, slings for ${Math.ceil(massKg)} kg`
  return [{
    place: { list: 'steps', key: step.key, field: 'lifts' }, what: `${heavy.name}, ${formatQuantity(massKg, 'mass')}, on ${gear}`,
    why: 'More than one person lifts by hand (25 kg, ISO 11228-1). The next usual hoist with a quarter in hand; checked gear, site rules and local law stand above it.',
    edits: [
      setField('steps', step, 'lifts', { massKg, gear }),
      ...(step.tools ?? []).some(tool => /hoist|crane|lifting/i.test(tool)) ? [] : [setField('steps', step, 'tools', [...step.tools ?? [], `hoist ${hoist} t`])],
      ...step.cautions?.some(({ text }) => /under the load/i.test(text))
        ? []
        : [setField('steps', step, 'cautions', [...step.cautions ?? [], { level: 'danger', text: `Heavy lift, ${massKg} kg. Nobody under the load.` }])],
    ],
  }]
})

const partAt = (sheet: SheetDocument, key: string) => sheet.parts.find(part => part.key === key)!

/** What wears and comes off is decided on, where others of its assembly, or of the machine, are. */
export const decided: Proposer = (sheet) => {
  const known = new Set(sheet.steps.flatMap(step => step.decides ?? []))
  const last = sheet.steps.findLast(step => step.limb === 'floor' && step.stage === 'decide')
  return sheet.parts
    .filter(part => WEARS.has(part.kind) && !part.neverAgain && !known.has(part.key))
    .filter(part => sheet.steps.some(step => step.removes?.some(piece => piece.part === part.key)))
    .flatMap((part): Proposal[] => {
      const kin = sheet.assemblies?.find(assembly => assembly.parts.includes(part.key))?.parts ?? []
      const at = sheet.steps.find(step => step.decides?.some(key => kin.includes(key))) ?? last
      return at
        ? [{
            place: { list: 'parts', key: part.key }, what: `${part.name} is decided on at "${at.title}"`,
            why: 'It wears, it comes off, and nobody says whether it goes back.', edits: [setField('steps', at, 'decides', [...at.decides ?? [], part.key])],
          }]
        : []
    })
}
