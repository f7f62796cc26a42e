import { execFileSync, spawn } from 'node:child_process'
import { chmodSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { runSql } from '../support/sql'

const newFolder = () => {
  const folder = mkdtempSync(join(tmpdir(), 'needler-start-'))
  // So that the account of PostgreSQL can enter it.
  chmodSync(folder, 0o755)
  return folder
}
/** Without a database handed in, it makes one of its own. */
const OWN = { DATABASE_URL: '', NEEDLER_PHOTOS: '', NEEDLER_INSTRUMENTS: '' }

/** Runs `npm start`'s script; ends it with Ctrl-C once it has said a word, after having a look. */
function start(env: Record<string, string>, stopAfter?: string, look: (said: string) => Promise<void> = () => Promise.resolve()) {
  return new Promise<{ code: number | null, said: string, upMs: number }>((resolve, reject) => {
    const began = Date.now()
    let upMs = Infinity
    const given = Object.fromEntries(Object.entries({ ...process.env, NEEDLER_DATA: newFolder(), ...env }).filter(([, value]) => value !== ''))
    const child = spawn(process.execPath, ['scripts/start.mjs'], { env: given })
    let said = ''
    let asked = false
    for (const stream of [child.stdout, child.stderr]) {
      stream.on('data', (chunk: Buffer) => {
        said += chunk.toString()
        if (!stopAfter || asked || !said.includes(stopAfter)) return
        asked = true
        upMs = Date.now() - began
        void look(said).catch(reject).finally(() => child.kill('SIGINT'))
      })
    }
    child.on('close', code => resolve({ code, said, upMs }))
  })
}

const freePort = () => new Promise<number>((resolve) => {
  const probe = createServer().listen(0, '127.0.0.1', () => {
    const { port } = probe.address() as AddressInfo
    probe.close(() => resolve(port))
  })
})
const TRACE = /\bat .*\.mjs:\d+|node:internal|at async/

describe('npm start', () => {
  it('says in a sentence that the port is taken', async () => {
    const { port } = new URL(process.env.NEEDLER_URL!)
    const { code, said } = await start({ PORT: port })
    expect(code).toBe(1)
    expect(said).toContain(`Port ${port} on 127.0.0.1 is taken by another program.`)
    expect(said).not.toMatch(TRACE)
  })

  it('uses a database that is handed in, leaves its data alone, and goes down cleanly at Ctrl-C', async () => {
    const port = await freePort()
    // It has much to do in its first moments, and is stopped in the middle of that.
    await runSql(process.env.DATABASE_URL!, 'delete from read_model')
    const { code, said } = await start({ PORT: String(port) }, 'Ctrl-C stops it.')
    expect(said).not.toMatch(TRACE)
    expect(said).not.toMatch(/CONNECTION|"level"|cannot/)
    expect(said).toContain(`Needler is at http://127.0.0.1:${port}`)
    expect(said).toContain('This is a demonstration')
    expect(said).not.toContain('Making the database')
    expect(said).not.toContain('demonstration is in the database')
    expect(code).toBe(0)
    await expect(fetch(`http://127.0.0.1:${port}/api/health`)).rejects.toThrow()
    expect((await fetch(`${process.env.NEEDLER_URL}/api/health`)).status).toBe(200)
  })

  it('starts an empty installation within 30 s, with a code for its first admin, also after it was stopped in the middle', async () => {
    const folder = newFolder()
    const env = { ...OWN, NEEDLER_DEMO: 'off', NEEDLER_DATA: folder, PORT: String(await freePort()) }
    const first = await start(env, 'Making the database')
    expect([first.code, first.said]).toEqual([0, expect.stringContaining('Stopped before it was up.')])
    expect(first.said).not.toMatch(TRACE)
    expect(first.said).not.toMatch(/ended with code|CONNECTION/)
    let answered = 0
    const { code, said, upMs } = await start(env, 'Ctrl-C stops it.', async (heard) => {
      const address = /Needler is at (\S+)/.exec(heard)![1]!
      answered = (await fetch(address)).status
      expect(await (await fetch(`${address}/api/session`)).json()).toEqual({ person: null, setUp: true })
      const admin = { login: 'first', name: 'F. Irst', password: 'seven dry gaskets', pin: '805319' }
      const makes = (withCode: string) => fetch(`${address}/api/set-up`, {
        method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ ...admin, code: withCode }),
      }).then(answer => answer.status)
      expect(await makes('aaaa-aaaa-aaaa-aaaa-aaaa')).toBe(403)
      // Two with the one code at once: one of them is the admin.
      const made = /^ {4}((?:[a-z2-9]{4}-){4}[a-z2-9]{4})$/m.exec(heard)![1]!
      expect((await Promise.all([makes(made), makes(made)])).sort((a, b) => a - b)[0]).toBe(200)
    })
    expect([code, answered]).toEqual([0, 200])
    expect(upMs).toBeLessThan(30_000)
    expect(said).not.toMatch(/demonstration/i)
    expect(said).not.toMatch(TRACE)
    rmSync(folder, { recursive: true, force: true })
  })

  it.each([
    ['a port that is none', { PORT: 'three' }, 'PORT is "three"'],
    ['an address of another machine', { HOST: '203.0.113.7', PORT: '4999' }, 'HOST is "203.0.113.7"'],
    ['a file as data folder', { NEEDLER_DATA: join(process.cwd(), 'package.json') }, 'is a file.'],
    ['a folder below a file', { NEEDLER_DATA: join(process.cwd(), 'package.json', 'x') }, 'is a file.'],
    ['a folder where nothing can be written', { NEEDLER_DATA: '/sys/needler' }, 'Nothing can be written into /sys/needler.'],
    ['the folder of another program', { NEEDLER_DATA: join(process.cwd(), 'docs') }, 'belongs to something else'],
    ['an address that is none of a database', { DATABASE_URL: 'mysql://here/none' }, 'DATABASE_URL is no address of a database.'],
    ['programs of PostgreSQL that are not there', { ...OWN, NEEDLER_POSTGRES: '/nowhere' }, 'There are no programs of PostgreSQL in /nowhere.'],
    ['the demonstration as one’s own', { NEEDLER_DEMO: 'off' }, 'NEEDLER_DEMO=off NEEDLER_DATA=.own npm start'],
    ['a database that is not there', { DATABASE_URL: 'postgres://nobody@127.0.0.1:1/none' }, 'The database none at 127.0.0.1:1 cannot be used'],
  ])('says in a sentence what to do with %s', async (_what, env, sentence) => {
    const { code, said } = await start({ PORT: String(await freePort()), ...env })
    expect([code, said]).toEqual([1, expect.stringContaining(sentence)])
    expect(said).not.toMatch(TRACE)
  })

  it('leaves data alone that a newer Needler has used', async () => {
    await runSql(process.env.DATABASE_URL!, 'create database newer')
    const url = process.env.DATABASE_URL!.replace(/\/[^/]+$/, '/newer')
    await runSql(url, 'create schema drizzle; create table drizzle.__drizzle_migrations (id serial, hash text, created_at bigint)',
      ['insert into drizzle.__drizzle_migrations (hash, created_at) values ($1, $2)', 'of later', Date.now() * 2])
    const { code, said } = await start({ PORT: String(await freePort()), DATABASE_URL: url })
    expect([code, said]).toEqual([1, expect.stringContaining('used by a newer Needler')])
    expect(await runSql(url, `select to_regclass('public.person') as made`)).toEqual([{ made: null }])
    await runSql(process.env.DATABASE_URL!, 'drop database newer')
  })

  it('knows data of another major version of PostgreSQL, and says which to install', async () => {
    const folder = newFolder()
    mkdirSync(join(folder, 'postgres', 'data'), { recursive: true })
    writeFileSync(join(folder, 'postgres', 'data', 'PG_VERSION'), '9\n')
    const { code, said } = await start({ ...OWN, PORT: String(await freePort()), NEEDLER_DATA: folder })
    expect([code, said]).toEqual([1, expect.stringContaining('apt-get install -y postgresql-9')])
    expect(said).not.toMatch(TRACE)
  })

  it.each([
    ['no memory', 'FATAL:  could not map anonymous shared memory: Cannot allocate memory', 'There is not enough memory for PostgreSQL.'],
    ['a full disk', 'PANIC:  could not write to file: No space left on device', 'did not start because the disk is full'],
    ['what nobody has thought of', 'FATAL:  the moon is in the way', 'the moon is in the way'],
  ])('says of a PostgreSQL that does not start for %s what it takes', async (_why, line, sentence) => {
    const [folder, programs] = [newFolder(), newFolder()]
    const program = (name: string, script: string) => writeFileSync(join(programs, name), `#!/bin/sh\n${script}\n`, { mode: 0o755 })
    program('postgres', 'cat >/dev/null; echo "postgres (PostgreSQL) 15.0"')
    program('initdb', 'mkdir -p "$2" && echo 15 > "$2/PG_VERSION"')
    program('pg_ctl', `for one; do [ "$last" = -l ] && echo '${line}' > "$one"; last=$one; done; [ "$last" != start ] || exit 1; exit 3`)
    const { code, said } = await start({ ...OWN, PORT: String(await freePort()), NEEDLER_DATA: folder, NEEDLER_POSTGRES: programs })
    expect([code, said]).toEqual([1, expect.stringContaining(sentence)])
    expect(said).not.toMatch(TRACE)
  })

  it.runIf(process.getuid?.() === 0)('says how much room is wanted where the disk is full', async () => {
    const folder = newFolder()
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=8m', 'none', folder])
    try {
      const { code, said } = await start({ ...OWN, PORT: String(await freePort()), NEEDLER_DATA: folder })
      expect([code, said]).toEqual([1, expect.stringMatching(/is full: [0-8] MB are free, and 200 MB are needed/)])
      expect(said).not.toMatch(TRACE)
    } finally {
      execFileSync('umount', [folder])
    }
  })
})
