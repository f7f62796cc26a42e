import { spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { checkChain, hashEvent, type HashedEvent } from './event-hash'

const folder = mkdtempSync(join(tmpdir(), 'needler-chain-'))
afterAll(() => rmSync(folder, { recursive: true }))

const jobId = randomUUID()
/** A chain over bodies that two languages might write in two ways. */
function chainOf(bodies: readonly unknown[]) {
  let prevHash = ''
  return bodies.map((body, i) => {
    const event: HashedEvent = {
      id: randomUUID(), jobId, seq: i + 1, type: 'note-added', body, actorId: randomUUID(), actorName: 'E. Holm', device: 'bench',
      happenedAt: new Date(Date.UTC(2026, 4, 4, 8, i)), recordedAt: new Date(Date.UTC(2026, 4, 4, 8, i, 1, 7)),
      deed: i % 2 ? randomUUID() : null,
    }
    const hash = hashEvent(event, prevHash)
    const chained = { ...event, prevHash, hash }
    prevHash = hash
    return chained
  })
}
type Chained = ReturnType<typeof chainOf>

/** What the verifier that is given away says of a dossier with this chain. */
function outside(chain: Chained, head = chain.at(-1)!.hash, total = chain.length) {
  const file = join(folder, `${randomUUID()}.json`)
  const events = chain.map(({ actorId, actorName, jobId: _job, deed, ...event }) =>
    ({ ...event, actor: { id: actorId, name: actorName }, ...deed ? { deed } : {} }))
  writeFileSync(file, JSON.stringify({ job: { id: jobId }, events, eventsTotal: total, chain: { head } }))
  const { status, stdout, stderr } = spawnSync('python3', ['docs/verify-dossier.py', file], { encoding: 'utf8' })
  return [status, (stdout + stderr).trim()]
}

const NASTY = [
  0, -0, 1, -1.5, 0.1 + 0.2, 1e-7, 1.5e-6, 0.000001, 123456789.125, 1e20, 1e21, 1.2345e21, -1.2345e-9, 5e-324,
  1.7976931348623157e308, 2 ** 53, 4.35,
]
const WORDS = ['', 'plain', 'ä ö ü ß €', 'a\nb\t"c"\\d/e', '\u0001\u001f\u007f', '\u2028', '𝔘 and 😀']

describe('the chain of a log', () => {
  const chain = chainOf([
    ...NASTY.map(value => ({ value })), ...WORDS.map(text => ({ text, [text || 'empty']: [true, false, null] })),
    // By code units of UTF-16, U+1D518 comes before U+FB33; by code points it would not.
    { '\ufb33': 1, '\ud835\udd18': 2, 'z': { b: [], a: {} } },
    ...Array.from({ length: 200 }, (_, i) => ({ value: Math.sin(i) * 10 ** (i % 40 - 20) })),
  ])

  it('is found whole by us and by a verifier in another language', () => {
    const { hash } = chain.at(-1)!
    expect(checkChain(chain, { seq: chain.length, headHash: hash })).toEqual({ intact: true, brokenAt: null, cutOff: false, head: hash })
    expect(outside(chain)).toEqual([0, `${chain.length} entries, whole, up to ${hash}`])
  })

  it.each<[string, (one: Chained[number]) => Partial<Chained[number]>]>([
    ['body', () => ({ body: { value: 41.6 } })],
    ['time', ({ happenedAt }) => ({ happenedAt: new Date(happenedAt.getTime() + 1) })],
    ['author', () => ({ actorName: 'R. Okafor' })],
    ['tap', () => ({ deed: randomUUID() })],
    ['place', ({ seq }) => ({ seq: seq + 1 })],
    ['hash before', () => ({ prevHash: 'a'.repeat(64) })],
  ])('is broken at an entry whose %s is another', (_what, change) => {
    const other = chain.map((one, i) => i === 20 ? { ...one, ...change(one) } : one)
    expect(checkChain(other, { seq: chain.length, headHash: chain.at(-1)!.hash })).toMatchObject({ intact: false, brokenAt: 21 })
    expect(outside(other)).toEqual([1, 'Entry 21 is not as it was written.'])
  })

  it('that has lost its end is cut off', () => {
    const { hash } = chain.at(-1)!
    const rest = chain.slice(0, -1)
    expect(checkChain(rest, { seq: chain.length, headHash: hash })).toMatchObject({ intact: false, brokenAt: null, cutOff: true })
    expect(outside(rest, hash, chain.length)).toEqual([1, 'The end of the log is missing.'])
    expect(outside(rest, hash, chain.length - 1)).toEqual([1, 'The end of the log is missing.'])
  })
})
