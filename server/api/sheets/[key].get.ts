import Joi from 'joi'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { readSheet } from '../../services/sheets'

const params = Joi.object<{ key: string }>({ key: Joi.string().max(60).required() })

export default defineApi({ right: 'sheet:read', params }, ({ person, params }) => readSheet(database(), person, params.key))
