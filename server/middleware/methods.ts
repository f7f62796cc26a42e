import { apiRoutes } from '#api-routes'
import { defineEventHandler, type H3Event } from 'h3'
import { answerProblem } from '../http/problem-answer'
import { Problem } from '../services/problem'

/** Routes as patterns of their address: `/api/jobs/:id` takes one segment where the name stands. */
const table = apiRoutes.filter(({ route }) => !route.includes('**')).map(({ route, method }) => ({
  pattern: new RegExp(`^${route.replaceAll(/:[^/]+/g, '[^/]+')}/?$`), method: (method ?? 'get').toUpperCase(),
}))

/** The methods that an address takes; empty for one below /api that is no route. */
function allowedAt(event: H3Event): string[] {
  const path = event.path.split('?')[0]!
  if (!path.startsWith('/api/')) return ['GET', 'HEAD']
  return [...new Set(table.filter(({ pattern }) => pattern.test(path)).map(({ method }) => method))].sort()
}

/** An address that is asked with another method than it takes is told so, before the router would look for somebody else to answer. */
export default defineEventHandler((event) => {
  const allowed = allowedAt(event)
  if (allowed.length === 0 || allowed.includes(event.method)) return
  const allow = allowed.join(', ')
  return answerProblem(event, new Problem(405, 'method.other', `This address takes ${allow} only.`, { allow }))
})
