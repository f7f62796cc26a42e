import { spawn } from 'node:child_process'
import { chmodSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { brotliDecompressSync } from 'node:zlib'
import { afterAll, describe, expect, it } from 'vitest'
import type { Dossier } from '#shared/wire/dossier'
import type { JobBundle, JobRow, UnitAnswer, YardAnswer } from '#shared/wire/types'
import { Client } from './client'

/*
 * What was released before is opened by what is written today: `tests/data` keeps a backup of each state of the data that shops may have.
 */

const data = new URL('../data/', import.meta.url)
const shared = process.env.NEEDLER_URL
afterAll(() => { process.env.NEEDLER_URL = shared })

const freePort = () => new Promise<number>((resolve) => {
  const probe = createServer().listen(0, '127.0.0.1', () => {
    const { port } = probe.address() as AddressInfo
    probe.close(() => resolve(port))
  })
})

/** Runs a script of the house on a folder; settled when it has said the word, or has ended. */
function run(script: string[], env: Record<string, string>, until?: string) {
  const given = Object.fromEntries(Object.entries({
    ...process.env, DATABASE_URL: '', NEEDLER_PHOTOS: '', NEEDLER_INSTRUMENTS: '', NEEDLER_BACKUP_PASSPHRASE: 'released state for the tests', ...env,
  }).filter(([, value]) => value !== ''))
  const child = spawn(process.execPath, script, { env: given })
  return new Promise<{ said: string, stop: () => Promise<unknown> }>((resolve) => {
    let said = ''
    const closed = new Promise(over => child.on('close', over))
    const stop = () => {
      child.kill('SIGINT')
      return closed
    }
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk: Buffer) => {
      said += chunk.toString()
      if (until && said.includes(until)) resolve({ said, stop })
    })
    void closed.then(() => resolve({ said, stop }))
  })
}

describe('data of an earlier version', () => {
  it.each(readdirSync(data).filter(name => name.endsWith('.tar.br')))('%s is restored, started, opened job by job, and verified', async (name) => {
    const folder = mkdtempSync(join(tmpdir(), 'needler-released-'))
    chmodSync(folder, 0o755)
    const archive = join(folder, '..', `${name}.tar`)
    writeFileSync(archive, brotliDecompressSync(readFileSync(new URL(name, data))))
    const restored = await run(['scripts/tool.mjs', 'restore', archive], { NEEDLER_DATA: folder })
    rmSync(archive)
    expect(restored.said).toContain('no fault.')
    const port = await freePort()
    const { said, stop } = await run(['scripts/start.mjs'], { NEEDLER_DATA: folder, PORT: String(port) }, 'Ctrl-C stops it.')
    try {
      expect(said).toContain(`Needler is at http://127.0.0.1:${port}`)
      process.env.NEEDLER_URL = `http://127.0.0.1:${port}`
      const client = await Client.as('admin')
      const { body: { units, sites } } = await client.get<YardAnswer>('/yard?limit=500')
      expect(sites.length).toBeGreaterThan(0)
      const jobs: JobRow[] = []
      for (const { tag } of units) jobs.push(...(await client.get<UnitAnswer>(`/units/${tag}`)).body.jobs)
      expect(jobs.length).toBe(Number(/: (\d+) jobs/.exec(restored.said)![1]))
      for (const { id, number } of jobs) {
        expect((await client.get<JobBundle>(`/jobs/${id}`)).status, `job ${number}`).toBe(200)
        const { body } = await client.get<Dossier>(`/jobs/${id}/dossier`)
        expect([body.chain.intact, body.job.number]).toEqual([true, number])
      }
    } finally {
      await stop()
    }
    expect((await run(['scripts/tool.mjs', 'verify'], { NEEDLER_DATA: folder })).said).toContain('no fault.')
    rmSync(folder, { recursive: true, force: true })
  })
})
