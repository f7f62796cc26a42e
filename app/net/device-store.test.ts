import 'fake-indexeddb/auto'
import { openDB } from 'idb'
import { expect, it, vi } from 'vitest'

vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined })

it('keeps what waits of a device that an earlier version has filled, and goes on counting', async () => {
  const earlier = await openDB('needler', 20, {
    upgrade(db) {
      db.createObjectStore('waiting', { keyPath: 'order', autoIncrement: true }).createIndex('job', 'job')
      for (const name of ['setAside', 'jobs', 'sheets', 'photos']) db.createObjectStore(name, { keyPath: 'id' })
      db.createObjectStore('answers', { keyPath: 'key' })
    },
  })
  const first = { job: 'a', event: { id: 'first' } }
  await earlier.add('waiting', first)
  await earlier.add('photos', { id: 'photo', job: 'a' })
  await earlier.add('jobs', { id: 'a', state: 'of another shape' })
  earlier.close()

  const { deviceStore } = await import('./device-store')
  const store = await deviceStore()
  expect(await store.getAll('waiting')).toEqual([{ ...first, order: 1 }])
  expect(await store.getAllKeys('photos')).toEqual(['photo'])
  expect(await store.count('jobs')).toBe(0)
  expect(await store.add('waiting', { job: 'a', event: { id: 'next' } } as never)).toBe(2)
  expect(await store.getAllKeysFromIndex('answers', 'at')).toEqual([])
  expect(await store.countFromIndex('log', 'job', 'a')).toBe(0)

  // A newer program in another tab gets the store at once; this one cannot write into what it does not know.
  const newer = await openDB('needler', 80)
  newer.close()
  await expect(deviceStore()).rejects.toThrow()
})
