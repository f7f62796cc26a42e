import Joi from 'joi'

const counting = Joi.extend({
  type: 'array',
  base: Joi.array(),
  prepare(value: unknown, { schema, error }: Joi.CustomHelpers) {
    const most = (schema.$_getRule('max') as { args: { limit: number } } | undefined)?.args.limit
    if (most !== undefined && Array.isArray(value) && value.length > most) return { value, errors: error('array.max', { limit: most }) }
    return undefined
  },
}) as typeof Joi

/** A list whose length is judged before anything in it: of a thousand events too many none is read. */
export const list = (): Joi.ArraySchema => counting.array()
