import { DomainError } from '../domain-error'
import { INCH_MM } from '../units'
import { INCH, METRIC } from './thread-tables'

export interface ThreadSize {
  /** As it is written in full: `M12x1.25`, `1/2-13 UNC`. */
  name: string
  nominalMm: number
  pitchMm: number
  pitchDiameterMm: number
  /** Root d₃ of the bolt's thread. */
  minorDiameterMm: number
  stressAreaMm2: number
  series: 'metric coarse' | 'metric fine' | 'UNC' | 'UNF'
}

/**
 * The dimensions of a screw thread by its name. A coarse metric thread needs no pitch; × and x are the same; inch sizes above one are
 * written `1-1/8-7 UNC` or `1 1/8-7 UNC`.
 *
 * @param name `M12`, `M12x1.25`, `M18 × 1`, `1/2-13 UNC`, `1/4-28 UNF`
 * @throws DomainError `thread.unknown` for what is no thread, `thread.no-such-pitch` for a size that has no such pitch
 * Range: M3 to M100 as ISO 261 has them; 1/4 to 1 1/2 UNC and UNF.
 * Source: ISO 261 (sizes), ISO 724 and ISO 898-1, 9.1.6 (d₂ = d − 0.649519 P, d₃ = d − 1.226869 P, A = π/4 ((d₂ + d₃)/2)²);
 * ASME B1.1 (A = π/4 (d − 0.9743 P)²).
 * @example threadSize('M12').stressAreaMm2 // 84.3
 */
export function threadSize(name: string): ThreadSize {
  const plain = name.trim().replace(/\s*[×x]\s*/i, 'x').replace(/,/, '.')
  const metric = /^M\s?(\d+(?:\.\d+)?)(?:x(\d+(?:\.\d+)?))?$/.exec(plain)
  if (metric) return metricSize(name, Number(metric[1]), metric[2] === undefined ? undefined : Number(metric[2]))
  const inch = /^((?:1[- ])?\d+\/\d+|1)\s?-\s?(\d+)\s?(UNC|UNF)$/.exec(plain)
  if (inch) return inchSize(name, inch[1]!.replace('-', ' '), Number(inch[2]), inch[3] as 'UNC' | 'UNF')
  throw new DomainError('thread.unknown', `"${name}" is no thread. Write it as M12, M12x1.25, 1/2-13 UNC or 1/4-28 UNF.`)
}

function metricSize(name: string, nominalMm: number, wanted: number | undefined): ThreadSize {
  const row = METRIC.get(nominalMm)
  if (!row) throw new DomainError('thread.unknown', `ISO 261 has no thread M${nominalMm} between M3 and M100.`)
  const { coarseMm, fineMm } = row
  const pitchMm = wanted ?? coarseMm
  if (pitchMm === null)
    throw new DomainError('thread.no-such-pitch', `M${nominalMm} has no coarse pitch: write M${nominalMm}x${fineMm.join(`, M${nominalMm}x`)}.`)
  if (pitchMm !== coarseMm && !fineMm.includes(pitchMm)) {
    const known = [...coarseMm === null ? [] : [coarseMm], ...fineMm]
    throw new DomainError('thread.no-such-pitch', `"${name}" is no thread of ISO 261: M${nominalMm} has the pitches ${known.join(', ')}.`)
  }
  return {
    name: pitchMm === coarseMm ? `M${nominalMm}` : `M${nominalMm}x${pitchMm}`,
    ...dimensions(nominalMm, pitchMm),
    stressAreaMm2: Math.PI / 4 * (nominalMm - (0.649519 + 1.226869) / 2 * pitchMm) ** 2,
    series: pitchMm === coarseMm ? 'metric coarse' : 'metric fine',
  }
}

function inchSize(name: string, size: string, perInch: number, series: 'UNC' | 'UNF'): ThreadSize {
  const row = INCH.get(size)
  if (!row) throw new DomainError('thread.unknown', `${series} has no thread ${size} between 1/4 and 1 1/2.`)
  if (row[series] !== perInch)
    throw new DomainError('thread.no-such-pitch', `"${name}" is no thread of ASME B1.1: ${size} ${series} has ${row[series]} threads to the inch.`)
  const [nominalMm, pitchMm] = [row.inches * INCH_MM, INCH_MM / perInch]
  return {
    name: `${size}-${perInch} ${series}`,
    ...dimensions(nominalMm, pitchMm),
    stressAreaMm2: Math.PI / 4 * (nominalMm - 0.9743 * pitchMm) ** 2,
    series,
  }
}

const dimensions = (nominalMm: number, pitchMm: number) => ({
  nominalMm,
  pitchMm,
  pitchDiameterMm: nominalMm - 0.649519 * pitchMm,
  minorDiameterMm: nominalMm - 1.226869 * pitchMm,
})
