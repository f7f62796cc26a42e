import { createPrivateKey, randomUUID } from 'node:crypto'
import { afterAll, afterEach, describe, expect, it } from 'vitest'
import type { AppendResult, JobBundle, LogHead } from '#shared/wire/types'
import { closeConnection, database } from '../../server/db/client'
import { rateLimit, sealKey } from '../../server/db/schema'
import { benchOf, type Bench } from './bench-of'
import { Client, draft } from './client'
import { seal } from './seal-key'

afterAll(closeConnection)
afterEach(() => database().delete(rateLimit))

const PIN = '481216'

/** One bench for all of it: what was released is taken back by a lead before the next. */
async function atHold() {
  if (!made) {
    made = await benchOf('M-402')
    await made.workTo('isolate', 'duties')
  }
  const { client, id, state } = made
  const lead = await Client.as('brandt')
  const standing = (await state()).released.isolate
  if (standing) expect((await lead.append(id, [draft('undone', { event: standing.event })])).status).toBe(200)
  const { body } = await client.get<JobBundle>(`/jobs/${id}`)
  return { client, id, key: body.sealKey!, head: body.head }
}
let made: Bench | undefined
const release = () => draft('hold-released', { step: 'isolate' })

interface Given {
  login?: string
  pin?: string
  head?: LogHead
  waiting?: string[]
  job?: string
  device?: string
  body?: object
  event?: ReturnType<typeof release>
}
/** A release that was signed at this bench without the link; `given` is what was signed, where it is not what is sent. */
function signed({ client, id, key, head }: Pick<Bench, 'client' | 'id'> & { key: string, head: LogHead }, given: Given = {}) {
  const event = given.event ?? release()
  const sealed = seal(key, {
    login: given.login ?? 'brandt',
    pin: given.pin ?? PIN,
    head: given.head ?? head,
    waiting: given.waiting ?? [],
    event: {
      job: given.job ?? id,
      device: given.device ?? client.device,
      id: event.id,
      type: event.type,
      body: given.body ?? event.body,
      happenedAt: event.happenedAt,
    },
  })
  return { ...event, sealed }
}
const codes = (results: readonly AppendResult[]) => results.map(result => result.outcome === 'refused' ? result.code : result.outcome)

describe('a signature given without the link', () => {
  it('holds for what was signed, and once recorded it stays recorded', async () => {
    const bench = await atHold()
    const { client, id, head } = bench
    const event = signed(bench)
    // Somebody else goes on meanwhile; the place that was signed is still in the chain.
    await (await Client.as('lindqvist')).append(id, [draft('note-added', { text: 'meanwhile' })])
    const { body } = await client.append(id, [event])
    expect(body.results[0]).toMatchObject({ outcome: 'recorded', actor: { name: 'H. Brandt' } })
    expect(codes((await client.append(id, [event])).body.results)).toEqual(['duplicate'])
    expect(head.seq).toBeLessThan(body.seq)
  })

  it('does not hold for other words, another event, job or device, another record, or after its time', async () => {
    const bench = await atHold()
    const { client, id, head } = bench
    const elsewhere = (await client.get<JobBundle>(`/jobs/${await client.openJobOf('P-102')}`)).body
    const old = { ...release(), happenedAt: new Date(Date.now() - 73 * 3_600_000).toISOString() }
    const tries: [string, unknown, string][] = [
      ['other words', signed(bench, { body: { step: 'decide' } }), 'seal.other-text'],
      ['another job', signed(bench, { job: elsewhere.job.id }), 'seal.other-text'],
      ['another device', signed(bench, { device: randomUUID() }), 'seal.other-text'],
      ['another event', { ...signed(bench), id: randomUUID() }, 'seal.other-text'],
      ['a head of another job', signed(bench, { head: elsewhere.head }), 'seal.other-log'],
      ['a head that is none', signed(bench, { head: { seq: head.seq, hash: 'a'.repeat(64) } }), 'seal.other-log'],
      ['a head to come', signed(bench, { head: { seq: head.seq + 5, hash: head.hash } }), 'seal.other-log'],
      ['after 72 h', signed(bench, { event: old }), 'seal.too-old'],
      ['what waited and never came', signed(bench, { waiting: [randomUUID()] }), 'seal.other-state'],
      ['a wrong PIN', signed(bench, { pin: '000001' }), 'pin.wrong'],
      ['nobody of that name', signed(bench, { login: 'nobody' }), 'pin.wrong'],
      ['one without the right', signed(bench, { login: 'lindqvist' }), 'right.missing'],
      ['noise', { ...release(), sealed: { key: 'bm9pc2U=', iv: 'bm9pc2U=', text: 'bm9pc2U=' } }, 'seal.unreadable'],
    ]
    for (const [what, event, code] of tries) expect(codes((await client.append(id, [event])).body.results), what).toEqual([code])
    expect((await client.append(id, [{ ...release(), sealed: 'c2VhbA==' }])).status).toBe(422)
  })

  it('stands on what waited before it: that must be in the record as it was', async () => {
    const bench = await atHold()
    const { client, id } = bench
    const seen = draft('note-added', { text: 'seen by the lead' })
    const event = signed(bench, { waiting: [seen.id] })
    // The note that the lead saw is left out, and another one sent instead.
    expect(codes((await client.append(id, [draft('note-added', { text: 'something else' }), event])).body.results)).toEqual([
      'recorded',
      'seal.other-state',
    ])
    const again = signed(bench, { waiting: [seen.id] })
    expect(codes((await client.append(id, [seen, again])).body.results)).toEqual(['recorded', 'recorded'])
  })

  it('that is bad stops nothing else of its batch, and spent PINs do not either', async () => {
    const bench = await atHold()
    const { client, id } = bench
    const batch = [
      draft('note-added', { text: 'before' }),
      ...Array.from({ length: 8 }, (_, i) => signed(bench, { login: 'nakamura', pin: `00000${i}` })),
      draft('note-added', { text: 'after' }),
    ]
    const { body, status } = await client.append(id, batch)
    expect(status).toBe(207)
    expect(codes(body.results)).toEqual([
      'recorded',
      ...Array.from({ length: 5 }, () => 'pin.wrong'),
      ...Array.from({ length: 3 }, () => 'pin.spent'),
      'recorded',
    ])
    // They are the same ten tries as at the bench.
    expect(
      (await client.post(`/jobs/${id}/sign`, { device: client.device, event: release(), login: 'nakamura', pin: PIN })).body,
    ).toMatchObject({ status: 429, code: 'pin.spent' })
  })

  it('is delivered by somebody who may work on that job', async () => {
    const bench = await atHold()
    const event = signed(bench)
    for (const [login, code] of [['guest', 'right.missing'], ['osei', 'right.missing'], ['duarte', 'site.out-of-reach']] as const) {
      const other = await Client.as(login)
      expect((await other.post(`/jobs/${bench.id}/events`, { device: bench.client.device, events: [event] })).body).toMatchObject({
        status: 403,
        code,
      })
    }
    expect(codes((await bench.client.append(bench.id, [event])).body.results)).toEqual(['recorded'])
  })
})

describe('the key of the seals', () => {
  it('is worth nothing in a dump of the database, and no answer holds it', async () => {
    const [row] = await database().select().from(sealKey)
    expect(row!.privateKey).toContain('ENCRYPTED PRIVATE KEY')
    expect(() => createPrivateKey(row!.privateKey)).toThrow()
    expect(() => createPrivateKey({ key: row!.privateKey, passphrase: process.env.NUXT_SESSION_PASSWORD ?? 'guess' })).toThrow()
  })
})
