import { describe, expect, it } from 'vitest'
import { LIST_NAMES, thingsOf, type SheetDocument } from '#core'
import { demoDocuments, demoSheet } from '../../../tests/support/demo-sheet'
import { tablesOf } from './sheet-tables'

const rowOf = (sheet: SheetDocument, list: string, key: string) => {
  const table = tablesOf(sheet).find(one => one.list === list)!
  const { cells } = table.rows.find(row => row.key === key)!
  return Object.fromEntries(table.columns.map((column, i) => [column, cells[i]!.replaceAll('\u00a0', ' ')]))
}

describe('the tables of a sheet', () => {
  it('are one for each list but the steps, a row a thing, a cell a column, for every shipped sheet', () => {
    for (const sheet of demoDocuments) {
      const tables = tablesOf(sheet)
      expect(tables.map(({ list }) => list).toSorted()).toEqual(LIST_NAMES.filter(list => list !== 'steps').toSorted())
      for (const { list, columns, rows } of tables) {
        expect(rows.length, `${sheet.key} ${list}`).toBe(thingsOf(sheet, list as 'parts').length)
        for (const { name, cells } of rows) {
          expect(name.length).toBeGreaterThan(0)
          expect(cells, `${sheet.key} ${list} ${name}`).toHaveLength(columns.length)
          // What is not there is an empty cell, never a word of the program.
          expect(cells.join(' ')).not.toMatch(/undefined|null|NaN|\[object/)
        }
      }
    }
  })

  it('name things by their names', () => {
    const pump = demoSheet('split-casing-lift-pump')
    const seal = rowOf(pump, 'seals', pump.seals![0]!.key)
    expect(seal['Faces']).toContain('silicon carbide')
    expect(seal).toMatchObject({ 'Set by': 'datum', 'Set at': 'Set the seals by the scribed line' })
    expect(rowOf(pump, 'joints', 'casing-joint')).toMatchObject({ Strength: '8.8', Purpose: 'clamp' })
    const cartridge = demoSheet('cartridge-pump')
    const [fork] = cartridge.choices!
    expect(rowOf(cartridge, 'choices', fork!.key)).toMatchObject({
      'Ways': fork!.ways.map(({ name }) => name).join(', '), 'Chosen at': cartridge.steps.find(step => step.chooses === fork!.key)!.title,
    })
    const coupling = demoSheet('torsional-taper-coupling')
    const [envelope] = coupling.envelopes!
    const values = coupling.options!.flatMap(option => option.values)
    expect(rowOf(coupling, 'envelopes', envelope!.key)['Above it']).toBe(values.find(({ key }) => key === envelope!.above)!.name)
  })

  it('show a name that nothing has as it is written: a draft may be broken', () => {
    const pump = demoSheet('split-casing-lift-pump')
    const [mark, position] = [pump.marks[0]!, pump.positions[0]!]
    const broken = { ...pump, marks: [{ ...mark, between: ['gone', mark.between[0]!] }], positions: [{ ...position, part: 'gone-too' }] }
    expect(rowOf(broken, 'marks', mark.key)['Between']).toMatch(/^gone and /)
    expect(rowOf(broken, 'positions', position.key)['Part']).toBe('gone-too')
  })
})
