import type { Position } from '../schema'
import type { Found, Rule } from './finding'

const RANGE = /(\d+(?:\.\d+)?)\s?[–-]\s?(\d+(?:\.\d+)?)\s?mm/g
const LENGTH = /\b(?:caliper|depth gauge|rule)\s(\d{2,4})\s?mm|\b(\d{3,4})\s?mm\s(?:caliper|rule)/i
/** Below this a figure is a gap or a change, and not a size that must lie on the scale. */
const SIZE_MM = 5

function rangesOf(instrument: string): (readonly [number, number])[] {
  const [, after, before] = LENGTH.exec(instrument) ?? []
  const whole = after ?? before
  const written = [...instrument.matchAll(RANGE)].map(([, from, to]) => [Number(from), Number(to)] as const)
  return whole ? [...written, [0, Number(whole)]] : written
}

const covers = (ranges: readonly (readonly [number, number])[], value: number) => ranges.some(([from, to]) => value >= from && value <= to)

function sizesOf({ quantity, method, limits, reuse }: Position): number[] {
  if (quantity !== 'length' || method === 'run-out') return []
  return [limits.lower, limits.upper, reuse?.lower, reuse?.upper].filter(value => value !== undefined && value > SIZE_MM) as number[]
}

/** The instrument of a position holds its sizes: as the sheet names it, as the position needs it and as the tools of the step have it. */
export const instrumentRange: Rule = {
  name: 'instrument-range',
  source: 'general practice',
  find: sheet => sheet.positions.flatMap((position): Found[] => {
    const { key, name, instrument, needs } = position
    const sizes = sizesOf(position)
    const at = { list: 'positions' as const, key, severity: 'wrong' as const }
    const off = (ranges: (readonly [number, number])[]) => ranges.length > 0 ? sizes.find(size => !covers(ranges, size)) : undefined
    const named = off(rangesOf(instrument))
    if (named !== undefined) return [{ ...at, field: 'instrument', sentence: `${name}: ${named} mm does not lie on ${instrument}.` }]
    const least = needs?.from ?? -Infinity
    const wanted = sizes.find(size => size < least || size > (needs?.to ?? Infinity))
    if (wanted !== undefined) return [{ ...at, field: 'needs', sentence: `${name}: ${wanted} mm lies outside the range that it asks of an instrument.` }]
    return sheet.steps.filter(step => step.reads?.some(read => read.position === key)).flatMap((step) => {
      const kind = /micrometer|caliper|bore gauge|rule/i.exec(instrument)?.[0].toLowerCase()
      const same = kind ? step.tools?.filter(tool => tool.toLowerCase().includes(kind)) ?? [] : []
      const size = off(same.flatMap(rangesOf))
      return size === undefined
        ? []
        : [{ list: 'steps' as const, key: step.key, field: 'tools', severity: 'wrong' as const, sentence: `"${step.title}": ${size} mm of ${name} does not lie on ${same.join(', ')}.` }]
    })
  }),
}
