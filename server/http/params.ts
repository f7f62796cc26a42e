import Joi from 'joi'

export const jobParams = Joi.object<{ id: string }>({ id: Joi.string().guid().required().messages({ 'string.guid': 'this is no number of a job' }) })
export const unitParams = Joi.object<{ tag: string }>({ tag: Joi.string().max(40).required() })
export const photoParams = jobParams.append<{ id: string, photo: string }>({ photo: Joi.string().guid().required().messages({ 'string.guid': 'this is no number of a photo' }) })
