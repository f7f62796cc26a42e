import { createReadStream, createWriteStream } from 'node:fs'
import { stat } from 'node:fs/promises'
import { pipeline } from 'node:stream/promises'
import { Decrypter, Encrypter } from 'age-encryption'
import { extract, pack } from 'tar-stream'

/*
 * A backup is one tar file: `manifest.json`, `keys.age` (the secrets of the installation, encrypted with a passphrase in the age format),
 * `database.dump` (pg_dump, custom format) and `photos/…`.
 */

export const FORMAT = 'needler-backup/1'

export interface Manifest { format: typeof FORMAT, at: string, jobs: number, events: number, photos: number }
export interface Keys { sessionSecret: string, sealSecret: string }

const SHORTEST_PASSPHRASE = 12

/** The passphrase from the environment; it is never on a command line, where others could read it. */
export function passphrase(): string {
  const given = process.env.NEEDLER_BACKUP_PASSPHRASE ?? ''
  if (given.length < SHORTEST_PASSPHRASE)
    throw new Error(
      `Set NEEDLER_BACKUP_PASSPHRASE to the passphrase that protects the keys (${SHORTEST_PASSPHRASE} characters or more). Without it a backup cannot be restored.`,
    )
  return given
}

export async function lockKeys(keys: Keys, secret: string): Promise<Buffer> {
  const encrypter = new Encrypter()
  encrypter.setPassphrase(secret)
  return Buffer.from(await encrypter.encrypt(JSON.stringify(keys)))
}

export async function unlockKeys(bytes: Buffer, secret: string): Promise<Keys> {
  const decrypter = new Decrypter()
  decrypter.addPassphrase(secret)
  try {
    return JSON.parse(await decrypter.decrypt(new Uint8Array(bytes), 'text')) as Keys
  } catch {
    throw new Error('The passphrase does not open the keys of this backup.')
  }
}

/** What goes into an archive: bytes, or a file that may be too large to hold. */
export type Entry = { name: string, bytes: Buffer } | { name: string, file: string }

/** Writes a tar file from entries that come one after the other. */
export async function writeArchive(path: string, entries: AsyncIterable<Entry>): Promise<void> {
  const archive = pack()
  const written = pipeline(archive, createWriteStream(path, { flags: 'wx', mode: 0o600 }))
  const put = (name: string, bytes: Buffer) =>
    new Promise<void>((resolve, reject) => archive.entry({ name }, bytes, error => (error ? reject(error) : resolve())))
  const putFile = async (name: string, file: string) =>
    pipeline(createReadStream(file), archive.entry({ name, size: (await stat(file)).size }))
  try {
    for await (const entry of entries) await ('file' in entry ? putFile(entry.name, entry.file) : put(entry.name, entry.bytes))
    archive.finalize()
  } catch (error) {
    archive.destroy(error as Error)
  }
  await written
}

/** The entries of a tar file, one after the other; each is taken by one of its two ways before the next comes. */
export async function* readArchive(
  path: string,
): AsyncGenerator<{ name: string; bytes: () => Promise<Buffer>; toFile: (path: string) => Promise<void> }> {
  const archive = extract()
  const read = pipeline(createReadStream(path), archive)
  read.catch(() => undefined)
  for await (const entry of archive) {
    yield {
      name: entry.header.name,
      bytes: async () => {
        const chunks: Buffer[] = []
        for await (const chunk of entry) chunks.push(chunk as Buffer)
        return Buffer.concat(chunks)
      },
      toFile: file => pipeline(entry, createWriteStream(file, { mode: 0o600 })),
    }
    entry.resume()
  }
  await read
}

/** The address of a database without its password, which stands in the environment instead: everybody may read a command line. */
export function withoutPassword(url: string): { address: string, env: NodeJS.ProcessEnv } {
  const address = new URL(url)
  const password = decodeURIComponent(address.password)
  address.password = ''
  return { address: address.href, env: { ...process.env, ...password ? { PGPASSWORD: password } : {} } }
}
