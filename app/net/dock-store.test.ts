import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { QuantityKind } from '#core'
import type { StreamedValue } from '#shared/wire/instrument-stream'
import type { Watcher } from './live-store'

/** The live channel of these tests: what the store hears is said by hand. */
let heard: Watcher | undefined
const calls: string[] = []
vi.mock('./live-store', () => ({ useLiveStore: () => ({
  watch: (_topics: unknown, watcher: Watcher) => {
    heard = watcher
    return () => { heard = undefined }
  },
  wish: () => true,
}) }))
const row = (tag: string, quantity: QuantityKind, step: number) =>
  ({ tag, quantity, step, rangeFrom: 0, rangeTo: 400, calibratedUntil: '2099-01-01', linePattern: null, baudRate: 9600 })
vi.mock('./instrument-store', () => ({
  useInstrumentStore: () => ({ instruments: [row('DI-09', 'length', 0.001), row('TW-04', 'torque', 1)], load: () => undefined }),
}))
vi.mock('./api', () => ({
  sentenceOf: (error: Error) => error.message,
  callApi: (path: string, { method = 'GET' } = {}) => {
    calls.push(`${method} ${path}`)
    return Promise.resolve({})
  },
}))
const { useDockStore } = await import('./dock-store')

let dock: ReturnType<typeof useDockStore>
const say = (value: number, more: Partial<StreamedValue> = {}, afterMs = 100) => {
  vi.advanceTimersByTime(afterMs)
  heard!.onInstrument!({ kind: 'value', topic: 'instrument:x', value, status: 'stable', ...more })
}
const stand = (value: number) => { for (let i = 0; i < 8; i++) say(value) }
const taken: string[] = []
const cell = (quantity: QuantityKind = 'length', more: object = {}) =>
  ({ label: 'a cell', quantity, take: (text: string, tag: string) => void taken.push(`${text} ${tag}`.trim()), ...more })

beforeEach(() => {
  vi.useFakeTimers()
  setActivePinia(createPinia())
  dock = useDockStore()
  taken.length = calls.length = 0
})
afterEach(() => { vi.useRealTimers() })

describe('the instrument in hand', () => {
  it('gives a value that rests to the cell in hand, to its step, and nothing that moves, is beyond, or of another kind', async () => {
    await dock.choose('DI-09')
    expect(calls).toEqual(['POST /instruments/DI-09/lease'])
    dock.aim(cell())
    for (const value of [0.4, 0.2, 0.1, 0.05, 0.02, 0.01]) say(value, { status: 'moving' })
    expect([dock.canTake, dock.take()]).toEqual([false, false])
    stand(-0.0004)
    expect(dock.take()).toBe(true)
    stand(0.0119999)
    dock.take()
    say(999, { status: 'over' })
    expect(dock.take()).toBe(false)
    dock.aim(cell('torque'))
    stand(0.01)
    expect(dock.take()).toBe(false)
    expect(taken).toEqual(['0.000 DI-09', '0.012 DI-09'])
  })

  it('never gives what is old: silent for two seconds, or told of its line', async () => {
    await dock.choose('DI-09')
    dock.aim(cell())
    stand(0.012)
    expect(dock.canTake).toBe(true)
    vi.advanceTimersByTime(2500)
    expect([dock.canTake, dock.shown]).toEqual([false, null])
    stand(0.012)
    heard!.onInstrument!({ kind: 'link', topic: 'instrument:x', state: 'silent', sentence: 'DI-09 says nothing any more.' })
    expect([dock.canTake, dock.link.sentence]).toEqual([false, 'DI-09 says nothing any more.'])
    // What was held was held on purpose.
    stand(0.034)
    dock.hold()
    vi.advanceTimersByTime(2500)
    expect([dock.take(), taken]).toEqual([true, ['0.034 DI-09']])
  })

  it('writes one pull once, however long the wrench says its greatest', async () => {
    await dock.choose('TW-04')
    dock.aim(cell('torque', { pulls: true }))
    for (const value of [40, 80]) say(value, { status: 'moving' })
    for (let i = 0; i < 4; i++) say(84.2, { status: 'peak' })
    expect(taken).toEqual(['84 TW-04'])
    say(30, { status: 'moving' })
    say(90, { status: 'peak' })
    expect(taken).toEqual(['84 TW-04', '90 TW-04'])
  })

  it('fills a turn from one sweep, and refuses one that slipped, went back or fell silent', async () => {
    await dock.choose('DI-09')
    const turns: string[][] = []
    dock.aim(cell('length', { turn: { anglesDeg: [0, 90, 180, 270], take: (texts: string[]) => void turns.push(texts) } }))
    const turn = (value: (angleDeg: number) => number, to = 370, step = 6) => {
      dock.beginSweep()
      for (let angleDeg = 0; angleDeg <= to; angleDeg += step) say(value(angleDeg), { angleDeg })
    }
    turn(angle => 0.02 * (1 - Math.cos(angle * Math.PI / 180)))
    expect(turns).toEqual([['0.000', '0.020', '0.040', '0.020']])
    turn(angle => angle > 200 ? 0.01 : 0)
    expect(dock.problem).toContain('did not come back')
    turn(() => 0, 100)
    say(0, { angleDeg: 40 })
    expect(dock.problem).toContain('turned back')
    turn(() => 0, 100)
    vi.advanceTimersByTime(2500)
    expect([dock.problem, dock.sweep]).toEqual(['The dial fell silent within the turn. Turn once more.', null])
    expect(turns).toHaveLength(1)
  })

  it('is the one that was chosen last, however late another one comes; that goes back', async () => {
    await Promise.all([dock.choose('DI-09'), dock.choose('TW-04')])
    await vi.advanceTimersByTimeAsync(10)
    expect(dock.tag).toBe('TW-04')
    expect(calls.filter(call => call.startsWith('DELETE'))).toEqual(['DELETE /instruments/DI-09/lease'])
  })

  it('stays in hand between two steps, and is let go when nobody comes back', async () => {
    await dock.choose('DI-09')
    dock.letGoSoon()
    vi.advanceTimersByTime(10_000)
    dock.keep()
    vi.advanceTimersByTime(60_000)
    expect(dock.tag).toBe('DI-09')
    dock.letGoSoon()
    await vi.advanceTimersByTimeAsync(31_000)
    expect([dock.tag, calls.at(-1)]).toEqual(['', 'DELETE /instruments/DI-09/lease'])
  })

  it('gives what a typing instrument says to the cell in hand, takes up what a scanner reads, and tells what has no cell', async () => {
    dock.hearTyped('12.34')
    expect(dock.typed).toContain('Tap the cell')
    dock.hearTyped('N99/B-02')
    expect(dock.typed).toContain('no figure and no instrument')
    dock.aim(cell())
    dock.hearTyped('12,34')
    dock.hearTyped('tw-04')
    await vi.advanceTimersByTimeAsync(10)
    expect([taken, dock.tag, dock.typed]).toEqual([['12,34'], 'TW-04', ''])
    dock.drop(null)
    dock.drop(dock.target)
    expect(dock.target).toBeNull()
  })
})
