import { describe, expect, it } from 'vitest'
import { demoDocuments, demoSheet } from '../../../tests/support/demo-sheet'
import { nutFactorOf, propertyClass, threadSize } from '../../fastening'
import { applyEdits, auditSheet, overhaulFaults, sheetFaults, sheetForUnit, type SheetDocument } from '../../sheet'
import { proposalsFor, type Proposal } from '..'

let made = 0
const newId = () => `00000000-0000-4000-8000-${String(made++).padStart(12, '0')}`
const pump = demoSheet('split-casing-lift-pump')
const changed = (change: (sheet: SheetDocument) => void, from = pump) => {
  const sheet = structuredClone(from)
  change(sheet)
  return sheet
}
const proposed = (sheet: SheetDocument, what: RegExp): { proposal: Proposal, taken: SheetDocument } => {
  const proposal = proposalsFor(sheet, newId).find(one => what.test(one.what.replaceAll('\u00a0', ' ')))
  if (!proposal) throw new Error(`nothing like ${what} is proposed: ${proposalsFor(sheet, newId).map(one => one.what).join('; ')}`)
  expect(proposal.why.length).toBeGreaterThan(14)
  return { proposal, taken: applyEdits(sheet, proposal.edits) }
}

const grave = (sheet: SheetDocument) => auditSheet(sheet).filter(({ severity }) => severity === 'danger' || severity === 'wrong')

describe('proposals', () => {
  it('make nothing worse: with all that is proposed of a shipped sheet, the checker finds nothing grave', () => {
    for (const shipped of demoDocuments) {
      let sheet = shipped
      for (let round = 0; round < 40; round++) {
        // A mass that becomes known may show that a lift reckons with less: that is what it is for.
        const [first] = proposalsFor(sheet, newId).filter(({ what }) => !/^Measure:|: about /.test(what))
        if (!first) break
        sheet = applyEdits(sheet, first.edits)
      }
      expect(sheetFaults(sheet), shipped.key).toEqual([])
      expect(grave(sheet), shipped.key).toEqual([])
    }
  })

  it('give a removal its refit, last out first in, between what faces its neighbours', () => {
    const bare = changed((sheet) => {
      const on = sheet.steps.find(step => step.key === 'upper-casing-on')!
      sheet.steps = sheet.steps.filter(step => step !== on)
        .map(step => ({ ...step, after: step.after.flatMap(key => key === on.key ? on.after : [key]) }))
      sheet.marks = sheet.marks.map(mark => mark)
      sheet.steps.find(step => step.key === 'casing-nuts-on')!.checks = [...sheet.steps.find(step => step.key === 'casing-nuts-on')!.checks ?? [], ...on.checks ?? []]
    })
    expect(sheetFaults(bare).map(fault => fault.reason).join()).toContain('has 1 and 0')
    const { taken } = proposed(bare, /^Put it back/)
    expect(sheetFaults(taken)).toEqual([])
    const on = taken.steps.find(step => step.limb === 'on' && step.refits?.some(piece => piece.part === 'upper-casing'))!
    expect(taken.steps.indexOf(on)).toBeLessThan(taken.steps.findIndex(step => step.key === 'casing-nuts-on'))
    expect(taken.steps.find(step => step.key === 'casing-nuts-on')!.after).toContain(on.key)
    expect(overhaulFaults(sheetForUnit(taken))).toEqual([])
  })

  it('pull screws of a known thread and class to seven tenths of their proof load', () => {
    const gap = changed((sheet) => {
      sheet.joints = sheet.joints.filter(joint => joint.key !== 'cap-joint')
      sheet.steps.forEach((step) => { if (step.tightens === 'cap-joint') delete step.tightens })
      Object.assign(sheet.parts.find(part => part.key === 'cap-screws')!, { material: '8.8' })
      sheet.gaps = [{ thing: 'cap-screws', field: 'torque' }]
    })
    const { proposal, taken } = proposed(gap, /^Bearing cap screws/)
    const joint = taken.joints.at(-1)!
    // By hand: K d F with 0.7 of the proof load of M16 8.8.
    const { stressAreaMm2, nominalMm } = threadSize('M16')
    const exact = nutFactorOf('oil') * nominalMm * 0.7 * propertyClass('8.8', nominalMm).proofMPa * stressAreaMm2 / 1000
    expect(joint.torqueNm.aim).toBeLessThanOrEqual(exact)
    expect(joint.torqueNm.aim).toBeGreaterThan(exact * 0.9)
    expect(proposal.why).toContain('maker')
    expect(taken.steps.find(step => step.key === 'caps-on')!.tightens).toBe(joint.key)
    expect(grave(taken).filter(finding => finding.key === joint.key)).toEqual([])
  })

  it.each<[string, (sheet: SheetDocument) => void, RegExp, (taken: SheetDocument) => unknown, unknown]>([
    ['a joint that nothing tightens', (sheet) => { delete sheet.steps.find(step => step.tightens === 'casing-joint')!.tightens }, /^Tightened at/,
      taken => taken.steps.filter(step => step.tightens === 'casing-joint').map(step => step.key), ['casing-nuts-on']],
    ['what is new each time', (sheet) => { delete sheet.parts.find(part => part.key === 'casing-gasket')!.neverAgain }, /new each time/,
      taken => taken.parts.find(part => part.key === 'casing-gasket')!.neverAgain, true],
    ['what wears and is decided by nobody', (sheet) => { sheet.steps.forEach((step) => { if (step.decides) step.decides = step.decides.filter(key => key !== 'impeller') }) },
      /^Double-entry impeller.* decided on/, taken => taken.steps.some(step => step.decides?.includes('impeller')), true],
    ['gear for what hangs', (sheet) => { sheet.steps.forEach((step) => { if (step.key === 'upper-casing-on') delete step.lifts }) }, /320\.0 kg.* on hoist 0\.5 t/,
      taken => taken.steps.find(step => step.key === 'upper-casing-on')!.lifts!.massKg, 320],
    ['limits of a class', (sheet) => { Object.assign(sheet.positions[0]!, { quantity: 'length', toleranceClass: '60 k6', limits: {}, reuse: undefined }); delete sheet.positions[0]!.reuse },
      /60\.002 mm to 60\.021 mm/, taken => taken.positions[0]!.limits, { lower: 60.002, upper: 60.021 }],
    ['the mass of what is turned', (sheet) => {
      Object.assign(sheet.parts.find(part => part.key === 'shaft-sleeves')!, {
        material: 'stainless steel', count: 1, places: undefined, outlines: [{ fromMm: 0, toMm: 100, innerMm: 80, outerMm: 100 }],
      })
      delete sheet.parts.find(part => part.key === 'shaft-sleeves')!.places
      // π/4 · (100² − 80²) · 100 mm³ of 7,900 kg/m³
    }, /^Shaft sleeves: about/, taken => taken.parts.find(part => part.key === 'shaft-sleeves')!.massKg, 2.2],
    ['a mark on what can be turned round', (sheet) => {
      sheet.marks = sheet.marks.filter(mark => mark.key !== 'MK-1')
      for (const step of sheet.steps) for (const field of ['makes', 'checks'] as const) {
        if (step[field]?.includes('MK-1')) {
          const left = step[field]!.filter(key => key !== 'MK-1')
          if (left.length > 0) step[field] = left
          else Reflect.deleteProperty(step, field)
        }
      }
    }, /^Mark Coupling spacer/, taken => taken.marks.at(-1)!.between, ['coupling-spacer']],
    ['what its family is usually asked', (sheet) => {
      sheet.positions = sheet.positions.filter(position => position.key !== 'bearing-temperature')
      for (const step of sheet.steps) if (step.reads) step.reads = step.reads.filter(read => read.position !== 'bearing-temperature')
      for (const step of sheet.steps) if (step.reads?.length === 0) delete step.reads
    }, /^Measure: Bearing temperature/, taken => taken.positions.at(-1)!.quantity, 'temperature'],
  ])('see %s', (_what, change, what, look, wanted) => {
    const { taken } = proposed(changed(change), what)
    expect(look(taken)).toEqual(wanted)
  })
})
