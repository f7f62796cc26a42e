import { statfs } from 'node:fs/promises'

const MB = 1024 * 1024
/** So little is left that somebody should make room before photos are refused. */
const LITTLE = { bytes: 500 * MB, share: 0.03 }

/** What is left on a disk in words, when that is little; undefined when there is enough, or nothing can be said. */
export async function littleRoom(folder: string | undefined): Promise<string | undefined> {
  if (!folder) return undefined
  try {
    const { bavail, blocks, bsize } = await statfs(folder)
    const isLittle = bavail * bsize < LITTLE.bytes || bavail < blocks * LITTLE.share
    return isLittle ? `nearly full: ${Math.floor(bavail * bsize / MB)} MB left` : undefined
  } catch {
    return undefined
  }
}
