import { readdirSync, readFileSync } from 'node:fs'
import { setTimeout as passed } from 'node:timers/promises'

/** Resident memory of a process and all that it has started, in MB. */
function memoryMb(root: number): number {
  const parents = new Map<number, { parent: number, kb: number }>()
  for (const name of readdirSync('/proc').filter(entry => /^\d+$/.test(entry))) {
    try {
      const status = readFileSync(`/proc/${name}/status`, 'utf8')
      parents.set(Number(name), { parent: Number(/PPid:\s+(\d+)/.exec(status)![1]), kb: Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) })
    } catch {
      // It has ended meanwhile.
    }
  }
  const isOurs = (one: number): boolean => one === root || (parents.has(one) && isOurs(parents.get(one)!.parent))
  return [...parents].filter(([one]) => isOurs(one)).reduce((sum, [, { kb }]) => sum + kb, 0) / 1024
}

/** The most that the server of the installation has had, with its workers, while something goes on. */
export async function mostMemoryMb(goesOn: () => boolean): Promise<number> {
  let most = 0
  while (goesOn()) {
    most = Math.max(most, memoryMb(Number(process.env.NEEDLER_SERVER_PID)))
    await passed(200)
  }
  return most
}
