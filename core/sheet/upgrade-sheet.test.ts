import { describe, expect, it } from 'vitest'
import { liftPumpDocument } from '../../tests/support/demo-sheet'
import { checkSheet, upgradeSheet, type SheetDocument } from '.'

const joint = (more: object) => ({ key: 'joint', name: 'Joint', fastener: 'casing-nuts', count: 4, source: 'test', ...more })
const first = (document: SheetDocument, joints: object[]) => ({ ...document, format: 'needler-sheet/1', joints })
const upgraded = (more: object) => (upgradeSheet(first(liftPumpDocument(), [joint(more)])) as SheetDocument).joints[0]!

describe('upgradeSheet', () => {
  it('reads what the lines of a joint say, and keeps as a note what it cannot', () => {
    expect(upgraded({ thread: 'M14 × 1.5', torqueNm: 150, pattern: 'crosswise, 30–60–100 %, then once round', lubricant: 'oil on thread' }))
      .toEqual(joint({
        thread: 'M14x1.5', torqueNm: { aim: 150 }, pattern: 'crosswise', passes: { shares: [0.3, 0.6, 1], finalRound: true },
        lubricant: { kind: 'oil', text: 'oil on thread' },
      }))
    expect(upgraded({ thread: 'M18 × 1, left-hand', torqueNm: 60, pattern: '60 N·m, then to the witness line', lubricant: 'spit' }))
      .toEqual(joint({
        thread: 'M18x1', leftHand: true, torqueNm: { aim: 60 }, note: '60 N·m, then to the witness line', lubricant: { text: 'spit' },
      }))
    const prose = 'crosswise from the middle outwards, 30–60–100 %, then once round'
    expect(upgraded({ thread: 'M20', torqueNm: 280, pattern: prose, lubricant: 'anti-seize, heat-resistant' })).toMatchObject({
      pattern: 'middleOutwards', passes: { shares: [0.3, 0.6, 1], finalRound: true }, note: prose, lubricant: { kind: 'anti-seize' },
    })
  })

  it('takes a length for no pitch', () => {
    expect(upgraded({ thread: 'M10 × 90', torqueNm: 38, pattern: 'crosswise', lubricant: 'dry' }))
      .toMatchObject({ thread: 'M10', lengths: [{ lengthMm: 90 }], lubricant: { kind: 'dry' } })
    expect(upgraded({ thread: 'Tr 40', torqueNm: 38, pattern: 'crosswise', lubricant: 'dry' }).thread).toBe('Tr 40')
  })

  it('goes through the variants of a size, touches nothing else, and makes a sheet that passes', () => {
    const document = liftPumpDocument()
    const old = {
      ...first(document, [joint({
        thread: 'M20', torqueNm: 280, pattern: 'crosswise', lubricant: 'dry',
        variants: [{ when: { size: ['large'] }, set: { torqueNm: 400, thread: 'M24 × 2' } }],
      })]),
      options: [{ key: 'size', name: 'Size', values: [{ key: 'small', name: 'small' }, { key: 'large', name: 'large' }] }],
      steps: document.steps.map(step => step.tightens ? { ...step, tightens: 'joint' } : step),
    }
    const before = structuredClone(old)
    const sheet = checkSheet(old)
    expect(old).toEqual(before)
    expect(sheet.joints[0]!.variants![0]!.set).toEqual({ torqueNm: { aim: 400 }, thread: 'M24x2' })
    expect({ ...sheet, joints: 0 }).toEqual({ ...old, format: 'needler-sheet/2', joints: 0 })
  })

  it('leaves alone what is of today, and what is no sheet', () => {
    const today = liftPumpDocument()
    expect(upgradeSheet(today)).toBe(today)
    for (const other of [null, 7, 'sheet', [], { format: 'needler-sheet/3' }, { format: 'needler-sheet/1', joints: [null, 3, {}] }])
      expect(() => upgradeSheet(other)).not.toThrow()
    expect(() => checkSheet({ format: 'needler-sheet/3' })).toThrow(expect.objectContaining({ code: 'sheet.bad' }))
  })
})
