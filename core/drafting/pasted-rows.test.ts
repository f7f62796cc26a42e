import { describe, expect, it } from 'vitest'
import { demoSheet } from '../../tests/support/demo-sheet'
import { refusal } from '../../tests/support/refusal'
import { frameFor } from '../growth'
import { applyEdits, unreadableFaults } from '../sheet'
import { guessColumns, isHead, MOST_ROWS, rowsToEdits, type PastedList } from '.'

let made = 0
const newId = () => `00000000-0000-4000-8000-${String(made++).padStart(12, '0')}`
const frame = frameFor({ key: 'sheet-a', title: 'Two-stage fan', energies: ['electric'], family: 'fan' })
const paste = (list: PastedList, table: readonly (readonly string[])[], sheet = frame) => {
  const [heads, ...rows] = table
  const result = rowsToEdits(sheet, { list, columns: guessColumns(list, heads!), rows, source: 'Parts list B', newId })
  return { ...result, sheet: applyEdits(sheet, result.edits) }
}

describe('a pasted table', () => {
  it('is known by its head, with the units it says', () => {
    expect(guessColumns('parts', ['Item no.', 'Qty', 'Description', 'Material', 'Weight [lb]', 'Drawing'])).toEqual([
      { field: 'item' }, { field: 'count' }, { field: 'name' }, { field: 'material' }, { field: 'massKg', unit: 'lb' }, null,
    ])
    expect(guessColumns('joints', ['Joint', 'Fastener', 'Thread', 'Torque, ft-lb'])[3]).toEqual({ field: 'torqueNm/aim', unit: expect.stringMatching(/ft|lb/) })
    expect(isHead('parts', ['Item', 'Description', 'Qty'])).toBe(true)
    expect(isHead('parts', ['1', 'Casing', '2'])).toBe(false)
  })

  it('makes parts of its rows: units in the head, decimal commas, counts as people write them, merged groups', () => {
    const { sheet, added, faults } = paste('parts', [
      ['Group', 'Item', 'Part', 'Qty', 'Mass [g]', 'Material'],
      ['Rotor', '1', 'Impeller, stage 1', '1', '12500,5', 'cast steel'],
      ['', '2', 'Impeller nut', '1 off', '1,250', ''],
      ['Casing', '3', 'Casing gasket', '2 pcs', '', 'fibre'],
      ['', '', '', '', '', ''],
      ['', '4', 'Casing screws M12 × 40', 'x24', '35,5', '8.8'],
    ])
    expect(faults).toEqual([])
    expect(added).toBe(4)
    const [impeller, nut, gasket, screws] = sheet.parts.slice(-4)
    expect(impeller).toMatchObject({ item: 1, count: 1, kind: 'impeller', massKg: 12.5005, material: 'cast steel' })
    expect(impeller!.key).toMatch(/^part-[0-9a-f-]{36}$/)
    // Where one cell of a column can only be a decimal comma, all of it is.
    expect(nut!.massKg).toBeCloseTo(0.00125, 9)
    expect(gasket).toMatchObject({ kind: 'gasket', count: 2, neverAgain: true })
    expect(screws).toMatchObject({ kind: 'fastener', count: 24, massKg: 0.0355 })
    expect(sheet.assemblies).toEqual([
      { name: 'Rotor', parts: [impeller!.key, nut!.key] }, { name: 'Casing', parts: [gasket!.key, screws!.key] },
    ])
    expect(unreadableFaults(sheet)).toEqual([])
  })

  it('fills in what is there, and says nothing twice', () => {
    const pump = demoSheet('split-casing-lift-pump')
    const table = [['Description', 'Weight', 'Material'], ['coupling  GUARD', '8.2 kg', 'steel sheet'], ['Rotor shaft of another', '', '']]
    const first = paste('parts', table, pump)
    expect([first.added, first.changed]).toEqual([1, 1])
    expect(first.sheet.parts.find(part => part.key === 'coupling-guard')).toMatchObject({ massKg: 8.2, material: 'steel sheet' })
    // Two of one name are two parts where their items differ.
    const two = paste('parts', [['Item', 'Name'], ['7', 'Plain ring'], ['8', 'Plain ring'], ['8', 'Plain ring']])
    expect([two.added, two.same]).toEqual([2, 1])
    const again = paste('parts', table, first.sheet)
    expect([again.added, again.changed, again.same, again.edits.length]).toEqual([0, 0, 2, 0])
  })

  it('leaves rows out that can mean two things, with the reason and the column', () => {
    const { faults, added } = paste('parts', [
      ['Name', 'Qty', 'Mass', 'Kind'],
      ['Cover', 'two', '1', ''],
      ['Cover', '2', '1,234', ''],
      ['', '2', '1', ''],
      ['Shaft', '1', 'heavy', ''],
      ['Wheel', '1', '3', 'gadget'],
      ['Pulley', '1', '3 kg', 'coupling'],
      ['Pulley', '1', '4 kg', 'coupling'],
    ])
    expect(added).toBe(1)
    expect(faults.map(({ row, column }) => [row, column])).toEqual([[0, 1], [1, 2], [2, undefined], [3, 2], [4, 3], [6, undefined]])
    expect(faults.map(({ sentence }) => sentence).join(' ')).toMatch(/whole number.*mean.*no name.*mass.*none of.*already/is)
  })

  it('names parts and positions by their names in the other lists', () => {
    const parts = paste('parts', [['Name', 'Qty'], ['Casing', '1'], ['Casing screws', '8'], ['Shaft', '1']]).sheet
    const joints = paste('joints', [
      ['Joint', 'Fastener', 'Thread', 'Torque [ft-lb]', 'Lubricant'], ['Casing joint', 'casing screws', 'M12', '60', 'oil'], ['Other', 'Nothing', 'M6', '5', 'dry'], ['Third', 'Shaft', '', '5', 'dry'],
    ], parts)
    expect(joints.faults.map(({ row }) => row)).toEqual([1, 2])
    expect(joints.sheet.joints[0]).toMatchObject({ count: 8, thread: 'M12', lubricant: { kind: 'oil' }, source: 'Parts list B' })
    expect(joints.sheet.joints[0]!.torqueNm.aim).toBeCloseTo(81.35, 2)
    const positions = paste('positions', [
      ['Part', 'Position', 'Min [in]', 'Max [in]', 'Uncertainty', 'Instrument'],
      ['Shaft', 'Journal, drive end', '2.3616', '2.3622', '0.002', 'micrometer 50–75'], ['', 'Journal, fan end', '2.3616', '2.3622', '0.002', 'micrometer 50–75'],
    ], parts)
    expect(positions.faults).toEqual([])
    expect(positions.sheet.positions.slice(-2).map(({ part, limits }) => [part, limits.lower!.toFixed(3)]))
      .toEqual(Array(2).fill([parts.parts.at(-1)!.key, '59.985']))
    const marks = paste('marks', [['What', 'Between', 'Way', 'Place'], ['Casing halves', 'Casing & Shaft', 'punch', 'on top']], parts)
    expect(marks.sheet.marks).toMatchObject([{ key: 'MK-1', way: 'punch', between: [expect.any(String), expect.any(String)] }])
  })

  it('is refused where it is no parts list at all', () => {
    const rows = Array.from({ length: MOST_ROWS + 1 }, (_, i) => [`Part ${i}`])
    const ask = (some: string[][], columns = [{ field: 'name' }]) =>
      refusal(() => rowsToEdits(frame, { list: 'parts', columns, rows: some, source: 'x', newId })).code
    expect(ask(rows)).toBe('paste.too-long')
    expect(ask(rows.slice(0, 500))).toBe('paste.full')
    expect(ask([['8']], [{ field: 'count' }])).toBe('paste.no-name')
    // A part that would sit on itself by way of others.
    const [heads, ...seats] = [['Name', 'On'], ['One', ''], ['Two', 'One'], ['One', 'Two']]
    expect(rowsToEdits(frame, { list: 'parts', columns: guessColumns('parts', heads), rows: seats, source: 'x', newId }).faults).toHaveLength(1)
  })
})
