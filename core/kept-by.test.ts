import { expect, test } from 'vitest'
import { keptBy } from './kept-by'

test('what follows from a thing is made once a name, and not at all where making it fails', () => {
  const keep = keptBy<object, string, object>()
  const [one, other] = [{}, {}]
  const first = keep(one, 'a', () => ({}))
  expect(keep(one, 'a', () => { throw new Error('made twice') })).toBe(first)
  expect(keep(one, 'b', () => ({}))).not.toBe(first)
  expect(keep(other, 'a', () => ({}))).not.toBe(first)
  expect(() => keep(other, 'c', () => { throw new Error('cannot') })).toThrow('cannot')
  expect(keep(other, 'c', () => one)).toBe(one)
})
