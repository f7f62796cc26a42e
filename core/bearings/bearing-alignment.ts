import { DomainError } from '../domain-error'
import type { WorkingLine } from '../working'
import { plasticGaugeClearance, type GaugeScale } from './sleeve-clearance'

export interface StripWidths {
  /** Width of the flattened strip at the left and right edge of the bearing, seen from the drive end, mm; at the drive end … */
  driveEnd: { leftMm: number, rightMm: number }
  /** … and at the other end. */
  otherEnd: { leftMm: number, rightMm: number }
  scale: GaugeScale
  /** Distance between the strips of both ends along the axis, mm. */
  lengthMm: number
  /** Distance between left and right reading, mm. */
  acrossMm: number
}

export interface BearingAlignment {
  /** Clearance at the four places, µm. */
  clearancesUm: { driveEnd: { left: number, right: number }, otherEnd: { left: number, right: number } }
  meanUm: number
  /** Tilt along the axis, mm/m; positive when the other end is wider. */
  tiltMmPerM: number
  tighterEnd: 'drive end' | 'other end' | 'even'
  /** Tilt across, mm/m; positive when the right side is wider. */
  crossTiltMmPerM: number
  tighterSide: 'left' | 'right' | 'even'
  working: WorkingLine[]
}

/** Differences below what a strip can show are called even, µm. */
const EVEN_UM = 5

/**
 * How a split bearing lies over its journal, from plastic gauge strips at both ends, read at both edges.
 *
 * @throws DomainError `alignment.input`, and those of `plasticGaugeClearance`
 * Source: geometry; strips below 5 µm apart are called even (general practice).
 * @example bearingAlignment({ driveEnd: { leftMm: 1.2, rightMm: 1.2 }, otherEnd: { leftMm: 1, rightMm: 1 }, scale, lengthMm: 120,
 *   acrossMm: 60 }).tighterEnd // 'drive end'
 */
export function bearingAlignment({ driveEnd, otherEnd, scale, lengthMm, acrossMm }: StripWidths): BearingAlignment {
  if (!(lengthMm > 0 && acrossMm > 0))
    throw new DomainError('alignment.input', 'The distances between the strips and between the readings are greater than zero.', {
      field: lengthMm > 0 ? 'acrossMm' : 'lengthMm',
    })
  const at = (widthMm: number) => plasticGaugeClearance(widthMm, scale)
  const clearancesUm = {
    driveEnd: { left: at(driveEnd.leftMm), right: at(driveEnd.rightMm) },
    otherEnd: { left: at(otherEnd.leftMm), right: at(otherEnd.rightMm) },
  }
  const { driveEnd: near, otherEnd: far } = clearancesUm
  const alongUm = (far.left + far.right - near.left - near.right) / 2
  const acrossUm = (near.right + far.right - near.left - far.left) / 2
  const name = <T extends string>(um: number, narrow: T, wide: T): T | 'even' => Math.abs(um) < EVEN_UM ? 'even' : um > 0 ? narrow : wide
  const [tiltMmPerM, crossTiltMmPerM] = [alongUm / lengthMm, acrossUm / acrossMm]
  const working: WorkingLine[] = [
    {
      label: 'Tilt along the axis',
      formula: '(mean other end − mean drive end) ÷ length',
      substituted: `${alongUm.toFixed(1)} µm ÷ ${lengthMm} mm`,
      result: `${tiltMmPerM.toFixed(3)} mm/m`,
      source: 'geometry',
    },
    {
      label: 'Tilt across',
      formula: '(mean right − mean left) ÷ distance',
      substituted: `${acrossUm.toFixed(1)} µm ÷ ${acrossMm} mm`,
      result: `${crossTiltMmPerM.toFixed(3)} mm/m`,
      source: 'geometry',
    },
  ]
  return {
    clearancesUm, meanUm: (near.left + near.right + far.left + far.right) / 4, tiltMmPerM, crossTiltMmPerM, working,
    tighterEnd: name(alongUm, 'drive end', 'other end'), tighterSide: name(acrossUm, 'left', 'right'),
  }
}
