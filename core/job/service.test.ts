import { describe, expect, it } from 'vitest'
import { eventOf, finish } from '../../tests/support/job-walk'
import { demoSheet } from '../../tests/support/demo-sheet'
import { envelopeOf, sheetForUnit, type Sheet } from '../sheet'
import { closeBlockers, disagreement, foldJob, guardEvent, openDuties, type EventBodies } from '.'

const machine = (torqueClass: string): Sheet => sheetForUnit(demoSheet('torsional-taper-coupling'), { 'torque-class': torqueClass })
const done = (sheet: Sheet) => finish(sheet, foldJob(sheet, [eventOf('job-opened', { reason: 'test' })]), () => 0).state
const codes = (sheet: Sheet, state: ReturnType<typeof done>) => closeBlockers(sheet, state).map(({ code }) => code)

describe('the service envelope', () => {
  it.each([
    ['standard', 8000, false], ['standard', 9000, false], ['standard', 9001, true], ['high', 11_000, false], ['high', 9000, true],
  ])('of a %s machine at %i N·m is left: %s', (torqueClass, value, isLeft) => {
    expect(disagreement(envelopeOf(machine(torqueClass), 'lock-up'), value) !== null).toBe(isLeft)
  })

  it('is asked before the last step, and owed while duty and machine do not agree', () => {
    const sheet = machine('standard')
    const close = sheet.steps.at(-1)!
    const empty = foldJob(sheet, [eventOf('job-opened', { reason: 'test' })])
    expect(openDuties(sheet, empty, close)).toEqual([{ kind: 'service', envelope: 'lock-up' }])
    const state = done(sheet)
    expect(codes(sheet, state)).toEqual([])
    const stated = (body: Partial<EventBodies['service-stated']>) =>
      foldJob(sheet, [eventOf('service-stated', { envelope: 'lock-up', value: 11_000, ...body })], state)
    expect(codes(sheet, stated({}))).toEqual(['service-against'])
    expect(closeBlockers(sheet, stated({}))[0]!.message).toMatch(/11000\sN·m lies above 9000\sN·m/)
    // Somebody stands for it: the job may close, and the record says who.
    const signed = stated({ reason: 'Derated to 8 kN·m by the drive until June' })
    expect(codes(sheet, signed)).toEqual([])
    expect(signed.service['lock-up']).toMatchObject({ by: 'Person a', reason: 'Derated to 8 kN·m by the drive until June' })
  })

  it('refuses what no duty is', () => {
    const sheet = machine('standard')
    const state = done(sheet)
    const refused = (body: EventBodies['service-stated']) => guardEvent(sheet, state, eventOf('service-stated', body))?.code
    expect(refused({ envelope: 'lock-up', value: -1 })).toBe('service.value')
    expect(refused({ envelope: 'lock-up', value: NaN })).toBe('service.value')
    expect(refused({ envelope: 'nothing', value: 1 })).toBe('job.unknown-reference')
  })
})
