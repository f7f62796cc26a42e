import { describe, expect, it } from 'vitest'
import { coversCalibration } from './calibration'

describe('coversCalibration', () => {
  it.each([
    ['2027-03-12', '2027-03-12T23:59:59.999Z', true], ['2027-03-12', '2027-03-13T00:00:00.000Z', false],
    ['2027-03-12', '2026-12-31T08:00:00.000Z', true], ['2027-03-12', '2028-01-01T08:00:00.000Z', false],
  ])('until %s at %s: %s', (until, at, covers) => expect(coversCalibration(until, at)).toBe(covers))
})
