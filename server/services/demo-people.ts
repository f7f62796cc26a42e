/**
 * The people of the demonstration have a published password. They may enter while the demonstration is wanted (`NEEDLER_DEMO` is not
 * `off`), and only from this machine itself; others are let in by name: `NEEDLER_DEMO_PEOPLE=okafor,brandt`.
 */
export function mayUseDemo(login: string, isLoopback: boolean): boolean {
  if (process.env.NEEDLER_DEMO === 'off') return false
  const named = (process.env.NEEDLER_DEMO_PEOPLE ?? '').split(',').map(name => name.trim())
  return isLoopback || named.includes(login)
}
