import Joi from 'joi'
import { unitShape, type UnitInput } from '#shared/wire/fleet'
import { database } from '../../db/client'
import { defineApi } from '../../http/define-api'
import { addUnit } from '../../services/write-unit'

const { tag, site, name, family, make, nameplate, options, sheet, nextDue, intervalHours, regulationDue, isCritical } = unitShape
const body = Joi.object<UnitInput>({
  tag: tag.required(), site: site.required(), name: name.required(), family: family.required(), make: make.required(),
  nameplate: nameplate.default({}), options: options.default({}), sheet: sheet.default(null), nextDue: nextDue.default(null),
  intervalHours: intervalHours.default(null), regulationDue: regulationDue.default(null), isCritical: isCritical.default(false),
})

export default defineApi({ right: 'unit:write', body }, ({ person, body }) => addUnit(database(), person, body))
