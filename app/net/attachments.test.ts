import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Attachment, SheetDocument } from '#core'
import { demoSheet } from '../../tests/support/demo-sheet'

/** The server of these tests: which pictures it was asked for, and whether it is reached. */
const server = { asked: [] as string[], isReached: true }
vi.mock('./api', () => ({
  fetchBytes: async (path: string) => {
    if (!server.isReached) throw new Error('no link')
    server.asked.push(path.slice(-1))
    return new Blob([`bytes of ${path.slice(-1)}`])
  },
}))
const { fetchAttachment, keepAttachments } = await import('./attachments')

/** The shelf of a browser, in the order in which things came in. */
const shelf = new Map<string, Response>()
const cache = {
  match: async (address: string) => shelf.get(address)?.clone(),
  put: async (address: string, response: Response) => void shelf.set(address, response),
  keys: async () => [...shelf.keys()],
  delete: async (address: string) => shelf.delete(address),
}

const named = (last: string): Attachment => ({ name: last, sha256: last.padStart(64, '0'), type: 'image/jpeg', bytes: 9 })
const base = demoSheet('split-casing-lift-pump')
const sheet: SheetDocument = {
  ...base, attachments: [named('a')],
  parts: base.parts.map((part, i) => i === 0 ? { ...part, attachments: [named('b')] } : part),
  steps: base.steps.map((step, i) => i === 3 ? { ...step, attachments: [named('c'), named('a')] } : step),
}

describe('pictures and papers on a device', () => {
  beforeEach(() => {
    vi.stubGlobal('caches', { open: async () => cache })
    shelf.clear()
    Object.assign(server, { asked: [], isReached: true })
  })

  it('are fetched once for machine, parts and steps, and there without a link', async () => {
    await keepAttachments(sheet)
    expect(server.asked).toEqual(['a', 'b', 'c'])
    server.isReached = false
    expect(await (await fetchAttachment(named('c'))).text()).toBe('bytes of c')
    await keepAttachments(sheet)
    expect(server.asked).toHaveLength(3)
  })

  it('are what could be had when the link drops, and the rest the next time', async () => {
    await fetchAttachment(named('a'))
    server.isReached = false
    await keepAttachments(sheet)
    await expect(fetchAttachment(named('b'))).rejects.toThrow('no link')
    server.isReached = true
    await keepAttachments(sheet)
    expect(server.asked).toEqual(['a', 'b', 'c'])
  })

  it('do not fill a device: the oldest go', async () => {
    for (let i = 0; i < 450; i++) shelf.set(`/api/attachments/old-${i}`, new Response('old'))
    await keepAttachments(sheet)
    expect(shelf.size).toBe(400)
    expect(shelf.has('/api/attachments/old-0')).toBe(false)
    expect(await (await fetchAttachment(named('a'))).text()).toBe('bytes of a')
    expect(server.asked).toHaveLength(3)
  })

  it('are asked from the server where a page may keep nothing', async () => {
    vi.unstubAllGlobals()
    expect(await (await fetchAttachment(named('a'))).text()).toBe('bytes of a')
    await keepAttachments(sheet)
    expect(server.asked).toEqual(['a'])
  })
})
