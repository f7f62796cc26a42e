import Joi from 'joi'

/**
 * The one way to write a number of an event, a job, a device or a photo: a UUID with hyphens, in small letters. Any other way of writing
 * the same number is refused, because the hash of an event covers what was sent and must be found again in what is stored.
 */
export const id = (what = 'a number') =>
  Joi.string()
    .pattern(/^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/)
    .messages({ 'string.pattern.base': `this is not ${what} (a UUID in small letters, with hyphens)` })
