import { expect, test } from 'vitest'
import { isExpired, lastGoodDay } from './shelf-life'

test('elastomers are good to the day, and what was extended once is good until then', () => {
  expect(lastGoodDay({ cured: '2020-01-31', months: 13 })).toBe('2021-02-28')
  expect(lastGoodDay({ cured: '2020-02-29', months: 48 })).toBe('2024-02-29')
  expect([isExpired({ cured: '2020-01-31', months: 12 }, '2021-01-31'), isExpired({ cured: '2020-01-31', months: 12 }, '2021-02-01')]).toEqual([false, true])
  expect(isExpired({ cured: '2020-01-31', months: 12, extendedTo: '2021-06-30' }, '2021-02-01')).toBe(false)
  expect(lastGoodDay({ cured: '2020-01-31', months: 12, extendedTo: '2020-06-30' })).toBe('2021-01-31')
})
