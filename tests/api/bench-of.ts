import { randomUUID } from 'node:crypto'
import { emptyState, foldJob, goodTruth, nextDeed, nextSteps, sheetForJob, standingSheet, type JobState, type Sheet, type SheetDocument } from '#core'
import type { JobBundle } from '#shared/wire/types'
import { Client } from './client'

/** Where nothing is left to tick. */
export const THE_END = 'the end'

export interface Bench {
  client: Client
  id: string
  sheet: Sheet
  state: () => Promise<JobState>
  workTo: (step: string, before?: 'duties' | 'tick') => Promise<void>
}

/** A job of its own on a unit, worked through the interface by a technician and a lead. */
export async function benchOf(tag: string, setup: object = {}, login = 'okafor'): Promise<Bench> {
  const client = await Client.as(login)
  const { body, status } = await client.post<{ id: string }>(`/units/${tag}/jobs`, {
    reason: 'for a test',
    device: client.device,
    ...setup,
  })
  if (status !== 200) throw new Error(`no job on ${tag}: ${status} ${JSON.stringify(body)}`)
  return benchAt(client, body.id)
}

/** The bench of a job that runs. */
export async function benchAt(client: Client, id: string): Promise<Bench> {
  const lead = await Client.as('brandt')
  const bundle = async () => (await client.get<JobBundle>(`/jobs/${id}`)).body
  const { job, sheet: released } = await bundle()
  const sheet = sheetForJob((await client.get<SheetDocument>(`/documents/${released.sha256}`)).body, job.setup)
  const state = async () => {
    const { snapshot, events } = await bundle()
    return foldJob(sheet, events, snapshot?.state ?? emptyState())
  }
  const workTo = async (wanted: string, before: 'duties' | 'tick' = 'tick') => {
    for (let deeds = 0; deeds < 600; deeds++) {
      const now = await state()
      const standing = standingSheet(sheet, now)
      const steps = nextSteps(standing, now)
      const step = steps.find(candidate => candidate.key === wanted) ?? steps[0]
      if (!step && wanted === THE_END) return
      if (!step) break
      const { draft: next, byLead } = nextDeed(standing, now, step, goodTruth(standing), { at: new Date(), newId: randomUUID })
      if (step.key === wanted && (before === 'duties' || next.type === 'step-done')) return
      if (next.type === 'photo-added') (next.body as { photo: string }).photo = randomUUID()
      const { body } = await (byLead ? lead : client).append(id, [next])
      if (body.results?.[0]?.outcome !== 'recorded') throw new Error(`${step.key}, ${next.type}: ${JSON.stringify(body)}`)
    }
    throw new Error(`never came to ${wanted}`)
  }
  return { client, id, sheet, state, workTo }
}
