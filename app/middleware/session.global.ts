import { useSessionStore } from '../net/session-store'

/** Everything but the sign-in needs a person; afterwards they land where they wanted to go. A password of the office is changed first. */
export default defineNuxtRouteMiddleware(async (to) => {
  const session = useSessionStore()
  // The page is fetched while the server is asked who is here.
  if (!session.person) void preloadRouteComponents(to.path).catch(() => undefined)
  await session.restore()
  if (!session.person && to.path !== '/sign-in') return navigateTo({ path: '/sign-in', query: to.path === '/' ? {} : { to: to.fullPath } })
  if (session.person && !session.expired && to.path === '/sign-in') return navigateTo('/')
  if (session.person?.passwordDue && !['/me', '/sign-in'].includes(to.path)) return navigateTo('/me')
})
