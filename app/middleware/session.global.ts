import { useSessionStore } from '../net/session-store'

/** Where somebody may be who is not signed in. */
const OPEN = ['/sign-in', '/enter']

/** Everything but coming in needs a person; afterwards they land where they wanted to go. */
export default defineNuxtRouteMiddleware(async (to) => {
  const session = useSessionStore()
  // The page is fetched while the server is asked who is here.
  if (!session.person) void preloadRouteComponents(to.path).catch(() => undefined)
  await session.restore()
  if (!session.person && !OPEN.includes(to.path)) return navigateTo({ path: '/sign-in', query: to.path === '/' ? {} : { to: to.fullPath } })
  if (session.person && !session.expired && session.lockedFor === null && to.path === '/sign-in') return navigateTo('/')
})
