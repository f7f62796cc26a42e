import Joi from 'joi'
import { isTimeZone } from '../time-zone'
import { list } from './list'

/** What is typed about sites, as the server takes it. */

/** Keys are told apart whatever their case, so they have only one. */
export const siteKey = Joi.string().trim().lowercase().pattern(/^[a-z][a-z0-9-]{1,39}$/).messages({
  'string.pattern.base': 'the short name of a site has 2 to 40 letters, digits and hyphens, and begins with a letter',
})
export const siteName = Joi.string().trim().min(2).max(80)
export const timeZone = Joi.string().max(60).custom((name: string, helpers) => isTimeZone(name) ? name : helpers.error('any.invalid')).messages({
  'any.invalid': 'there is no such time zone; it is named like Europe/London',
})
export const bayName = Joi.string().trim().min(1).max(60)
export const bays = list().items(bayName).max(200)
  .unique((one: string, other: string) => one.toLowerCase() === other.toLowerCase())
  .messages({ 'array.unique': 'two bays of a site have the same name' })

export interface SiteInput { key: string, name: string, timeZone: string, bays: string[] }
export interface SiteChange { name?: string, timeZone?: string, bays?: string[], place?: number, isClosed?: boolean }
