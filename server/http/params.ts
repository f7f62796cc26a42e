import Joi from 'joi'
import { id } from '#shared/wire/id'
import { instrumentTag } from '#shared/wire/instruments'
import { siteKey } from '#shared/wire/sites'

export const jobParams = Joi.object<{ id: string }>({ id: id('the number of a job').required() })
export const draftParams = Joi.object<{ id: string }>({ id: id('the number of a draft').required() })
export const proposalParams = Joi.object<{ id: string }>({ id: id('the number of a proposal').required() })
export const planParams = Joi.object<{ id: string }>({ id: id('the number of a planned job').required() })
export const itemParams = Joi.object<{ number: string }>({ number: Joi.string().max(40).required() })
export const unitParams = Joi.object<{ tag: string }>({ tag: Joi.string().max(40).required() })
export const photoParams = jobParams.append<{ id: string, photo: string }>({ photo: id('the number of a photo').required() })
export const instrumentParams = Joi.object<{ tag: string }>({ tag: instrumentTag.required() })
export const personParams = Joi.object<{ id: string }>({ id: id('the number of a person').required() })
export const contentParams = Joi.object<{ sha256: string }>({ sha256: Joi.string().hex().length(64).lowercase().required() })
export const siteParams = Joi.object<{ key: string }>({ key: siteKey.required() })
export const houseDeviceParams = Joi.object<{ id: string }>({ id: id('the number of a tablet').required() })
export const badgeParams = Joi.object<{ id: string }>({ id: id('the number of a badge').required() })
