import { execFile } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { promisify } from 'node:util'
import pg from 'pg'
import { photoStore } from '../../server/services/photo-store'
import { FORMAT, lockKeys, passphrase, withoutPassword, writeArchive, type Manifest } from './archive'

const run = promisify(execFile)

/**
 * `npm run backup -- FILE`: database and photos as they are at one moment, with the keys that belong to them, in one file. Work goes on
 * meanwhile.
 */
async function backUp(path: string): Promise<Manifest> {
  const secret = passphrase()
  const url = process.env.DATABASE_URL!
  const client = new pg.Client({ connectionString: url })
  const store = photoStore()
  const work = mkdtempSync(join(tmpdir(), 'needler-backup-'))
  try {
    await client.connect()
    await client.query('begin isolation level repeatable read read only')
    // The dump sees what this transaction sees; a picture is written before its row, so every one of the dump is there.
    const { rows: [shot] } = await client.query<{ snapshot: string }>('select pg_export_snapshot() as snapshot')
    const { rows: pictures } = await client.query<{ key: string }>(
      `select job_id || '/' || id || '.jpg' as key from photo union select store_key from attachment order by key`)
    const { rows: [counts] } = await client.query<{ jobs: number, events: number }>(
      'select (select count(*)::int from job) as jobs, (select count(*)::int from job_event) as events')
    const dump = join(work, 'database.dump')
    const { address, env } = withoutPassword(url)
    await run(`${process.env.NEEDLER_PROGRAMS}/pg_dump`, [
      '--format=custom',
      '--no-owner',
      '--no-privileges',
      `--snapshot=${shot!.snapshot}`,
      `--file=${dump}`,
      address,
    ], { env })
    const manifest: Manifest = { format: FORMAT, at: new Date().toISOString(), ...counts!, photos: pictures.length }
    await writeArchive(path, (async function* () {
      yield { name: 'manifest.json', bytes: Buffer.from(JSON.stringify(manifest, null, 2)) }
      yield { name: 'keys.age', bytes: await lockKeys({ sessionSecret: process.env.NUXT_SESSION_PASSWORD!, sealSecret: process.env.NEEDLER_SEAL_SECRET! }, secret) }
      yield { name: 'database.dump', file: dump }
      for (const { key } of pictures) {
        const bytes = await store.read(key)
        if (bytes) yield { name: `photos/${key}`, bytes }
        else console.error(`The picture ${key} is not there and is not in the backup.`)
      }
    })())
    return manifest
  } finally {
    rmSync(work, { recursive: true, force: true })
    await client.end()
  }
}

try {
  const path = resolve(process.argv[2] ?? `needler-${new Date().toISOString().slice(0, 19).replaceAll(':', '-')}.tar`)
  const { jobs, events, photos } = await backUp(path)
  console.log(`${path}: ${jobs} jobs, ${events} entries, ${photos} photos. Keep it and the passphrase in different places.`)
} catch (error) {
  console.error((error as Error).message)
  process.exitCode = 1
}
