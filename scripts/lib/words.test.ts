import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { needDebianPackages } from './debian.mjs'
import * as words from './words.mjs'

const all = Object.entries(words) as unknown as [string, (told: Record<string, unknown>) => string][]

describe('what the start says', () => {
  it.each(all)('%s is a sentence, with everything it was told in it', (_name, say) => {
    const asked = new Set<string>()
    const told = new Proxy({}, { get: (_all, key) => {
      asked.add(String(key))
      return `«${String(key)}»`
    } })
    const said = say(told)
    expect(said).toMatch(/[.…\n)]$|:|npm start|postgresql$|needler$|«\w+»$/)
    expect(said).not.toMatch(/undefined|NaN|\[object/)
    // A switch says something else, it is not said itself.
    for (const key of asked) if (!['elsewhere'].includes(key)) expect(said, key).toContain(`«${key}»`)
    expect(say({ ...Object.fromEntries([...asked].map(key => [key, ''])) })).not.toMatch(/undefined|NaN/)
  })

  it('stands in one place: no script says anything to a person that these tests do not run', () => {
    const folder = new URL('./', import.meta.url)
    const files = [...readdirSync(folder).filter(name => name.endsWith('.mjs') && name !== 'words.mjs').map(name => new URL(name, folder)),
      new URL('../start.mjs', import.meta.url), new URL('../tool.mjs', import.meta.url)]
    for (const file of files) expect(readFileSync(file, 'utf8'), file.pathname).not.toMatch(/\b(say|Stop)\(\s*['"`]/)
  })

  it('without the right to install anything is the command that somebody else runs', async () => {
    const missing = [{ name: 'postgresql', present: () => false }, { name: 'chromium', present: () => true }]
    await expect(needDebianPackages(missing, () => Promise.resolve(false))).rejects.toThrow(/sudo apt-get install -y --no-install-recommends postgresql\n/)
    await expect(needDebianPackages(missing.slice(1), () => Promise.resolve(false))).resolves.toBeUndefined()
  })
})
