/**
 * True when a calibration covers a moment: its last day belongs to it, by the calendar of the record (UTC).
 *
 * @param until last day of the calibration, `2027-03-12`
 * @param at the moment of the measurement, ISO 8601
 * @example coversCalibration('2027-03-12', '2027-03-12T23:00:00.000Z') // true
 */
export const coversCalibration = (until: string, at: string): boolean => at.slice(0, 10) <= until
