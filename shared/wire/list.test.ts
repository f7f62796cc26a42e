import Joi from 'joi'
import { expect, it, vi } from 'vitest'
import { list } from './list'

it('judges the length before anything in it is read, and each item of a list that is not too long', () => {
  const read = vi.fn((value: unknown) => value)
  const few = list().items(Joi.number().custom(read)).min(1).max(3).required()
  expect(few.validate([1, 2, 3, 4]).error?.details[0]).toMatchObject({ type: 'array.max', path: [] })
  expect(read).not.toHaveBeenCalled()
  expect(few.validate([1, 2, 3]).error).toBeUndefined()
  expect(read).toHaveBeenCalledTimes(3)
  expect(Joi.object({ few }).validate({ few: [1, 'two'] }).error?.details[0]).toMatchObject({ type: 'number.base', path: ['few', 1] })
  expect(few.validate([]).error?.details[0]?.type).toBe('array.min')
  expect(few.validate({ length: 9 }).error?.details[0]?.type).toBe('array.base')
})
