import { randomUUID } from 'node:crypto'
import { appendFileSync } from 'node:fs'
import { randomFrom } from '#core'
import type { AppendResult, UnitRow, YardAnswer } from '#shared/wire/types'
import sharp from 'sharp'
import { Client, draft } from '../api/client'

/*
 * Benches that work while the server and its database are killed: what was not acknowledged is sent again with the same numbers, as the
 * outbox of a tablet does. Everything that was acknowledged goes into a file for the audit.
 */

const [file, seed, isOneAJob] = [process.argv[2]!, Number(process.argv[3] ?? 1), process.argv[4] === 'one a job']
const note = (line: object) => appendFileSync(file, `${JSON.stringify(line)}\n`)
const PEOPLE = ['okafor', 'lindqvist', 'marsh', 'duarte', 'brandt', 'varga', 'holm', 'nakamura']
/** Of some tries together, and of one: a server that lets a request wait longer than its own deadlines has lost it. */
const [STUCK_MS, LOST_MS] = [120_000, 60_000]
const random = randomFrom(seed)
const below = (n: number) => Math.floor(random() * n)
const sleep = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))

let stopping = false
process.on('SIGTERM', () => { stopping = true })

class Lost extends Error {}

/** Tries until there is an answer that is one: not a closed door, not a moment of absence. */
async function insist<T extends { status: number }>(work: () => Promise<T>): Promise<T> {
  for (const until = Date.now() + STUCK_MS; ;) {
    const lost = sleep(LOST_MS).then(() => { throw new Lost(`a request has had no answer for ${LOST_MS / 1000} s`) })
    const answer = await Promise.race([work(), lost]).catch((error: unknown) => {
      if (error instanceof Lost) throw error
    })
    if (answer && answer.status < 500 && answer.status !== 429 && answer.status !== 400) return answer
    if (Date.now() > until) throw new Error(`no answer for ${STUCK_MS / 1000} s (last: ${answer?.status ?? 'none'})`)
    await sleep(150)
  }
}

/** Somebody at a bench: at any open job, or at the one of this number. */
async function work(login: string, own?: number): Promise<void> {
  const client = new Client()
  const signIn = () => insist(async () => ({ status: await client.signIn(login) }))
  await signIn()
  const { body: yard } = await insist(() => client.get<YardAnswer>('/yard?show=open&limit=500'))
  const jobs = yard.units.map((unit: UnitRow) => unit.openJob!.id)
  while (!stopping) {
    const job = jobs[own === undefined ? below(jobs.length) : own % jobs.length]!
    const events = Array.from({ length: 1 + below(5) }, () => draft('note-added', { text: `${login} ${randomUUID()}` }))
    const answer = await insist(() => client.append(job, events))
    if (answer.status === 401) {
      await signIn()
      continue
    }
    for (const result of answer.body.results as AppendResult[]) {
      if (result.outcome === 'refused') throw new Error(`refused: ${result.message}`)
      note({ job, id: result.id, seq: result.seq, hash: result.hash })
    }
    if (below(4) === 0) await photo(client, job)
    await sleep(below(60))
  }
}

async function photo(client: Client, job: string): Promise<void> {
  const number = randomUUID()
  const announced = draft('photo-added', { photo: number })
  const bytes = await sharp({
    create: { width: 200 + below(400), height: 150, channels: 3, background: { r: below(255), g: below(255), b: 90 } },
  })
    .jpeg()
    .toBuffer()
  const { body, status } = await insist(() => client.append(job, [announced]))
  if (status !== 200) return
  const [result] = body.results
  if (result?.outcome !== 'refused') note({ job, id: announced.id, seq: result!.seq, hash: result!.hash })
  const put = await insist(() => client.putPhoto(job, number, bytes))
  if (put.status === 200) note({ job, photo: number })
  // A job holds so many pictures and no more; the benches go on without.
  else if (put.status !== 401 && put.body.code !== 'photo.quota') throw new Error(`a photo was refused: ${put.status} ${put.body.code}`)
}

const ended = await Promise.allSettled(PEOPLE.map((login, i) => work(login, isOneAJob ? i : undefined)))
for (const one of ended) if (one.status === 'rejected') console.error(String(one.reason))
process.exit(ended.some(one => one.status === 'rejected') ? 1 : 0)
