import { expect, test } from 'vitest'
import { readHoursList } from './hours-list'

const at = (day: string, time: string) => new Date(`${day}T${time}`).toISOString()

test('a list of meter readings is read as people write it, and says row by row what is none', () => {
  const { rows, missing } = readHoursList([
    ['Machine', 'Read on', 'Meter (h)', 'Old meter'],
    ['p-101', '2026-11-03', '31 240', ''], ['P-102', '3.11.2026 7:30', '28810,5', ''], ['', '', '', ''],
    ['DC-501', '03.11.2026', '0', '18250'], ['', '2026-11-03', '5', ''], ['P-103', 'yesterday', '5', ''], ['P-104', '2026-11-03', 'many', ''],
    ['P-105', '2026-11-03', '', ''], ['P-106', '2026-11-03', '1,234', ''],
  ])
  expect(missing).toEqual([])
  expect(rows).toEqual([
    { line: 2, row: { unit: 'P-101', at: at('2026-11-03', '12:00'), hours: 31_240 } },
    { line: 3, row: { unit: 'P-102', at: at('2026-11-03', '07:30'), hours: 28_810.5 } },
    { line: 5, row: { unit: 'DC-501', at: at('2026-11-03', '12:00'), hours: 0, wasHours: 18_250 } },
    { line: 6, fault: 'It names no unit.' }, { line: 7, fault: '“yesterday” is no day.' }, { line: 8, fault: expect.stringContaining('many') },
    { line: 9, fault: 'It says no hours.' }, { line: 10, fault: expect.stringContaining('can mean 1.234 or 1234') },
  ])
  expect(readHoursList([['Tag', 'Note'], ['P-101', 'x']])).toEqual({ rows: [], missing: ['the day', 'the hours'] })
  expect(readHoursList([])).toEqual({ rows: [], missing: ['the unit', 'the day', 'the hours'] })
})
