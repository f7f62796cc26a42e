import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'

/** Runs `npm start`'s script; ends it with Ctrl-C once it has said a word. */
function start(env: Record<string, string>, stopAfter?: string): Promise<{ code: number | null, said: string }> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, ['scripts/start.mjs'], {
      env: { ...process.env, NEEDLER_DATA: mkdtempSync(join(tmpdir(), 'needler-start-')), ...env },
    })
    let said = ''
    let asked = false
    for (const stream of [child.stdout, child.stderr]) {
      stream.on('data', (chunk: Buffer) => {
        said += chunk.toString()
        if (stopAfter && !asked && said.includes(stopAfter)) {
          asked = true
          child.kill('SIGINT')
        }
      })
    }
    child.on('close', code => resolve({ code, said }))
  })
}

const freePort = () => new Promise<number>((resolve) => {
  const probe = createServer().listen(0, '127.0.0.1', () => {
    const { port } = probe.address() as AddressInfo
    probe.close(() => resolve(port))
  })
})

describe('npm start', () => {
  it('says in a sentence that the port is taken', async () => {
    const { port } = new URL(process.env.NEEDLER_URL!)
    const { code, said } = await start({ PORT: port })
    expect(code).toBe(1)
    expect(said).toContain(`Port ${port} on 127.0.0.1 is taken by another program.`)
    expect(said).not.toMatch(/\bat .*\.mjs:\d+/)
  })

  it('uses a database that is handed in, leaves its data alone, and goes down cleanly at Ctrl-C', async () => {
    const port = await freePort()
    const { code, said } = await start({ PORT: String(port) }, 'Ctrl-C stops it.')
    expect(said).toContain(`Needler is at http://127.0.0.1:${port}`)
    expect(said).not.toContain('Making the database')
    expect(said).not.toContain('demonstration is in the database')
    expect(code).toBe(0)
    await expect(fetch(`http://127.0.0.1:${port}/api/health`)).rejects.toThrow()
    expect((await fetch(`${process.env.NEEDLER_URL}/api/health`)).status).toBe(200)
  })

  it('says so when the database that is handed in is not there', async () => {
    const { code, said } = await start({ PORT: String(await freePort()), DATABASE_URL: 'postgres://nobody@127.0.0.1:1/none' })
    expect(code).toBe(1)
    expect(said).toContain('The database')
    expect(said).not.toMatch(/node:internal|at async/)
  })
})
