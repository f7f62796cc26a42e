import { DomainError } from '../domain-error'
import type { WorkingLine } from '../working'

/**
 * Pinch of a bearing shell in its cap: how much the cap squeezes the shell when the joint closes.
 *
 * @param shimMm thickness of the shims or wires in the joint of the cap, mm
 * @param wireMm flattened wire between the back of the shell and the cap, mm
 * @returns pinch in µm; negative is play of the shell in its cap
 * @throws DomainError `pinch.input`
 * Source: pinch = shim − wire, general practice; the maker gives the wanted value.
 * @example bearingPinch({ shimMm: 0.25, wireMm: 0.21 }).pinchUm // 40
 */
export function bearingPinch({ shimMm, wireMm }: { shimMm: number, wireMm: number }): { pinchUm: number, working: WorkingLine[] } {
  for (const [field, value] of Object.entries({ shimMm, wireMm })) {
    if (!(value >= 0 && Number.isFinite(value)))
      throw new DomainError('pinch.input', 'Shim and wire are thicknesses of zero or more.', { field })
  }
  const pinchUm = Math.round((shimMm - wireMm) * 1e7) / 1e4
  return {
    pinchUm,
    working: [
      {
        label: pinchUm < 0 ? 'Play in the cap' : 'Pinch',
        formula: 'shim − wire',
        substituted: `${shimMm} − ${wireMm}`,
        result: `${pinchUm.toFixed(0)} µm`,
        source: 'general practice; wanted value by the maker',
      },
    ],
  }
}
