import { describe, expect, it } from 'vitest'
import { demoDocuments, demoSheet } from '../../tests/support/demo-sheet'
import { releaseBlockers, type SheetDocument } from '.'

const pump = demoSheet('split-casing-lift-pump')
const nogo = pump.steps.flatMap(step => step.reads ?? []).find(read => read.backTo)!.position
const without = (change: (sheet: SheetDocument) => void) => {
  const sheet = structuredClone(pump)
  change(sheet)
  return releaseBlockers(sheet)
}

describe('releaseBlockers', () => {
  it('finds none in what ships', () => {
    for (const sheet of demoDocuments) expect(releaseBlockers(sheet), sheet.key).toEqual([])
  })

  it.each<[string, (sheet: SheetDocument) => void, string]>([
    ['a torque nobody knows', (sheet) => {
      const joint = sheet.joints.find(one => one.key === 'casing-joint')!
      sheet.joints = sheet.joints.filter(one => one !== joint)
      sheet.steps.forEach((step) => { if (step.tightens === joint.key) delete step.tightens })
      sheet.gaps = [{ thing: joint.fastener, field: 'torque' }]
    }, '/parts/casing-nuts'],
    ['a mass nobody knows', (sheet) => {
      delete sheet.parts.find(part => part.key === 'coupling-guard')!.massKg
      sheet.gaps = [{ thing: 'coupling-guard', field: 'mass' }]
    }, '/parts/coupling-guard'],
    ['limits where go or no-go hangs on them', (sheet) => {
      sheet.positions.find(position => position.key === nogo)!.limits = {}
      sheet.gaps = [{ thing: nogo, field: 'limits' }]
    }, `/positions/${nogo}`],
    ['a count that does not add up', (sheet) => { sheet.steps.find(step => step.refits)!.refits![0]!.count += 1 }, '/parts/'],
    ['an energy that nobody isolates', (sheet) => { sheet.steps.forEach(step => delete step.isolates) }, '/energies/'],
  ])('stops %s', (_what, change, place) => {
    expect(without(change).map(fault => fault.place).join(' ')).toContain(place)
  })

  it('lets a gap through that hurts nobody', () => {
    expect(without((sheet) => {
      const step = sheet.steps.at(-1)!
      delete step.minutes
      sheet.gaps = [{ thing: step.key, field: 'minutes' }]
    })).toEqual([])
  })
})
