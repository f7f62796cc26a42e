import Joi from 'joi'
import { entryInput, MOST_ENTRIES, type EntryInput } from '#shared/wire/stores'
import { list } from '#shared/wire/list'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { writeEntries } from '../../services/stock-book'

const body = Joi.object<{ entries: EntryInput[] }>({ entries: list().items(entryInput).min(1).max(MOST_ENTRIES).required() })

export default defineApi({ right: 'stock:write', body }, async ({ person, body }) =>
  ({ results: await writeEntries(database(), person, body.entries) }))
