import { beforeEach, expect, it, vi } from 'vitest'
import { LoopTime } from './loop-time'

const clock = { now: 0, active: 0 }
let loop: LoopTime
beforeEach(() => {
  vi.useFakeTimers()
  Object.assign(clock, { now: 0, active: 0 })
  loop = new LoopTime({ nowMs: () => clock.now, activeMs: () => clock.active })
})

/** The thread works for some time, or lies idle. */
const works = (ms: number) => { clock.now += ms; clock.active += ms }
const rests = (ms: number) => { clock.now += ms }
const settle = () => vi.advanceTimersByTimeAsync(0)

const started: string[] = []
beforeEach(() => { started.length = 0 })
/** A request that is in work until it is told to end. */
function request(person: string) {
  let end = () => {}
  const done = loop.do(person, () => {
    started.push(person)
    return new Promise<void>((resolve) => { end = resolve })
  })
  return { end: async () => { end(); await done } }
}
const hasHad = async (person: string, ms: number) => {
  const asked = request(person)
  works(ms)
  await asked.end()
}

it('lets who has had little go past those who have had much, and of these only one at a time, who had least first', async () => {
  for (const [person, ms] of [['greedy', 900], ['greedier', 1400], ['ruthless', 1900]] as const) await hasHad(person, ms)
  started.length = 0
  const one = request('ruthless')
  await settle()
  request('greedier')
  const third = request('greedy')
  request('modest')
  await settle()
  expect(started).toEqual(['ruthless', 'modest'])
  works(300)
  await one.end()
  await vi.advanceTimersByTimeAsync(299)
  expect(started).toEqual(['ruthless', 'modest'])
  await vi.advanceTimersByTimeAsync(1)
  expect(started).toEqual(['ruthless', 'modest', 'greedy'])
  works(5000)
  await third.end()
  await settle()
  // Nobody has gone past the lane for a while: it does not rest.
  expect(started.at(-1)).toBe('greedier')
})

it('counts the time of the thread and not the waiting, shared among those in work, and forgives it', async () => {
  const slow = request('slow line')
  rests(60_000)
  await slow.end()
  const [one, other] = [request('one'), request('other')]
  works(390)
  await Promise.all([one.end(), other.end()])
  await hasHad('alone', 390)
  started.length = 0
  for (const person of ['slow line', 'one', 'other', 'alone', 'alone']) request(person)
  await settle()
  expect(started).toEqual(['slow line', 'one', 'other', 'alone'])
  rests(40_000)
  request('alone')
  await settle()
  expect(started.length).toBe(5)
})

it('gives the place of what only waits to the next, and what fails leaves it too', async () => {
  await hasHad('greedy', 900)
  started.length = 0
  request('greedy')
  request('greedy')
  await vi.advanceTimersByTimeAsync(1999)
  expect(started.length).toBe(1)
  rests(5000)
  await vi.advanceTimersByTimeAsync(1)
  expect(started.length).toBe(2)
  await expect(loop.do('other', () => Promise.reject(new Error('broken')))).rejects.toThrow('broken')
})
