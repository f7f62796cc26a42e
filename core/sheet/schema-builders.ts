import { Type, type TLiteral, type TSchema, type TUnion } from '@sinclair/typebox'

/* What the schemas of a sheet are made of. */

export const object = <T extends Record<string, TSchema>>(properties: T, description?: string) =>
  Type.Object(properties, { additionalProperties: false, ...(description ? { description } : {}) })
export const oneOf = <const T extends readonly string[]>(values: T, description?: string) =>
  Type.Union(values.map(value => Type.Literal(value)), description ? { description } : {}) as unknown as
  TUnion<{ -readonly [I in keyof T]: TLiteral<T[I]> }>

// `constructor` names something on every object of JavaScript; as a key it would be found where nothing was put.
export const Key = Type.String({
  pattern: '^(?!constructor$)[a-z0-9]+(-[a-z0-9]+)*$',
  maxLength: 60,
  description: 'Lower-case words with hyphens; unique in its list. Not "constructor".',
})
export const Line = Type.String({ minLength: 1, maxLength: 200 })
export const Text = Type.String({ minLength: 1, maxLength: 1200 })
export const Count = Type.Integer({ minimum: 1, maximum: 2000 })
export const Mm = Type.Number({ minimum: -100000, maximum: 100000 })

export const Condition = Type.Record(Key, Type.Array(Key, { minItems: 1, maxItems: 20 }), {
  minProperties: 1, description: 'Option → values; true when every option named has one of its values.',
})
/** A thing of the sheet that depends on the options of the unit: it is there only `when`, and its `variants` overwrite what they set. */
export const optional = <T extends Record<string, TSchema>>(properties: T) =>
  object({
    ...properties,
    when: Type.Optional(Condition),
    variants: Type.Optional(
      Type.Array(object({ when: Condition, set: Type.Partial(Type.Omit(object(properties), ['key'])) }), { minItems: 1, maxItems: 20 }),
    ),
  })
