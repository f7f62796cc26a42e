import { expect, test } from 'vitest'
import { intervalFit } from './interval-fit'

test('an interval suits its kind, or throws life away, or comes too late', () => {
  expect(intervalFit([0.2, 0.3, 0.25, 0.4]).verdict).toBe('too early')
  expect(intervalFit([0.5, 0.8, 0.7, 0.9, 0.6])).toMatchObject({ verdict: 'right', medianShare: 0.7, beyond: 0 })
  expect(intervalFit([0.5, 1.2, 0.7, 1.1, 0.9])).toMatchObject({ verdict: 'too late', beyond: 2 })
  expect(intervalFit([0.5, 0.6])).toMatchObject({ verdict: 'cannot be told', medianShare: null })
  expect(() => intervalFit([Number.NaN])).toThrow(/number/)
})
