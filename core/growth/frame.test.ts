import { describe, expect, it } from 'vitest'
import { auditSheet, checkSheet, sheetForUnit } from '../sheet'
import { ALL_BACK, OPEN_UP } from '../job'
import { ENERGY_KINDS, frameFor, SHIPPED_CATALOGUE, type EnergyKind } from '.'

const KINDS: readonly (readonly [string, readonly EnergyKind[]])[] = [
  ['nothing', []], ...ENERGY_KINDS.map(kind => [kind, [kind]] as const), ['everything', ENERGY_KINDS],
]
const frame = (energies: readonly EnergyKind[], family?: string) => checkSheet(frameFor({ key: 'sheet-1', title: 'Machine', energies, family }))

describe('the frame of a machine without a sheet', () => {
  it.each(KINDS)('with %s holds as a sheet, and the checker finds nothing dangerous or wrong', (_name, energies) => {
    for (const family of [undefined, ...SHIPPED_CATALOGUE.families.map(one => one.key)])
      expect(auditSheet(frame(energies, family)).filter(({ severity }) => severity === 'danger' || severity === 'wrong'), family).toEqual([])
  })

  it.each(KINDS)('with %s proves each energy gone by a second person before anything comes off, and lets it on again after', (_name, energies) => {
    const { steps } = sheetForUnit(frame(energies))
    const [open, back] = [steps.findIndex(step => step.key === OPEN_UP), steps.findIndex(step => step.key === ALL_BACK)]
    for (const kind of energies) {
      const isolates = steps.findIndex(step => step.isolates?.includes(kind.replaceAll(' ', '-')))
      expect(isolates).toBeGreaterThanOrEqual(0)
      expect(isolates).toBeLessThan(open)
      expect(steps[isolates]).toMatchObject({ stage: 'make-safe', hold: expect.any(String), cautions: [{ level: 'danger' }] })
    }
    const releases = steps.filter(({ limb, state }) => limb === 'on' && state)
    expect(releases.length).toBe(energies.length)
    for (const step of releases) {
      expect(steps.indexOf(step)).toBeGreaterThan(back)
      expect(step.hold).toBeDefined()
    }
    // What drives it comes first down and last up.
    if (energies.includes('electric')) {
      expect(steps[0]!.isolates).toEqual(['electric'])
      expect(releases.at(-1)).toMatchObject({ key: 'on-electric', state: { makes: 'powered' } })
    }
    // One chain: nothing of it is done out of turn.
    for (const [i, step] of steps.entries()) expect(step.after).toEqual(i === 0 ? [] : [steps[i - 1]!.key])
  })

  it('asks for the usual readings of its family, found and left, and says that no limits are known', () => {
    const fan = frame(['electric'], 'fan')
    const reads = (key: string) => fan.steps.find(step => step.key === key)?.reads?.map(read => read.position) ?? []
    expect(fan.positions.length).toBe(SHIPPED_CATALOGUE.families.find(one => one.key === 'fan')!.readings.length)
    expect(new Set(reads('measured-left'))).toEqual(new Set(reads('measured-found')))
    expect(reads('run').length).toBeGreaterThan(0)
    expect(fan.gaps!.map(gap => gap.thing)).toEqual(fan.positions.map(position => position.key))
    expect(() => frame([], 'rocket')).toThrow('no family')
  })
})
