import { readdirSync } from 'node:fs'

const folder = new URL('../../server/api/', import.meta.url)

/** Every route there is, read from the files that make them: its method and its address with names where segments are free. */
export const apiRoutes: readonly { method: string, path: string }[] = readdirSync(folder, { recursive: true, encoding: 'utf8' })
  .filter(file => file.endsWith('.ts') && !file.includes('[...')).map((file) => {
    const [, name, method = 'get'] = /^(.*?)(?:\.(get|post|put|patch|delete))?\.ts$/.exec(file)!
    return { method: method.toUpperCase(), path: `/${name!.replace(/\/?index$/, '')}` }
  })
