import { Type, type TSchema } from '@sinclair/typebox'
import { Value } from '@sinclair/typebox/value'
import { describe, expect, it } from 'vitest'
import { MOST_FAULTS_SHOWN, shapeFaults, shapeSentence } from './shape-words'

const said = (schema: TSchema, value: unknown, field?: string) => [...Value.Errors(schema, value)].map(error => shapeSentence(error, field))

describe('shapeSentence', () => {
  it.each<[TSchema, unknown, string]>([
    [Type.Number({ exclusiveMinimum: 0 }), -3, 'Mass has to be more than 0.'],
    [Type.Number({ minimum: 2, maximum: 5 }), 6, 'Mass has to be 5 or less.'],
    [Type.Integer({ minimum: 2 }), 1, 'Mass has to be 2 or more.'],
    [Type.Integer(), 1.5, 'Mass has to be a whole number.'],
    [Type.Number(), 'heavy', 'Mass has to be a number.'],
    [Type.String({ minLength: 1 }), '', 'Mass is empty.'],
    [Type.String({ maxLength: 3 }), 'heavy', 'Mass may have 3 characters at most.'],
    [Type.String({ pattern: '^[a-z]+$' }), '12', 'Mass cannot be written so.'],
    [Type.Array(Type.Number(), { minItems: 2 }), [1], 'Mass needs 2 or more.'],
    [Type.Union([Type.Literal('chain'), Type.Literal('sling')]), 'hand', 'Mass has to be one of: chain, sling.'],
    [Type.Union([Type.Object({}), Type.Number()]), 'hand', 'Mass has none of the shapes that it may have.'],
    [Type.Date(), 'today', 'Mass cannot be that.'],
  ])('says of %j that is %j: %s', (schema, value, sentence) => {
    expect(said(schema, value, 'massKg')).toContain(sentence)
  })

  it('names the field that the path ends at, and not its number in a list', () => {
    const lifts = Type.Array(Type.Object({ massKg: Type.Number(), points: Type.Array(Type.String()) }, { additionalProperties: false }))
    expect(said(lifts, [{ points: [4], hook: 1 }])).toEqual([
      'Mass is missing.', 'Hook is nothing that is known here.', 'Mass has to be a number.', 'Points has to be a text.',
    ])
  })
})

describe('shapeFaults', () => {
  const masses = Type.Array(Type.Number({ exclusiveMinimum: 0 }))

  it('says each fault at its place, and no more than somebody reads', () => {
    expect(shapeFaults(masses, [4, 2.5])).toEqual([])
    expect(shapeFaults(masses, [4, -1, 2, 'heavy'])).toEqual([
      { place: '/1', reason: 'It has to be more than 0.' }, { place: '/3', reason: 'It has to be a number.' },
    ])
    expect(shapeFaults(masses, Array.from({ length: 400 }, () => -1))).toHaveLength(MOST_FAULTS_SHOWN)
  })
})
