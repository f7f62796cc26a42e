import { defineApi } from '../http/define-api'

export default defineApi({ right: 'any' }, async ({ person }) => person)
