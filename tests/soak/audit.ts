import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { closeConnection, database } from '../../server/db/client'
import { jobEvent } from '../../server/db/schema'
import { photoStore } from '../../server/services/photo-store'
import { photoKey } from '../../server/services/photos'
import { verifyAll } from '../../server/services/verify'

/** Holds what was acknowledged against what is there, and walks everything. Prints its figures as one line of JSON. */
interface Ack { job: string, id?: string, seq?: number, hash?: string, photo?: string }

const acks = readFileSync(process.argv[2]!, 'utf8').split('\n').filter(Boolean).map(line => JSON.parse(line) as Ack)
const rows = new Map((await database().select().from(jobEvent)).map(row => [row.id, row]))
const kept = new Map(
  [...rows.values()].filter(row => row.type === 'photo-kept').map(row => [String(row.body.photo), String(row.body.sha256)]),
)
const faults: string[] = []
const events = acks.filter(ack => ack.id)
const photos = acks.filter(ack => ack.photo)
for (const { job, id, seq, hash } of events) {
  const row = rows.get(id!)
  if (!row) faults.push(`event ${id} of job ${job} was acknowledged and is lost`)
  else if (row.seq !== seq || row.hash !== hash || row.jobId !== job)
    faults.push(`event ${id} was acknowledged as ${seq} and is ${row.seq}`)
}
for (const { job, photo } of photos) {
  const bytes = await photoStore().read(photoKey(job, photo!))
  if (!bytes) faults.push(`photo ${photo} was acknowledged and is not there`)
  else if (createHash('sha256').update(bytes).digest('hex') !== kept.get(photo!)) faults.push(`photo ${photo} is not what its log names`)
}
const { faults: found, ...walked } = await verifyAll(database(), photoStore())
faults.push(...found.map(fault => `${fault.job === null ? 'photos' : `job ${fault.job}`}: ${fault.sentence}`))
console.log(
  JSON.stringify({ acknowledged: events.length, distinct: new Set(events.map(ack => ack.id)).size, photos: photos.length, walked, faults }),
)
await closeConnection()
