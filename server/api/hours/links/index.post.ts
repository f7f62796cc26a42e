import Joi from 'joi'
import { sites } from '#shared/wire/people'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { makeHoursLink } from '../../../services/hours-links'

const name = Joi.string().trim().min(2).max(60).required()
const body = Joi.object<{ name: string, sites: string[] | null }>({ name, sites: sites.required() })

export default defineApi({ right: 'people:write', body }, ({ person, body }) => makeHoursLink(database(), person, body))
