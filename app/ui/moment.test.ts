import { afterEach, describe, expect, it } from 'vitest'
import { effectScope, type EffectScope } from 'vue'
import { dayOf, dayOfMoment, moment, otherZone, useZone } from './moment'

const open: EffectScope[] = []
const within = (zone: string | undefined) => {
  const scope = effectScope()
  scope.run(() => useZone(() => zone))
  open.push(scope)
  return scope
}
afterEach(() => { for (const scope of open.splice(0)) scope.stop() })

describe('times on the screen', () => {
  it('are those of the site that is shown, and of the device again when it is left', () => {
    const device = moment('2026-12-01T23:30:00Z')
    const auckland = within('Pacific/Auckland')
    expect(moment('2026-12-01T23:30:00Z')).toBe('02 Dec 2026, 12:30')
    expect(dayOfMoment('2026-12-01T23:30:00Z')).toBe('2026-12-02')
    within('America/Lima')
    expect([moment('2026-12-01T23:30:00Z'), otherZone()]).toEqual(['01 Dec 2026, 18:30', 'America/Lima'])
    auckland.stop()
    expect(moment('2026-12-01T23:30:00Z')).toBe('01 Dec 2026, 18:30')
    for (const scope of open.splice(0)) scope.stop()
    expect([moment('2026-12-01T23:30:00Z'), otherZone()]).toEqual([device, null])
  })

  it('go on when the clock of the site is put back: two moments an hour apart read the same, and the day stays', () => {
    within('Europe/London')
    expect([moment('2026-10-25T00:30:00Z'), moment('2026-10-25T01:30:00Z')]).toEqual(['25 Oct 2026, 01:30', '25 Oct 2026, 01:30'])
    expect([dayOfMoment('2026-10-24T23:30:00Z'), dayOfMoment('2026-10-25T23:30:00Z')]).toEqual(['2026-10-25', '2026-10-25'])
  })

  it('leave a day of the calendar alone', () => {
    within('Pacific/Auckland')
    expect(dayOf('2027-03-12')).toBe('12 Mar 2027')
  })
})
