import { DomainError } from '../domain-error'
import { withoutDust } from '../numbers'
import { formatQuantity } from '../units'
import type { WorkingLine } from '../working'

const REFERENCE_C = 20

/** A length as it was read, the temperatures of part and instrument, and how both expand per K. */
export interface WarmLength { lengthMm: number, partC: number, instrumentC: number, alphaPart: number, alphaInstrument: number }

/**
 * Length of a part at the reference temperature, from what the instrument showed.
 *
 * @param lengthMm reading of the instrument, mm
 * @param partC temperature of the part, °C
 * @param instrumentC temperature of the instrument or gauge, °C; 20 when it was corrected
 * @param alphaPart expansion of the part per K: steel 11.5 · 10⁻⁶, bronze 18 · 10⁻⁶
 * @param alphaInstrument expansion of the instrument per K; 0 for one that does not expand
 * @returns length at 20 °C in mm
 * @throws DomainError `temperature.input` with the field
 * Source: ISO 1 (reference temperature 20 °C), linear expansion: L₂₀ = L · (1 + α_i ΔT_i) ÷ (1 + α_p ΔT_p).
 * @example lengthAt20({ lengthMm: 150.04, partC: 35, instrumentC: 20, alphaPart: 11.5e-6, alphaInstrument: 11.5e-6 }) // 150.0141
 */
export function lengthAt20({ lengthMm, partC, instrumentC, alphaPart, alphaInstrument }: WarmLength): number {
  const need = (holds: boolean, field: string, message: string) => {
    if (!holds) throw new DomainError('temperature.input', message, { field })
  }
  need(Number.isFinite(lengthMm), 'lengthMm', 'The reading must be a length.')
  need(partC > -80 && partC < 500, 'partC', `A part of ${partC} °C is not measured by hand.`)
  need(instrumentC > -80 && instrumentC < 200, 'instrumentC', `An instrument of ${instrumentC} °C is not used.`)
  need(alphaPart >= 0 && alphaPart < 1e-3, 'alphaPart', 'The expansion of the part is a small number per kelvin, for steel 0.0000115.')
  need(
    alphaInstrument >= 0 && alphaInstrument < 1e-3,
    'alphaInstrument',
    'The expansion of the instrument is a small number per kelvin, or 0.',
  )
  return lengthMm * (1 + alphaInstrument * (instrumentC - REFERENCE_C)) / (1 + alphaPart * (partC - REFERENCE_C))
}

/** The working of `lengthAt20`. */
export function lengthAt20Line(warm: WarmLength): WorkingLine {
  const { lengthMm, partC, instrumentC, alphaPart, alphaInstrument } = warm
  const perMillion = (alpha: number) => `${(alpha * 1e6).toFixed(1)}·10⁻⁶`
  const factor = (alpha: number, temperatureC: number) => `(1 + ${perMillion(alpha)} · ${withoutDust(temperatureC - REFERENCE_C, 6)})`
  return {
    label: 'Length at 20 °C',
    formula: 'L (1 + α_i (T_i − 20)) ÷ (1 + α_p (T_p − 20))',
    substituted: `${formatQuantity(lengthMm, 'length', { decimals: 4, bare: true })} ${factor(alphaInstrument, instrumentC)} ÷ ${factor(alphaPart, partC)}`,
    result: formatQuantity(lengthAt20(warm), 'length', { decimals: 4 }),
    source: 'ISO 1',
  }
}
