import { randomUUID } from 'node:crypto'
import { readdir, rm, stat } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const PREFIX = 'needler-upload-'
const OLD_MS = 3_600_000

/** A file of its own for what arrives. */
export const uploadPath = (): string => join(tmpdir(), `${PREFIX}${randomUUID()}`)

/** What a killed server was receiving lies there still. */
export async function forgetOldUploads(): Promise<void> {
  for (const name of (await readdir(tmpdir())).filter(entry => entry.startsWith(PREFIX))) {
    const path = join(tmpdir(), name)
    const found = await stat(path).catch(() => undefined)
    if (found && Date.now() - found.mtimeMs > OLD_MS) await rm(path, { force: true })
  }
}
