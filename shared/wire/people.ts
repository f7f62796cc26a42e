import Joi from 'joi'
import { ROLES } from '../rights'
import { list } from './list'

/** What a person types about people and their secrets, as the server takes it. */

export const login = Joi.string()
  .trim()
  .lowercase()
  .pattern(/^[a-z][a-z0-9.-]{1,39}$/)
  .messages({ 'string.pattern.base': 'a sign-in name has 2 to 40 small letters, digits, points and hyphens, and begins with a letter' })
export const personName = Joi.string().trim().min(2).max(80)
/** Length is what makes a password; which signs it has is nobody's business. */
export const newPassword = Joi.string().min(10).max(200).messages({ 'string.min': 'a password has 10 characters or more' })
export const pin = Joi.string().pattern(/^\d{6,8}$/).messages({ 'string.pattern.base': 'a PIN has 6 to 8 digits' })
export const role = Joi.valid(...ROLES)
/** Null covers all sites. */
export const sites = list().items(Joi.string().max(60)).min(1).max(100).unique().allow(null)
/** The code that the office has given out, as it is typed: its hyphens and capitals do not matter. */
export const entryCode = Joi.string().trim().max(60)
/** What a card says to a reader, or a code that a camera has read. */
export const badgeCode = Joi.string().trim().min(6).max(120).messages({ 'string.min': 'a badge has 6 signs or more' })
export const badgeName = Joi.string().trim().min(1).max(40)
