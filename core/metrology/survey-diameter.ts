import { DomainError } from '../domain-error'
import { mean, withoutDust } from '../numbers'
import { formatQuantity } from '../units'
import type { WorkingLine } from '../working'

export interface DiameterSurvey {
  meanMm: number
  minMm: number
  maxMm: number
  /** Mean of each station, in the order of the stations. */
  stationMeansMm: number[]
  /** Largest minus smallest diameter of each station. */
  outOfRoundnessByStationMm: number[]
  /** The worst of the stations. */
  outOfRoundnessMm: number
  /** Distance between the means of the first and the last station; zero with one station. */
  taperMm: number
  /** Which end is the larger one; `none` when both are equal. */
  taperLargeEnd: 'first' | 'last' | 'none'
  /** Mean of the inner stations minus mean of the two ends: positive is a barrel, negative a waist; zero with fewer than three stations. */
  barrelMm: number
  /** The reading farthest from the mean of all. */
  farthest: { station: number, plane: number, deviationMm: number }
  working: WorkingLine[]
}

/**
 * Survey of a diameter: two-point measurements at several stations along the axis and several planes round it.
 *
 * @param readingsMm `readingsMm[station][plane]` in mm; at least one station, the same number of planes (one or more) in each
 * @returns mean, extremes, out-of-roundness, taper, barrel or waist in mm, with the working
 * @throws DomainError `survey.empty`, `survey.ragged`, `survey.not-a-number` (details: station and plane), `survey.not-positive`
 * Source: two-point size characteristics of ISO 14405-1; out-of-roundness as the difference of two-point diameters and taper as
 * the difference of the end means are general workshop practice (a lobed form of odd number stays hidden to two points).
 * @example surveyDiameter({ readingsMm: [[70.01, 70.006], [70.008, 70.007], [70.004, 70.002]] }).outOfRoundnessMm // 0.004
 */
export function surveyDiameter({ readingsMm }: { readingsMm: readonly (readonly number[])[] }): DiameterSurvey {
  checkGrid(readingsMm)
  const all = readingsMm.flat()
  const meanMm = mean(all)
  const stationMeansMm = readingsMm.map(mean)
  const outOfRoundnessByStationMm = readingsMm.map(planes => withoutDust(Math.max(...planes) - Math.min(...planes)))
  const outOfRoundnessMm = Math.max(...outOfRoundnessByStationMm)
  const first = stationMeansMm[0]!
  const last = stationMeansMm.at(-1)!
  const taperMm = withoutDust(Math.abs(first - last))
  const inner = stationMeansMm.slice(1, -1)
  const barrelMm = inner.length ? withoutDust(mean(inner) - (first + last) / 2) : 0
  const [minMm, maxMm] = [Math.min(...all), Math.max(...all)]

  let farthest = { station: 0, plane: 0, deviationMm: 0 }
  readingsMm.forEach((planes, station) => planes.forEach((reading, plane) => {
    const deviationMm = withoutDust(reading - meanMm)
    if (Math.abs(deviationMm) > Math.abs(farthest.deviationMm)) farthest = { station, plane, deviationMm }
  }))

  const mm = (value: number) => formatQuantity(value, 'length', { decimals: 4 })
  const bare = (value: number) => formatQuantity(value, 'length', { decimals: 4, bare: true })
  const worst = outOfRoundnessByStationMm.indexOf(outOfRoundnessMm)
  const worstPlanes = readingsMm[worst]!
  const working: WorkingLine[] = [
    {
      label: 'Mean diameter',
      formula: 'sum of all readings ÷ their number',
      substituted: `${bare(all.reduce((a, b) => a + b, 0))} ÷ ${all.length}`,
      result: mm(meanMm),
      source: 'ISO 14405-1, two-point size',
    },
    {
      label: 'Out-of-roundness',
      formula: 'largest − smallest of the planes, worst station',
      substituted: `station ${worst + 1}: ${bare(Math.max(...worstPlanes))} − ${bare(Math.min(...worstPlanes))}`,
      result: mm(outOfRoundnessMm),
      source: 'general practice; two points do not see odd lobes',
    },
    {
      label: 'Taper',
      formula: '|mean of first station − mean of last station|',
      substituted: `|${bare(first)} − ${bare(last)}|`,
      result: mm(taperMm),
      source: 'general practice',
    },
  ]
  if (inner.length) {
    working.push({
      label: barrelMm < 0 ? 'Waist' : 'Barrel',
      formula: 'mean of inner stations − mean of both ends',
      substituted: `${bare(mean(inner))} − ${bare((first + last) / 2)}`,
      result: mm(barrelMm),
      source: 'general practice',
    })
  }
  return {
    meanMm, minMm, maxMm, stationMeansMm, outOfRoundnessByStationMm, outOfRoundnessMm, taperMm,
    taperLargeEnd: taperMm === 0 ? 'none' : first > last ? 'first' : 'last', barrelMm, farthest, working,
  }
}

function checkGrid(grid: readonly (readonly number[])[]): void {
  const planes = grid[0]?.length ?? 0
  if (planes === 0) throw new DomainError('survey.empty', 'A survey needs at least one reading.')
  grid.forEach((row, station) => {
    if (row.length !== planes)
      throw new DomainError('survey.ragged', `Station ${station + 1} has ${row.length} readings, the first has ${planes}. Fill the gap.`, {
        station,
      })
    row.forEach((reading, plane) => {
      if (!Number.isFinite(reading))
        throw new DomainError('survey.not-a-number', `The reading at station ${station + 1}, plane ${plane + 1} is no number.`, {
          station,
          plane,
        })
      if (reading <= 0)
        throw new DomainError(
          'survey.not-positive',
          `A diameter of ${reading} mm at station ${station + 1}, plane ${plane + 1} cannot be. Check the sign.`,
          { station, plane },
        )
    })
  })
}
