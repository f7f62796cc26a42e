import { log } from '../http/log'

/** One line a request to the API, with its time; other files at level debug. */
export default defineNitroPlugin((nitro) => {
  const started = new WeakMap<object, number>()
  nitro.hooks.hook('request', event => void started.set(event, performance.now()))
  nitro.hooks.hook('afterResponse', (event) => {
    const ms = Math.round((performance.now() - (started.get(event) ?? performance.now())) * 10) / 10
    const path = event.path.split('?')[0]
    const line = { method: event.method, path, status: event.node.res.statusCode, ms }
    if (event.path.startsWith('/api/') && event.path !== '/api/health') log.info(line, 'request')
    else log.debug(line, 'request')
  })
})
