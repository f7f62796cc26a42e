import { randomUUID } from 'node:crypto'
import { setTimeout as passed } from 'node:timers/promises'
import { eq } from 'drizzle-orm'
import { closeConnection, database } from '../../server/db/client'
import { person, unit } from '../../server/db/schema'
import { startJob } from '../../server/services/start-job'
import { Client, draft } from '../api/client'
import { askLive } from '../api/live-channel'
import { mostMemoryMb } from './memory'
import { spread } from './spread'

/*
 * Two hundred people at two hundred benches, each with a job of their own and a live channel, each with an entry a second: how long the
 * answer takes, beside one bench alone, and the greatest memory of the server. Prints one JSON line.
 */
const [BENCHES, SECONDS] = [200, 15]

const db = database()
const [like] = await db.select().from(person).where(eq(person.login, 'okafor'))
const [machine] = await db.select().from(unit).where(eq(unit.sheetKey, 'split-casing-lift-pump'))
const benches: { client: Client, id: string }[] = []
for (let i = 0; i < BENCHES; i++) {
  const who = { ...like!, id: randomUUID(), login: `bench-${i}`, name: `Bench ${i}` }
  await db.insert(person).values(who)
  const tag = `BENCH-${i}`
  await db.insert(unit).values({ ...machine!, id: randomUUID(), tag })
  const client = await Client.as(who.login)
  const { id } = await startJob(db, who, { tag, reason: 'speed', device: client.device })
  await askLive('/api/live', { cookie: client.cookies })
  benches.push({ client, id })
}
await closeConnection()

async function tickFor(seconds: number, of: typeof benches): Promise<number[]> {
  const until = performance.now() + seconds * 1000
  const times = await Promise.all(of.map(async ({ client, id }, i) => {
    const own: number[] = []
    for (let next = performance.now() + i * 1000 / of.length; next < until; next += 1000) {
      await passed(Math.max(0, next - performance.now()))
      const started = performance.now()
      const { status } = await client.append(id, [draft('note-added', { text: 'Looked at, nothing to say.' })])
      if (status !== 200) throw new Error(`an entry was answered with ${status}`)
      own.push(performance.now() - started)
    }
    return own
  }))
  return times.flat()
}

await tickFor(5, benches)
const alone = await tickFor(SECONDS, benches.slice(0, 1))
let goesOn = true
const memory = mostMemoryMb(() => goesOn)
const together = await tickFor(SECONDS, benches)
goesOn = false
console.log(JSON.stringify({ benches: BENCHES, alone: spread(alone), together: spread(together), memory: await memory }))
process.exit(0)
