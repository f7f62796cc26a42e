import { defineApi } from '../../http/define-api'
import { workKeyOf } from '../../services/work-key'

export default defineApi({ right: 'any' }, ({ person }) => Promise.resolve(workKeyOf(person.id)))
