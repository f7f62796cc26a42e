import { DomainError } from '../../domain-error'
import { toleranceLimits } from '../../fits'
import type { Family } from '../../growth'
import { withoutDust } from '../../numbers'
import { openGaps, type Edit, type Position, type SheetDocument } from '../../sheet'
import { formatQuantity } from '../../units'
import { setField, type Proposal, type Proposer } from './proposal'

const CLASS = /\b(\d+(?:[.,]\d+)?)\s?([A-Za-z]{1,2}\d{1,2})\b/

/** Limits of a size whose tolerance class is written: 60 k6. */
export const limitsFromClass: Proposer = sheet => sheet.positions.flatMap((position): Proposal[] => {
  const { limits, quantity, toleranceClass = '' } = position
  if (quantity !== 'length' || limits.lower !== undefined || limits.upper !== undefined) return []
  const [, size, name] = CLASS.exec(toleranceClass) ?? CLASS.exec(position.name) ?? []
  if (!size || !name) return []
  try {
    const sizeMm = Number(size.replace(',', '.'))
    const { lowerUm, upperUm } = toleranceLimits(sizeMm, name)
    const after = { lower: withoutDust(sizeMm + lowerUm / 1000), upper: withoutDust(sizeMm + upperUm / 1000) }
    return [{
      place: { list: 'positions', key: position.key, field: 'limits' },
      what: `${position.name}: ${formatQuantity(after.lower, 'length')} to ${formatQuantity(after.upper, 'length')}`,
      why: `${size} ${name} by ISO 286.`, edits: [setField('positions', position, 'limits', after)],
    }]
  } catch (error) {
    if (error instanceof DomainError) return []
    throw error
  }
})

/** The family that a sheet names, or that its title does. */
export const familyOf = ({ family, title }: Pick<SheetDocument, 'family' | 'title'>, families: readonly Family[]) =>
  families.find(({ key }) => family.toLowerCase().includes(key)) ?? families.find(({ key }) => title.toLowerCase().includes(key))

const words = (text: string) => new Set(text.toLowerCase().split(/[^a-z]+/).filter(word => word.length > 3))
/** Half of its words are said of some reading: it is there by another name. */
function isThere({ positions }: SheetDocument, name: string, quantity: Position['quantity']): boolean {
  const wanted = words(name)
  return positions.some((position) => {
    const said = words(position.name)
    return position.quantity === quantity && [...wanted].filter(word => said.has(word)).length * 2 >= wanted.size
  })
}

/** Readings that machines of its family usually get, before and after, or while it runs. */
export const usualReadings: Proposer = (sheet, newId, { families }) => {
  const family = familyOf(sheet, families)
  const host = sheet.parts.find(part => part.kind === 'shaft') ?? sheet.parts.find(part => part.kind === 'housing') ?? sheet.parts[0]!
  const found = sheet.steps.find(step => step.limb === 'off' && step.stage === 'as-found') ?? sheet.steps.find(step => step.limb === 'off' && step.stage === 'take-apart')
  const run = sheet.steps.findLast(step => step.stage === 'run' && step.reads) ?? sheet.steps.findLast(step => step.stage === 'run')
  const left = sheet.steps.findLast(step => step.stage === 'as-left') ?? run
  return (family?.readings ?? []).filter(({ name, quantity }) => !isThere(sheet, name, quantity)).flatMap((usual): Proposal[] => {
    const { asked, ...reading } = usual
    const key = `position-${newId()}`
    const position: Position = {
      ...reading, key, part: host.key, method: 'values', limits: {}, source: `usual on a ${family!.name.toLowerCase()}; the limits are the maker’s`,
    }
    const asks = [
      ...asked === 'run' || !found ? [] : [{ step: found, stage: 'as-found' as const }],
      ...asked === 'found' ? [] : [asked === 'run' ? run : left].flatMap(step => step ? [{ step, stage: 'as-left' as const }] : []),
    ]
    if (asks.length === 0) return []
    const gaps = [...openGaps(sheet), { thing: key, field: 'limits' as const }]
    return [{
      place: { list: 'positions', key }, what: `Measure: ${usual.name}`, why: `Usual on a ${family!.name.toLowerCase()}: what is not measured now cannot be compared later.`,
      edits: [
        { list: 'positions', key, after: position, behind: sheet.positions.at(-1)?.key ?? '' },
        ...asks.map(({ step, stage }) => setField('steps', step, 'reads', [...step.reads ?? [], { position: key, stage }])),
        { list: 'sheet', key: '', field: 'gaps', ...sheet.gaps ? { before: sheet.gaps } : {}, after: gaps },
      ] satisfies Edit[],
    }]
  })
}

/** A fit between a hole and a shaft that are both measured on parts that sit in each other. */
export const fitOfPair: Proposer = (sheet, newId) => sheet.positions.flatMap((shaft): Proposal[] => {
  if (shaft.method !== 'diameter survey' || !isShaft(shaft)) return []
  const size = midOf(shaft)
  if (size === undefined) return []
  const hole = sheet.positions.find(other => other.method === 'diameter survey' && isHole(other) && midOf(other) !== undefined
    && Math.abs(midOf(other)! - size) <= 0.002 * size && other.part !== shaft.part)
  if (!hole || sheet.fits?.some(fit => fit.hole.position === hole.key || fit.shaft.position === shaft.key)) return []
  const key = `fit-${newId()}`
  const clearanceMm = {
    lower: withoutDust(hole.limits.lower! - shaft.limits.upper!), upper: withoutDust(hole.limits.upper! - shaft.limits.lower!),
  }
  return [{
    place: { list: 'positions', key: shaft.key }, what: `Fit of ${shaft.name} in ${hole.name}`,
    why: `Both are measured at ${formatQuantity(size, 'length', { decimals: 0 })}: their clearance follows from both, ${formatQuantity(clearanceMm.lower, 'length', { signed: true })} to ${formatQuantity(clearanceMm.upper, 'length', { signed: true })} by their limits.`,
    edits: [{
      list: 'fits', key, behind: sheet.fits?.at(-1)?.key ?? '',
      after: { key, name: `${shaft.name} in ${hole.name}`.slice(0, 200), hole: { position: hole.key }, shaft: { position: shaft.key }, clearanceMm, source: 'from the limits of both' },
    }],
  }]
})

const isShaft = ({ name, toleranceClass = '' }: Position) => /journal|seat on|shaft|\bspigot/i.test(name) || /\d\s?[a-z]{1,2}\d/.test(toleranceClass)
const isHole = ({ name, toleranceClass = '' }: Position) => /bore|hole|housing/i.test(name) || /\d\s?[A-Z]{1,2}\d/.test(toleranceClass)
const midOf = ({ limits: { lower, upper } }: Position) => lower === undefined || upper === undefined ? undefined : (lower + upper) / 2
