import { describe, expect, it } from 'vitest'
import type { Dossier } from '#shared/wire/dossier'
import type { SisterJob } from '#shared/wire/types'
import { benchAt } from './bench-of'
import { Client, draft } from './client'

describe('evidence over the wire', () => {
  it('takes findings, refuses what cannot be with a sentence, and has them in the dossier', async () => {
    const okafor = await Client.as('okafor')
    const { client, id, state } = await benchAt(okafor, await okafor.openJobOf('P-451'))
    const ring = { part: 'cover-o-ring', role: 'o-ring', severity: 2 as const }
    const { body } = await client.append(id, [
      draft('finding-noted', { ...ring, kind: 'nibbled', fromDeg: 350, toDeg: 20, zone: 'back' }),
      draft('finding-noted', { ...ring, kind: 'fluted' }),
      draft('finding-noted', { ...ring, kind: 'cut', fromDeg: 10 }),
      draft('circumstance-told', { circumstance: 'pressure surge', holds: true }),
      draft('cause-written', { cause: 'gremlins', words: 'who knows' }),
      draft('cause-written', { cause: 'extrusion gap', rank: 1, words: 'Gap of 0.4 mm at the cover',
        rules: { key: 'general', revision: 1 } }),
    ])
    expect(body.results.map(result => result.outcome)).toEqual(['recorded', 'refused', 'refused', 'recorded', 'refused', 'recorded'])
    expect(body.results.flatMap(result => 'message' in result ? [result.message] : []).join(' ')).toContain('"fluted" is not found on a o-ring')
    expect((await state()).findings.filter(found => found.part === 'cover-o-ring')).toHaveLength(1)
    const { body: dossier } = await client.get<Dossier>(`/jobs/${id}/dossier`)
    expect(dossier.evidence.found.at(-1)).toMatchObject({ kind: 'nibbled', place: '11:30 to 12:30', zone: 'back', by: 'R. Okafor' })
    expect(dossier.evidence.causes.at(-1)).toMatchObject({ cause: 'extrusion gap', rank: 1 })
    expect(dossier.evidence.circumstances).toContain('pressure surge')
  })

  it('offers the overhauls of sister machines that have findings, and none beyond the reach of who asks', async () => {
    const { body } = await (await Client.as('okafor')).get<SisterJob[]>('/units/P-101/sisters')
    expect(new Set(body.map(({ tag }) => tag))).toEqual(new Set(['P-102', 'P-103']))
    expect((await (await Client.as('duarte')).get<SisterJob[]>('/units/CP-592/sisters')).body.map(({ tag }) => tag)).toEqual(['CP-591'])
    expect((await (await Client.as('okafor')).get<SisterJob[]>('/units/B-551/sisters')).body).toEqual([])
    expect((await (await Client.as('okafor')).get('/units/P-999/sisters')).status).toBe(404)
  })

  it('refuses bodies that are none before anything is written', async () => {
    const client = await Client.as('okafor')
    const id = await client.openJobOf('P-451')
    const before = await client.seqOf(id)
    const ring = { part: 'cover-o-ring', role: 'o-ring', kind: 'cut', severity: 2 }
    for (const body of [
      { ...ring, severity: 4 }, { ...ring, fromDeg: 0, toDeg: 400 }, { ...ring, fromDeg: 'top', toDeg: 3 }, { ...ring, part: '../etc' },
      { ...ring, more: 1 }, { part: 'cover-o-ring' },
    ]) expect((await client.append(id, [{ ...draft('note-added', { text: '' }), type: 'finding-noted', body }])).status).toBe(422)
    for (const [type, body] of [
      ['springs-laid', { part: 'cartridge', lengthsMm: [] }], ['springs-laid', { part: 'cartridge', lengthsMm: [-1] }],
      ['frame-turned', { item: 'cartridge/seal face', byDeg: 4000, reason: 'why not' }],
      ['frame-turned', { item: 'cartridge/seal face', byDeg: 4 }],
      ['cause-written', { words: '' }],
    ]) expect((await client.append(id, [{ ...draft('note-added', { text: '' }), type, body }])).status).toBe(422)
    expect(await client.seqOf(id)).toBe(before)
  })
})
