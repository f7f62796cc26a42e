import { expect, test } from 'vitest'
import { stillOpen, type PartTold } from './still-open'

const told = (what: PartTold['what'], job: number, minute: number, more: Partial<PartTold> = {}): PartTold =>
  ({ what, job, part: 'rings', at: `2026-05-04T08:${String(minute).padStart(2, '0')}:00.000Z`, ...more })
const open = (...all: PartTold[]) => stillOpen(all).map(({ what, job }) => `${what} ${job}`)

test('a concession stands until its part is renewed, or it is granted anew', () => {
  const granted = told('concession', 7, 10, { positionName: 'Clearance', untilDay: '2027-01-01' })
  expect(open(granted)).toEqual(['concession 7'])
  expect(open(granted, told('word', 7, 5, { isRenewal: true }), told('word', 8, 20))).toEqual(['concession 7'])
  expect(open(told('word', 8, 20, { isRenewal: true }), granted)).toEqual([])
  expect(open(granted, told('word', 8, 20, { isRenewal: true, part: 'shaft' }))).toEqual(['concession 7'])
  expect(open(granted, told('concession', 8, 20, { positionName: 'Clearance' }))).toEqual(['concession 8'])
  expect(open(granted, told('concession', 8, 20, { positionName: 'Bore' }))).toEqual(['concession 7', 'concession 8'])
})

test('a severe finding is open until there is a word on its part; one to be looked at again until a later overhaul has one', () => {
  expect(open(told('finding', 7, 10, { severity: 2 }))).toEqual([])
  const severe = told('finding', 7, 10, { severity: 3 })
  expect(open(severe)).toEqual(['finding 7'])
  expect(open(severe, told('word', 7, 11))).toEqual([])
  const again = told('finding', 7, 10, { severity: 1, untilDay: '2027-01-01' })
  expect(open(again, told('word', 7, 11))).toEqual(['finding 7'])
  expect(open(again, told('word', 8, 11))).toEqual([])
  expect(open(again, told('word', 7, 11, { isRenewal: true }))).toEqual([])
})
