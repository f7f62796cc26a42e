import { DomainError } from '../../domain-error'
import { parseToleranceClass, toleranceLimits } from '../../fits'
import type { SheetDocument } from '../schema'
import type { Found, Rule } from './finding'

const WRITTEN = /(?:\b(\d+(?:\.\d+)?)\s?)?\b([A-Za-z]{1,2}(?:1[0-8]|[3-9]))\b/g
const OFF_MM = 0.0006

interface Written { of: 'hole' | 'shaft', name: string, nominalMm: number | undefined }

/** The tolerance classes that a line writes, with the size before them where it stands there: `110 f7`, `H7/k6`. */
function classesIn(line: string): Written[] {
  return [...line.matchAll(WRITTEN)].flatMap(([, size, name]) => {
    try {
      return [{ ...parseToleranceClass(name!), nominalMm: size === undefined ? undefined : Number(size) }]
    } catch {
      return []
    }
  })
}

const um = (mm: number, nominalMm: number) => `${mm >= nominalMm ? '+' : '−'}${Math.abs(Math.round((mm - nominalMm) * 1000))}`

function check(at: Pick<Found, 'list' | 'key' | 'field'>, what: string, { name, nominalMm }: Written, lower?: number, upper?: number): Found[] {
  if (lower === undefined || upper === undefined) return []
  const sizeMm = nominalMm ?? Math.round((lower + upper) / 2)
  try {
    const { lowerUm, upperUm } = toleranceLimits(sizeMm, name)
    const [should, most] = [sizeMm + lowerUm / 1000, sizeMm + upperUm / 1000]
    if (Math.abs(should - lower) <= OFF_MM && Math.abs(most - upper) <= OFF_MM) return []
    return [{
      ...at, severity: 'wrong',
      sentence: `${what}: ${sizeMm} ${name} is ${um(should, sizeMm)}/${um(most, sizeMm)} µm; its limits say ${um(lower, sizeMm)}/${um(upper, sizeMm)}.`,
    }]
  } catch (error) {
    if (!(error instanceof DomainError)) throw error
    return [{ ...at, severity: 'wrong', sentence: `${what}: ${error.message}` }]
  }
}

function ofFits(sheet: SheetDocument): Found[] {
  return (sheet.fits ?? []).flatMap(fit => classesIn(fit.class ?? '').flatMap((written) => {
    const partner = fit[written.of]
    const position = sheet.positions.find(({ key }) => key === partner.position)
    const at = { list: 'fits' as const, key: fit.key, field: 'class' }
    return position
      ? check(at, `${fit.name}, ${position.name}`, written, position.limits.lower, position.limits.upper)
      : check(at, fit.name, written, partner.lowerMm, partner.upperMm)
  }))
}

/** A tolerance class that is written is the one that the limits are. */
export const classLimits: Rule = {
  name: 'class-limits',
  source: 'ISO 286-1, ISO 286-2',
  find: sheet => [
    ...sheet.positions.filter(({ quantity }) => quantity === 'length').flatMap(({ key, name, source, toleranceClass, limits }) =>
      classesIn(toleranceClass ?? `${name}. ${source}`).flatMap(written => check({ list: 'positions', key, field: 'limits' }, name, written, limits.lower, limits.upper))),
    ...ofFits(sheet),
  ],
}
