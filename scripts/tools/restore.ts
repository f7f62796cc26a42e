import { execFile } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { promisify } from 'node:util'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { closeConnection, database, rowsOf, waitForEver } from '../../server/db/client'
import { photoStore } from '../../server/services/photo-store'
import { verifyAll } from '../../server/services/verify'
import { FORMAT, passphrase, readArchive, unlockKeys, withoutPassword, type Manifest } from './archive'

const run = promisify(execFile)

/**
 * `npm run restore -- FILE`: an empty installation becomes what the backup holds, or nothing that starts. Sign-ins that stood then are
 * ended; people sign in anew.
 */
async function restore(path: string): Promise<Manifest> {
  const secret = passphrase()
  const url = process.env.DATABASE_URL!
  const folder = process.env.NEEDLER_FOLDER!
  const store = photoStore()
  // What stands there while it is not whole: nobody starts on it, and it can be begun anew.
  const mark = join(folder, 'restoring')
  if (!existsSync(mark)) await requireEmpty()
  const work = mkdtempSync(join(tmpdir(), 'needler-restore-'))
  let manifest: Manifest | undefined
  try {
    for await (const { name, bytes, toFile } of readArchive(path)) {
      const photo = /^photos\/((?:[0-9a-f-]{36}\/[0-9a-f-]{36}|attachments\/[0-9a-f]{64})\.(?:jpg|pdf))$/.exec(name)?.[1]
      if (name === 'manifest.json') {
        manifest = JSON.parse((await bytes()).toString('utf8')) as Manifest
        if (manifest.format !== FORMAT)
          throw new Error(`This is a backup of another kind (${String(manifest.format)}); this program reads ${FORMAT}.`)
      } else if (!manifest) {
        throw new Error('This is no backup of Needler.')
      } else if (name === 'keys.age') {
        // Before anything is written: with the wrong passphrase nothing is.
        const { sessionSecret, sealSecret } = await unlockKeys(await bytes(), secret)
        writeFileSync(mark, '')
        writeFileSync(join(folder, 'session-secret'), sessionSecret, { mode: 0o600 })
        writeFileSync(join(folder, 'seal-secret'), sealSecret, { mode: 0o600 })
      } else if (name === 'database.dump') {
        const dump = join(work, 'database.dump')
        await toFile(dump)
        // The tables of this version make room for those of the backup: an older one knows nothing of what stands on them.
        await rowsOf(database(), 'drop schema if exists public cascade; drop schema if exists drizzle cascade; create schema public')
        const { address, env } = withoutPassword(url)
        await run(`${process.env.NEEDLER_PROGRAMS}/pg_restore`, [
          '--clean',
          '--if-exists',
          '--no-owner',
          '--no-privileges',
          '--exit-on-error',
          '--single-transaction',
          `--dbname=${address}`,
          dump,
        ], { env })
      } else if (photo) {
        await store.write(photo, await bytes())
      }
    }
    if (!manifest) throw new Error('This is no backup of Needler.')
    // A backup of an earlier version gets what has been added to the tables since.
    await migrate(database(), { migrationsFolder: new URL('../../server/db/migrations', import.meta.url).pathname })
    await rowsOf(database(), 'update session set ended_at = now() where ended_at is null')
    await rowsOf(database(), 'delete from rate_limit')
    rmSync(mark)
    return manifest
  } finally {
    rmSync(work, { recursive: true, force: true })
  }
}

async function requireEmpty(): Promise<void> {
  const [found] = await rowsOf<{ any: boolean }>(database(), 'select exists (select 1 from person) or exists (select 1 from job) as any')
  if (found!.any)
    throw new Error(
      'This installation holds data. A backup is restored into an empty one: give it a data folder of its own (NEEDLER_DATA), or an empty database.',
    )
}

waitForEver()
try {
  const manifest = await restore(resolve(process.argv[2] ?? ''))
  const { faults, jobs, events, photos } = await verifyAll(database(), photoStore())
  for (const { job, sentence } of faults) console.log(`${job === null ? 'Photos' : `Job ${job}`}: ${sentence}.`)
  console.log(
    `Restored as of ${manifest.at}: ${jobs} jobs, ${events} entries, ${photos} photos, ${faults.length === 0 ? 'no fault' : `${faults.length} faults`}.`,
  )
  console.log('Benches that have seen more than this tell so when they open a job, and send what their people did since.')
  if (faults.length > 0) process.exitCode = 1
} catch (error) {
  console.error((error as Error).message)
  process.exitCode = 1
} finally {
  await closeConnection()
}
