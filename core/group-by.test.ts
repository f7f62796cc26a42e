import { expect, test } from 'vitest'
import { groupBy } from './group-by'

test('keeps the order of the list, in the groups and of them', () => {
  expect([...groupBy(['ab', 'c', 'ad', ''], text => text[0])]).toEqual([['a', ['ab', 'ad']], ['c', ['c']], [undefined, ['']]])
  expect(groupBy([], String).size).toBe(0)
})
