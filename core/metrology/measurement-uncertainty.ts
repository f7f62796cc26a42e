import { DomainError } from '../domain-error'
import { mean } from '../numbers'
import type { WorkingLine } from '../working'

export interface UncertaintyInput {
  /** Largest permissible error of the instrument by its class or certificate, ± µm. */
  instrumentUm: number
  /** Smallest step it shows, µm. */
  resolutionUm: number
  /** Repeated readings of the same place, µm from any zero; two or more. */
  repeatsUm?: readonly number[] | undefined
  /** How well part and instrument share a temperature: ± K, on a length in mm that expands per K. */
  temperature?: { lengthMm: number, alphaPerK: number, withinK: number } | undefined
}

export interface MeasurementUncertainty {
  /** Expanded uncertainty U with k = 2, µm. */
  expandedUm: number
  /** Standard uncertainties that make it, µm. */
  parts: { name: string, standardUm: number }[]
  working: WorkingLine[]
}

const COVERAGE = 2

/**
 * Expanded uncertainty of one measurement, from what is known on a bench.
 *
 * @throws DomainError `uncertainty.input` with the field
 * Source: GUM (JCGM 100), clauses 4.2 and 4.3: rectangular limits ÷ √3, a step ÷ √12, repeats s ÷ √n; root of the sum of squares, k = 2.
 * @example measurementUncertainty({ instrumentUm: 4, resolutionUm: 1 }).expandedUm // 4.65
 */
export function measurementUncertainty({ instrumentUm, resolutionUm, repeatsUm, temperature }: UncertaintyInput): MeasurementUncertainty {
  const need = (holds: boolean, field: string, message: string) => {
    if (!holds) throw new DomainError('uncertainty.input', message, { field })
  }
  need(instrumentUm >= 0 && Number.isFinite(instrumentUm), 'instrumentUm', 'The error limit of the instrument is zero or more.')
  need(resolutionUm >= 0 && Number.isFinite(resolutionUm), 'resolutionUm', 'The step of the instrument is zero or more.')
  const parts = [
    { name: 'Instrument', standardUm: instrumentUm / Math.sqrt(3), formula: 'limit ÷ √3', substituted: `${instrumentUm} ÷ √3` },
    { name: 'Step', standardUm: resolutionUm / Math.sqrt(12), formula: 'step ÷ √12', substituted: `${resolutionUm} ÷ √12` },
  ]
  if (repeatsUm) {
    need(repeatsUm.length >= 2 && repeatsUm.every(Number.isFinite), 'repeatsUm', 'Repeats need two readings or more.')
    const middle = mean(repeatsUm)
    const s = Math.sqrt(repeatsUm.reduce((sum, value) => sum + (value - middle) ** 2, 0) / (repeatsUm.length - 1))
    parts.push({
      name: 'Repeats',
      standardUm: s / Math.sqrt(repeatsUm.length),
      formula: 's ÷ √n',
      substituted: `${s.toFixed(2)} ÷ √${repeatsUm.length}`,
    })
  }
  if (temperature) {
    const { lengthMm, alphaPerK, withinK } = temperature
    need(
      lengthMm > 0 && alphaPerK >= 0 && alphaPerK < 1e-3 && withinK >= 0,
      'temperature',
      'The temperature part needs a length, an expansion per kelvin and a band in kelvin.',
    )
    parts.push({
      name: 'Temperature',
      standardUm: (lengthMm * 1000 * alphaPerK * withinK) / Math.sqrt(3),
      formula: 'L α ΔT ÷ √3',
      substituted: `${lengthMm * 1000} · ${alphaPerK} · ${withinK} ÷ √3`,
    })
  }
  const expandedUm = COVERAGE * Math.hypot(...parts.map(part => part.standardUm))
  const working: WorkingLine[] = [
    ...parts.map(({ name, formula, substituted, standardUm }) => ({
      label: name,
      formula,
      substituted,
      result: `${standardUm.toFixed(2)} µm`,
      source: 'GUM, 4.2 and 4.3',
    })),
    {
      label: 'U (k = 2)',
      formula: '2 √(sum of squares)',
      substituted: `2 √(${parts.map(part => `${part.standardUm.toFixed(2)}²`).join(' + ')})`,
      result: `${expandedUm.toFixed(1)} µm`,
      source: 'GUM, 6.2',
    },
  ]
  return { expandedUm, parts: parts.map(({ name, standardUm }) => ({ name, standardUm })), working }
}
