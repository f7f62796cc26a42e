import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it, vi } from 'vitest'

vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined })
const { NoNetwork } = await import('./api')
const { deviceStore } = await import('./device-store')
const { useAnswer } = await import('./use-answer')

const kept = async () => (await (await deviceStore()).getAllKeysFromIndex('answers', 'at'))
const answered = async (key: string, answer: string, most?: number) => {
  vi.setSystemTime(Date.now() + 1000)
  await useAnswer(() => key, () => Promise.resolve(answer), most).load()
}

beforeEach(async () => {
  vi.useFakeTimers({ toFake: ['Date'] })
  await (await deviceStore()).clear('answers')
})

describe('an answer of the server', () => {
  it('is shown from the last time when there is no link, and says how old it is', async () => {
    await answered('unit P-104', 'as it was')
    const again = useAnswer<string>(() => 'unit P-104', () => Promise.reject(new NoNetwork()))
    await again.load()
    expect([again.data.value, again.keptAt.value, again.problem.value]).toEqual(['as it was', expect.any(String), null])
    const never = useAnswer<string>(() => 'unit P-105', () => Promise.reject(new NoNetwork()))
    await never.load()
    expect([never.data.value, never.problem.value]).toEqual([null, expect.any(String)])
  })

  it('is kept with the newest of its kind only: not every search that was ever typed', async () => {
    await answered('unit P-104', 'a machine')
    for (const word of ['p', 'pu', 'pum', 'pump', 'p']) await answered(`yard {"search":"${word}"}`, word, 3)
    expect(await kept()).toEqual(['unit P-104', 'yard {"search":"pum"}', 'yard {"search":"pump"}', 'yard {"search":"p"}'])
  })
})
