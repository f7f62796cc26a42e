import { afterAll, describe, expect, it } from 'vitest'
import { eq } from 'drizzle-orm'
import type { Dossier } from '#shared/wire/dossier'
import type { JobBundle, UnitAnswer, YardAnswer } from '#shared/wire/types'
import { closeConnection, database } from '../../server/db/client'
import { reading } from '../../server/db/schema'
import { benchOf } from './bench-of'
import { Client, draft } from './client'

afterAll(closeConnection)

const PIN = '481216'

describe('starting', () => {
  it('takes the options of the unit, the depth and how far, and shows the cut job everywhere', async () => {
    const { id, client, sheet } = await benchOf('VP-522', { target: 'vanes', depth: 'failure-analysis' }, 'duarte')
    expect(sheet.steps.length).toBeLessThan(40)
    expect(sheet.steps.some(step => step.key === 'liner-off')).toBe(false)
    const { body } = await client.get<JobBundle>(`/jobs/${id}`)
    expect(body.job.setup).toEqual({ options: { vanes: 'bronze' }, depth: 'failure-analysis', target: 'vanes' })
    expect(body.job.stepsTotal).toBe(sheet.steps.length)
  })

  it.each([
    [{ target: 'flywheel' }, 'way.no-target'], [{ depth: 'deep' }, 'input.bad'], [{ target: 'wear-tiles' }, 'way.never-reached'],
  ])('refuses %j with a sentence', async (setup, code) => {
    const client = await Client.as('brandt')
    const { body } = await client.post('/units/DC-502/jobs', { reason: 'for a test', device: client.device, ...setup })
    expect(body).toMatchObject({ status: 422, code })
  })
})

describe('a second signature', () => {
  it('is given by name and PIN at the bench of another and needs the right', async () => {
    const { client, id, state, workTo } = await benchOf('DP-431')
    await workTo('isolate', 'duties')
    const sign = (login: string, pin: string) =>
      client.post(`/jobs/${id}/sign`, { device: client.device, event: draft('hold-released', { step: 'isolate' }), login, pin })
    expect((await sign('brandt', '111111')).body).toMatchObject({ status: 403, code: 'pin.wrong' })
    expect((await sign('brandt', '4812')).status).toBe(422)
    expect((await sign('lindqvist', PIN)).body).toMatchObject({ status: 403, code: 'right.missing' })
    expect((await sign('osei', PIN)).body).toMatchObject({ status: 403, code: 'pin.wrong' })
    expect((await sign('brandt', PIN)).body).toMatchObject({ outcome: 'recorded', signer: 'H. Brandt' })
    expect((await state()).released.isolate?.by).toBe('H. Brandt')
    expect((await sign('brandt', PIN)).body).toMatchObject({ status: 409, code: 'hold.released-already' })
  })

  it('does not let one person be both', async () => {
    const lead = await Client.as('nakamura')
    const { id, workTo } = await benchOf('DP-433')
    await workTo('isolate', 'duties')
    await lead.append(id, [draft('hold-released', { step: 'isolate' })])
    expect((await lead.append(id, [draft('step-done', { step: 'isolate' })])).body).toMatchObject({ status: 409, code: 'hold.same-person' })
  })
})

describe('a departure', () => {
  it('is a technician’s to make, a lead’s to sign, and stands in the record with both', async () => {
    const { client, id, sheet, workTo, state } = await benchOf('DC-502')
    const step = sheet.steps.find(one => one.makes && one.stage !== 'make-safe')!.key
    await workTo(step, 'duties')
    const made = draft('departure-made', { step, how: 'does not apply', reason: 'No such joint on this machine' })
    for (const body of [
      { step, how: 'forgotten', reason: 'because' },
      { step, how: 'does not apply', reason: '  ' },
      { step, how: 'does not apply' },
      { ...made.body, signedBy: 'brandt' },
    ]) {
      expect((await client.append(id, [{ ...made, body }])).status, JSON.stringify(body)).toBe(422)
    }
    expect((await client.append(id, [made])).status).toBe(200)
    expect((await client.append(id, [draft('step-done', { step })])).body).toMatchObject({ status: 409, code: 'step.duties-open' })
    expect((await client.append(id, [draft('departure-signed', { step })])).body).toMatchObject({ status: 403, code: 'right.missing' })
    const sign = (login: string) =>
      client.post(`/jobs/${id}/sign`, { device: client.device, event: draft('departure-signed', { step }), login, pin: PIN })
    expect((await sign('lindqvist')).body).toMatchObject({ status: 403, code: 'right.missing' })
    expect((await sign('brandt')).body).toMatchObject({ outcome: 'recorded', signer: 'H. Brandt' })
    expect((await client.append(id, [draft('step-done', { step })])).status).toBe(200)
    // A signature is taken back by a lead only, and not from under a tick.
    expect((await client.append(id, [draft('undone', { event: (await state()).departuresSigned[step]!.event })])).body).toMatchObject({
      status: 409,
      code: 'undo.signature',
    })
    const { body: dossier } = await client.get<Dossier>(`/jobs/${id}/dossier`)
    expect(dossier.departures).toEqual([
      expect.objectContaining({
        step,
        how: 'does not apply',
        reason: 'No such joint on this machine',
        by: 'R. Okafor',
        signedBy: 'H. Brandt',
        madeGoodBy: null,
      }),
    ])
  })
})

describe('timers', () => {
  it('run on the server’s clock, show in the yard, and are cut short only with a reason', async () => {
    const { client, id, workTo, state } = await benchOf('C-402')
    await workTo('guard-off', 'duties')
    const early = new Date(Date.now() + 3 * 3_600_000).toISOString()
    // A bench whose clock runs three hours ahead does not end a wait of one hour.
    expect((await client.append(id, [{ ...draft('step-done', { step: 'guard-off' }), happenedAt: early }])).body).toMatchObject({
      status: 409,
      code: 'step.waits',
    })
    const { body } = await client.get<YardAnswer>('/yard?search=C-402')
    expect(body.units[0]!.openJob!.timer).toMatchObject({ name: 'Coupling cools' })
    expect(Date.parse(body.units[0]!.openJob!.timer!.endsAt) - Date.now()).toBeLessThanOrEqual(3_600_000)
    expect((await client.append(id, [draft('wait-cut', { step: 'guard-off', reason: '' })])).status).toBe(422)
    expect(
      (
        await client.append(id, [
          draft('wait-cut', { step: 'guard-off', reason: 'Was stopped yesterday' }),
          draft('step-done', { step: 'guard-off' }),
        ])
      ).status,
    ).toBe(200)
    expect((await state()).waitsCut['guard-off']?.reason).toBe('Was stopped yesterday')
    expect((await client.get<YardAnswer>('/yard?search=C-402')).body.units[0]!.openJob!.timer).toBeNull()
  })
})

describe('going back', () => {
  it('opens exactly the rungs above, takes their readings out of the fleet’s view, and can itself be undone', async () => {
    const { client, id, workTo, state } = await benchOf('R-202')
    await workTo('motor-on')
    const before = await state()
    const readings = () => database().select().from(reading).where(eq(reading.jobId, id))
    const known = (await readings()).length
    const back = draft('gone-back', { step: 'flange-on', reason: 'A gap stays' })
    expect((await client.append(id, [back])).status).toBe(200)
    const opened = await state()
    expect(Object.keys(before.done).filter(key => !opened.done[key]).sort())
      .toEqual(['backlash-left', 'flange-on', 'half-on', 'housing-tight', 'unit-on'])
    expect((await readings()).length).toBe(known - 3)
    expect((await client.append(id, [draft('undone', { event: back.id })])).status).toBe(200)
    expect((await state()).done).toEqual(before.done)
    expect((await readings()).length).toBe(known)
  })
})

describe('labels', () => {
  it.each(['a4', 'tape'])('are printed on %s', async (paper) => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-102')
    const answer = await client.get<string>(`/jobs/${job}/labels?paper=${paper}`)
    expect(answer.headers.get('content-type')).toBe('application/pdf')
    expect(answer.body.startsWith('%PDF-')).toBe(true)
    const pages = answer.body.match(/\/Type \/Page\b/g)!.length
    const bags = Number(paper === 'a4') || 10
    if (paper === 'a4') expect(pages).toBe(bags)
    else expect(pages).toBeGreaterThanOrEqual(bags)
  })

  it('say when there is nothing to print, and when a tag is none', async () => {
    const client = await Client.as('okafor')
    const job = await client.openJobOf('P-105')
    expect((await client.get(`/jobs/${job}/labels`)).body).toMatchObject({ status: 409, code: 'labels.none' })
    expect((await client.get(`/jobs/${job}/labels?tags=B07`)).status).toBe(422)
  })
})

describe('the record', () => {
  it('of a finished job tells its turns and reads back through options and ways', async () => {
    const client = await Client.as('brandt')
    const { body: unit } = await client.get<UnitAnswer>('/units/C-104')
    const finished = unit.jobs.find(({ status }) => status === 'closed')!
    const { body } = await client.get<Dossier>(`/jobs/${finished.id}/dossier`)
    expect(body.job.setup).toMatchObject({ options: { 'torque-class': 'standard' } })
    expect(body.chain.intact).toBe(true)
    expect(body.readings.some(entry => entry.quantity === 'share' && entry.verdict !== 'out')).toBe(true)
    expect(Object.keys(body.state.done)).not.toContain('lockup-off')
  })
})
