import Joi from 'joi'
import { database } from '../../../db/client'
import { defineApi } from '../../../http/define-api'
import { listItems } from '../../../services/stores'

const query = Joi.object<{ search?: string }>({ search: Joi.string().allow('').max(80) })

export default defineApi({ right: 'yard:read', query, share: 'reading' }, ({ person, query }) => listItems(database(), person, query.search))
