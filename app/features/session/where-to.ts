/** Where somebody wanted to go before they signed in: within this page only. */
export const whereTo = (to: unknown): string => {
  const text = typeof to === 'string' ? to : '/'
  return /^\/(?![/\\])/.test(text) ? text : '/'
}
