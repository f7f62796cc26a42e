import { describe, expect, it } from 'vitest'
import { demoDocuments, liftPump } from '../../tests/support/demo-sheet'
import { stepOf } from '../sheet'
import { sheetForJob, stepInWords } from '.'

describe('stepInWords', () => {
  it('says what a step does in the order of the work', () => {
    const said = (key: string) => stepInWords(liftPump, stepOf(liftPump, key)).map(({ word, text }) => `${word}: ${text}`.replaceAll('\u00a0', ' '))
    expect(said('casing-nuts-on')).toEqual(expect.arrayContaining(['on: 22 × Casing nuts M20 with washers, 2 × Casing dowel pins, tapered', expect.stringMatching(/^tightens: .*M20, 280\.0 N·m$/)]))
    expect(said('rotor-in')[1]).toMatch(/^hangs: 186\.0 kg, on hoist 1 t/)
    expect(said('unlock').join()).toMatch(/makes: powered.*hold: /)
  })

  it('has a line for all that moves, is read, pulled or held, on every sheet', () => {
    for (const document of demoDocuments) {
      const sheet = sheetForJob(document)
      for (const step of sheet.steps) {
        const words = new Map(stepInWords(sheet, step).map(({ word, text }) => [word, text]))
        const { removes, refits, reads, tightens, hold } = step
        expect(['off', 'on', 'reads', 'tightens', 'hold'].map(word => words.has(word)))
          .toEqual([removes, refits, reads, tightens, hold].map(said => said !== undefined))
        expect([...words.values()].join()).not.toMatch(/undefined|\[object|NaN/)
      }
    }
  })
})
