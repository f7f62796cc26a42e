import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Dossier } from '#shared/wire/dossier'
import type { InstrumentRow } from '#shared/wire/types'
import { closeConnection } from '../../server/db/client'
import { benchOf } from './bench-of'
import { Client, draft } from './client'

let client: Client
let id: string
beforeAll(async () => {
  const bench = await benchOf('C-104')
  await bench.workTo(STEP, 'duties')
  client = bench.client
  id = bench.id
})
afterAll(closeConnection)

const STEP = 'spider-on'
const wrench = { tag: 'TW-04', fromNm: 1, fullScaleNm: 9000, calibratedUntil: '2099-12-31' }
const pull = (more: object = {}) => draft('bolt-pulled', { step: STEP, pass: 0, bolt: 0, torqueNm: 128, tool: 'wrench', ...more } as never)
const wholePass = (more: object = {}) =>
  draft('pass-finished', { step: STEP, pass: 0, torqueNm: 128, count: 10, tool: 'wrench', ...more } as never)

describe('the pulls of a joint', () => {
  it('carry the wrench as the register has it, whatever the bench says; one that no register knows is told in the record', async () => {
    const { body: register } = await client.get<InstrumentRow[]>('/instruments')
    const known = register.find(({ tag }) => tag === 'TW-04')!
    const events = [wholePass({ wrench }), pull({ pass: 1, torqueNm: 224, wrench: { ...wrench, tag: 'TW-99' }, reason: 'to try' })]
    const { body, status } = await client.append(id, events)
    expect(status).toBe(200)
    expect(body.results[0]).toMatchObject({
      outcome: 'recorded',
      body: { wrench: { tag: 'TW-04', fromNm: known.rangeFrom, fullScaleNm: known.rangeTo, calibratedUntil: known.calibratedUntil } },
    })
    expect((body.results[0] as { body: { wrench: object } }).body.wrench).not.toHaveProperty('unknown')
    expect(body.results[1]).toMatchObject({ body: { wrench: { tag: 'TW-99', unknown: true } } })
    // Twice is once.
    expect((await client.append(id, events)).body.results.map(({ outcome }) => outcome)).toEqual(['duplicate', 'duplicate'])
    const { body: { tightening } } = await client.get<Dossier>(`/jobs/${id}/dossier`)
    const line = tightening.find(({ step }) => step === STEP)!
    expect(line).toMatchObject({ joint: 'Spider screws', count: 10, targetNm: 320, pattern: 'crosswise' })
    expect(line.passes).toMatchObject([{ tags: ['TW-04'], isDone: true, remarks: [] }, { tags: ['TW-99'], isDone: false }])
    expect(line.passes[1]!.remarks).toContain('TW-99 is in no register.')
    for (const { id: event } of events.toReversed()) expect((await client.append(id, [draft('undone', { event })])).status).toBe(200)
  })

  it('are not taken from a wrench that measures something else', async () => {
    const event = pull({ wrench: { ...wrench, tag: 'MIC-13' }, reason: 'to try' })
    expect((await client.append(id, [event])).body.results[0]).toMatchObject({ body: { wrench: { tag: 'MIC-13', unknown: true } } })
    expect((await client.append(id, [draft('undone', { event: event.id })])).status).toBe(200)
  })

  it('of one who may only look are refused, and a target is signed by leads only', async () => {
    expect((await (await Client.as('guest')).append(id, [pull()])).status).toBe(403)
    const signed = draft('target-signed', { step: STEP, prepared: pull().id })
    const byTechnician = await client.append(id, [signed])
    expect(byTechnician.body.results?.[0] ?? byTechnician.body).not.toMatchObject({ outcome: 'recorded' })
    expect(JSON.stringify(byTechnician.body)).toMatch(/right|lead|may not|release/i)
  })

  it.each<[string, object, number, string]>([
    ['a bolt below none', pull({ bolt: -1 }), 422, 'input.bad'],
    ['half a bolt', pull({ bolt: 1.5 }), 422, 'input.bad'],
    ['no torque', pull({ torqueNm: undefined }), 422, 'input.bad'],
    ['a torque of zero', pull({ torqueNm: 0 }), 422, 'input.bad'],
    ['a torque beyond every bolt', pull({ torqueNm: 1e9 }), 422, 'input.bad'],
    ['a tool that is none', pull({ tool: 'teeth' }), 422, 'input.bad'],
    ['a wrench without a scale', pull({ wrench: { tag: 'TW-04' } }), 422, 'input.bad'],
    ['a bolt that is not there', pull({ bolt: 10 }), 409, 'tightening.no-bolt'],
    ['a pass too early', wholePass({ pass: 2, torqueNm: 320 }), 409, 'tightening.pass-early'],
    ['too few bolts', wholePass({ count: 9 }), 409, 'tightening.count'],
    ['another torque', wholePass({ torqueNm: 224 }), 409, 'tightening.torque'],
    ['a step that tightens nothing', wholePass({ step: 'wash-steel' }), 409, 'tightening.none'],
    ['a step that there is not', wholePass({ step: 'nowhere' }), 409, 'job.unknown-reference'],
  ])('%s', async (_what, event, status, code) => {
    expect((await client.append(id, [event])).body).toMatchObject({ status, code })
  })
})
