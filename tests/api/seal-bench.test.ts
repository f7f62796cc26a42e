import { describe, expect, it } from 'vitest'
import type { Dossier } from '#shared/wire/dossier'
import { benchAt } from './bench-of'
import { Client, draft } from './client'

const SET = { step: 'set', seal: 'free-seal', method: 'spacer' as const }

describe('seals over the wire', () => {
  it('take two people’s readings, a lead’s word for a fluid, and have all of it in the dossier', async () => {
    const okafor = await Client.as('okafor')
    const { client, id, workTo } = await benchAt(okafor, await okafor.openJobOf('HX-561'))
    const lead = await Client.as('nakamura')
    const outcome = async (who: Client, events: unknown[]) => (await who.append(id, events)).body.results.map(result => result.outcome)
    expect(await outcome(client, [
      draft('seal-measured', SET), draft('seal-measured', { ...SET, spacerMm: [2, 1.1] }),
      draft('seal-measured', { ...SET, seal: 'none', spacerMm: [1] }), draft('seal-measured', { ...SET, step: 'head-on', spacerMm: [1] }),
    ])).toEqual(['refused', 'recorded', 'refused', 'refused'])
    expect(await outcome(lead, [draft('seal-measured', { ...SET, spacerMm: [2, 1.15] })])).toEqual(['recorded'])
    await workTo('body-on', 'duties')
    const ring = { step: 'body-on', part: 'free-body-ring', fluid: 'mineral grease' as const }
    const allow = draft('fluid-allowed', { ...ring, reason: 'another rubber, by its pack' })
    // A technician does not stand for it, whatever name the event carries; the lead does, once.
    expect((await client.append(id, [allow])).body.results[0]).toMatchObject({ outcome: 'refused', code: 'right.missing' })
    expect(await outcome(client, [draft('fluid-used', { ...ring, reason: 'at hand' })])).toEqual(['refused'])
    expect(await outcome(lead, [draft('fluid-allowed', { ...ring, reason: 'another rubber, by its pack' })])).toEqual(['recorded'])
    expect(await outcome(client, [draft('fluid-used', ring)])).toEqual(['recorded'])
    expect(await outcome(client, [draft('shaft-moved', { why: 'end screw turned', byMm: 0.2 })])).toEqual(['recorded'])
    const { body: { seals } } = await client.get<Dossier>(`/jobs/${id}/dossier`)
    expect(seals.settings.map(({ method, standsAtMm, by }) => [method, standsAtMm, by]))
      .toEqual([['spacer', 5.6, 'R. Okafor'], ['spacer', 5.65, 'Y. Nakamura']])
    expect(seals.fluids.find(({ fluid }) => fluid === 'mineral grease')).toMatchObject({ sheet: 'water', allowedBy: 'Y. Nakamura' })
    expect(seals.moves).toMatchObject([{ why: 'end screw turned', byMm: 0.2 }])
  })

  it('refuse bodies that are none before anything is written', async () => {
    const client = await Client.as('okafor')
    const id = await client.openJobOf('HX-561')
    const before = await client.seqOf(id)
    for (const [type, body] of [
      ['seal-measured', { ...SET, spacerMm: Array<number>(4000).fill(1) }], ['seal-measured', { ...SET, spacerMm: [-1] }],
      ['seal-measured', { ...SET, method: 'by eye' }], ['seal-measured', { ...SET, toFaceMm: 'long' }],
      ['fluid-used', { step: 'body-on', part: 'free-body-ring', fluid: 'spit' }],
      ['fluid-allowed', { step: 'body-on', part: 'free-body-ring', fluid: 'mineral grease', reason: '' }],
      ['shaft-moved', { why: '' }], ['shaft-moved', { why: 'because', byMm: 1e9 }],
    ]) expect((await client.append(id, [{ ...draft('note-added', { text: '' }), type, body }])).status).toBe(422)
    expect(await client.seqOf(id)).toBe(before)
  })
})
