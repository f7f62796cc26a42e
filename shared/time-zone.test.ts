import { describe, expect, it } from 'vitest'
import { dayIn, isTimeZone, momentIn } from './time-zone'

describe('a time zone', () => {
  it.each([
    ['Europe/London', true], ['UTC', true], ['America/Argentina/Ushuaia', true],
    ['Moon/Tranquility', false], ['+02:00', false], ['', false], ['europe london', false],
  ])('"%s" is one: %s', (name, is) => expect(isTimeZone(name)).toBe(is))

  it('has its own day, also across midnight and when its clock is put back', () => {
    const late = new Date('2026-12-01T23:30:00Z')
    expect([dayIn(late, 'UTC'), dayIn(late, 'Pacific/Auckland'), dayIn(late, 'America/Lima')]).toEqual(['2026-12-01', '2026-12-02', '2026-12-01'])
    expect(momentIn(late, 'Pacific/Auckland')).toBe('2026-12-02 12:30')
    // London puts its clock back on 25 October 2026 at 01:00 UTC.
    expect(dayIn(new Date('2026-10-24T23:30:00Z'), 'Europe/London')).toBe('2026-10-25')
    expect(dayIn(new Date('2026-10-25T23:30:00Z'), 'Europe/London')).toBe('2026-10-25')
  })
})
