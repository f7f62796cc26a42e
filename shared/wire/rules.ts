import Joi from 'joi'

/** The core's schema reads the document itself and names the place of a fault; here it only has to be an object. */
const document = Joi.object().unknown(true).required()

export const triedRulesSchema = Joi.object<{ document: unknown }>({ document })
export const releasedRulesSchema = Joi.object<{ document: unknown, note: string }>({
  document, note: Joi.string().trim().min(3).max(1000).required(),
})
