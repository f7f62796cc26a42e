import { expect, it } from 'vitest'
import { SHIPPED_CATALOGUE, type Catalogue } from '#core'
import type { DraftAnswer } from '#shared/wire/drafts'
import type { CatalogueAnswer } from '#shared/wire/types'
import { Client } from './client'

it('families, words and frames are data: refused with the place, released once by an engineer, and begun with from then on', async () => {
  const [varga, holm, brandt, guest] = await Promise.all(['varga', 'holm', 'brandt', 'guest'].map(login => Client.as(login)))
  const standing = async () => (await guest!.get<CatalogueAnswer>('/catalogue')).body
  expect(await standing()).toEqual({ document: SHIPPED_CATALOGUE, note: null, by: null, at: null })
  const [pump] = SHIPPED_CATALOGUE.families
  const next: Catalogue = {
    ...SHIPPED_CATALOGUE, revision: 2,
    families: [...SHIPPED_CATALOGUE.families, { key: 'grinder', name: 'Grinder', parts: ['Cutter'], readings: pump!.readings.slice(0, 2) }],
  }
  const release = (by: Client, document: unknown, note: unknown = 'the grinders at the intake') =>
    by.post<{ code: string, detail: string }>('/catalogue', { document, note })
  const frame = (family: string) => brandt!.post<{ ids: string[], code: string }>('/drafts', { from: 'frame', title: 'Grinder', energies: ['electric'], family })

  expect((await release(brandt!, next)).status).toBe(403)
  expect((await release(varga!, 'words')).status).toBe(422)
  expect((await release(varga!, next, '')).status).toBe(422)
  expect((await release(varga!, { ...next, energies: next.energies.slice(2) })).body).toMatchObject({ code: 'catalogue.bad' })
  expect((await release(varga!, { ...next, revision: 5 })).body).toMatchObject({ code: 'catalogue.stale' })
  expect((await frame('grinder')).body).toMatchObject({ code: 'frame.family' })
  expect((await standing()).by).toBeNull()

  const answers = await Promise.all(Array.from({ length: 8 }, (_, i) => release(i % 2 ? varga! : holm!, next)))
  expect(answers.map(({ status }) => status).sort()).toEqual([200, ...Array<number>(7).fill(409)])
  expect((await standing()).document).toEqual(next)
  const { body: { ids: [id] } } = await frame('grinder')
  const { document } = (await brandt!.get<DraftAnswer>(`/drafts/${id}`)).body
  expect([document.family, document.positions.length]).toEqual(['Grinder', 2])
})
