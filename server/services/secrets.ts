import { runTask } from '../work/pools'

const LIMIT_MS = 10_000

/** A scrypt hash in PHC form, of a password or a PIN. Slow on purpose, so it is made beside the thread that answers. */
export const hashSecret = (secret: string): Promise<string> => runTask('secrets', 'make', [secret], LIMIT_MS)

let decoy: Promise<string> | undefined

/** True when the secret is the one behind the hash. Without a hash it takes as long and is false. */
export async function isSecret(hash: string | null | undefined, secret: string): Promise<boolean> {
  decoy ??= hashSecret('nobody has this password').catch((error: unknown) => {
    decoy = undefined
    throw error
  })
  const right = await runTask<boolean>('secrets', 'verify', [hash ?? await decoy, secret], LIMIT_MS)
  return hash ? right : false
}
