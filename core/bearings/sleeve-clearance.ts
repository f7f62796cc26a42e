import { DomainError } from '../domain-error'
import { mean } from '../numbers'
import type { WorkingLine } from '../working'

/** Printed marks of a plastic gauge strip: width of the flattened strip against clearance. Each strip has its own. */
export type GaugeScale = readonly { widthMm: number, clearanceUm: number }[]

/**
 * Clearance from a flattened plastic gauge strip, through the strip's own scale.
 *
 * @param widthMm widest place of the flattened strip, mm
 * @param scale two marks or more; wider means less clearance
 * @returns clearance in µm; between two marks by 1 ÷ width, because the strip keeps its cross-section
 * @throws DomainError `gauge.scale`, `gauge.width`, `gauge.off-scale` (wider or narrower than the printed marks: take another strip)
 * Source: scale of the strip; constant cross-section between the marks.
 * @example plasticGaugeClearance(1.5, [{ widthMm: 2, clearanceUm: 51 }, { widthMm: 1, clearanceUm: 102 }]) // 68
 */
export function plasticGaugeClearance(widthMm: number, scale: GaugeScale): number {
  const marks = [...scale].sort((one, other) => one.widthMm - other.widthMm)
  if (marks.length < 2 || !marks.every(({ widthMm: width, clearanceUm }) => width > 0 && clearanceUm > 0))
    throw new DomainError('gauge.scale', 'The scale of a strip has two marks or more, with widths and clearances greater than zero.')
  if (marks.some((mark, i) => i > 0 && (mark.widthMm === marks[i - 1]!.widthMm || mark.clearanceUm >= marks[i - 1]!.clearanceUm)))
    throw new DomainError('gauge.scale', 'On a scale a wider strip means less clearance. Check the marks.')
  if (!(widthMm > 0)) throw new DomainError('gauge.width', 'The width of the strip is greater than zero.', { field: 'widthMm' })
  const after = marks.findIndex(mark => widthMm <= mark.widthMm)
  if (after < 0 || widthMm < marks[0]!.widthMm)
    throw new DomainError(
      'gauge.off-scale',
      `A strip of ${widthMm} mm is off its scale, which reaches from ${marks[0]!.widthMm} to ${marks.at(-1)!.widthMm} mm. Take the strip for the next range.`,
      { field: 'widthMm' },
    )
  if (after === 0) return marks[0]!.clearanceUm
  const [narrow, wide] = [marks[after - 1]!, marks[after]!]
  const share = (1 / widthMm - 1 / narrow.widthMm) / (1 / wide.widthMm - 1 / narrow.widthMm)
  return narrow.clearanceUm + share * (wide.clearanceUm - narrow.clearanceUm)
}

export type SleeveMeasurement
  = | { method: 'two surveys', boreMm: number, journalMm: number }
    | { method: 'plastic gauge', widthsMm: readonly number[], scale: GaugeScale }
    /** Wires over the journal and beside it in the joint, flattened, mm; shims under the joint wires are taken off. */
    | { method: 'lead wire', topWiresMm: readonly number[], jointWiresMm: readonly number[] }
    | { method: 'lift', liftsMm: readonly number[] }

export interface SleeveClearance {
  clearanceUm: number
  /** Largest minus smallest single result, µm. */
  spreadUm: number
  /** Clearance a millimetre of journal, ‰; undefined without a journal. */
  relativePerMille: number | undefined
  /** What is usual at this speed, ‰, and where the measured one lies. */
  usualPerMille: { low: number, high: number } | undefined
  against: 'tight' | 'usual' | 'wide' | undefined
  working: WorkingLine[]
}

/** Vogelpohl's figure scatters by about a third from one machine to the other. */
const USUAL_BAND = 0.35

/**
 * Running clearance of a sleeve bearing on the diameter, by any of the four usual ways, and what it is against general practice.
 *
 * @param measurement readings of one method; several places are averaged and their spread is told
 * @param journal diameter and speed, for the relative clearance
 * @throws DomainError `sleeve.input` with the field, and those of `plasticGaugeClearance`
 * Range: the usual value is for oil-lubricated journals from 1 to 60 m/s; drawing and maker stand above it.
 * Source: relative clearance ψ ≈ 0.8 ⁴√v ‰ with v in m/s (Vogelpohl, Betriebssichere Gleitlager), ± 35 % as general practice.
 * @example sleeveClearance({ method: 'lead wire', topWiresMm: [0.21, 0.22], jointWiresMm: [0.05, 0.05, 0.06, 0.05] }).clearanceUm // 162.5
 */
export function sleeveClearance(measurement: SleeveMeasurement, journal?: { diameterMm: number, speedRpm: number }): SleeveClearance {
  const { values, working } = resultsOf(measurement)
  const clearanceUm = mean(values)
  const spreadUm = Math.max(...values) - Math.min(...values)
  if (!journal) return { clearanceUm, spreadUm, relativePerMille: undefined, usualPerMille: undefined, against: undefined, working }
  const { diameterMm, speedRpm } = journal
  if (!(diameterMm > 0) || !(speedRpm >= 0))
    throw new DomainError('sleeve.input', 'The journal needs a diameter greater than zero and a speed.', { field: 'diameterMm' })
  const speedMs = Math.PI * diameterMm / 1000 * speedRpm / 60
  const relativePerMille = clearanceUm / diameterMm
  const middle = 0.8 * speedMs ** 0.25
  const usualPerMille = { low: middle * (1 - USUAL_BAND), high: middle * (1 + USUAL_BAND) }
  const against = relativePerMille < usualPerMille.low ? 'tight' : relativePerMille > usualPerMille.high ? 'wide' : 'usual'
  working.push(
    {
      label: 'Relative clearance',
      formula: 'clearance ÷ journal',
      substituted: `${clearanceUm.toFixed(0)} µm ÷ ${diameterMm} mm`,
      result: `${relativePerMille.toFixed(2)} ‰`,
      source: 'definition',
    },
    {
      label: 'Usual at this speed',
      formula: '0.8 ⁴√v ‰ ± 35 %',
      substituted: `v = ${speedMs.toFixed(1)} m/s`,
      result: `${usualPerMille.low.toFixed(2)} … ${usualPerMille.high.toFixed(2)} ‰: ${against}`,
      source: 'Vogelpohl; general practice, drawing first',
    },
  )
  return { clearanceUm, spreadUm, relativePerMille, usualPerMille, against, working }
}

function resultsOf(measurement: SleeveMeasurement): { values: number[], working: WorkingLine[] } {
  const need = (values: readonly number[], field: string, what: string) => {
    if (values.length === 0 || !values.every(value => value >= 0 && Number.isFinite(value)))
      throw new DomainError('sleeve.input', `${what} needs at least one reading, and none below zero.`, { field })
  }
  const line = (formula: string, substituted: string, resultUm: number, source: string): WorkingLine[] => [
    { label: 'Clearance', formula, substituted, result: `${resultUm.toFixed(1)} µm`, source },
  ]
  switch (measurement.method) {
    case 'two surveys': {
      need([measurement.boreMm, measurement.journalMm], 'boreMm', 'A pair of surveys')
      const value = (measurement.boreMm - measurement.journalMm) * 1000
      return {
        values: [value],
        working: line(
          'bore − journal',
          `${measurement.boreMm} − ${measurement.journalMm}`,
          value,
          'mean of both surveys, at one temperature',
        ),
      }
    }
    case 'plastic gauge': {
      need(measurement.widthsMm, 'widthsMm', 'A plastic gauge')
      const values = measurement.widthsMm.map(width => plasticGaugeClearance(width, measurement.scale))
      return {
        values,
        working: line('width through the scale of the strip, mean', measurement.widthsMm.join(', '), mean(values), 'scale of the strip'),
      }
    }
    case 'lead wire': {
      need(measurement.topWiresMm, 'topWiresMm', 'Lead wire over the journal')
      need(measurement.jointWiresMm, 'jointWiresMm', 'Lead wire in the joint')
      const joint = mean(measurement.jointWiresMm)
      const values = measurement.topWiresMm.map(top => (top - joint) * 1000)
      return {
        values,
        working: line(
          'mean of top wires − mean of joint wires',
          `${mean(measurement.topWiresMm).toFixed(3)} − ${joint.toFixed(3)}`,
          mean(values),
          'general practice; remove shims first, or add them on both sides',
        ),
      }
    }
    case 'lift': {
      need(measurement.liftsMm, 'liftsMm', 'A lift')
      const values = measurement.liftsMm.map(lift => lift * 1000)
      return {
        values,
        working: line(
          'mean of the lifts',
          measurement.liftsMm.join(', '),
          mean(values),
          'dial on the shaft next to the bearing; a sagging shaft shows less',
        ),
      }
    }
  }
}
