import { platform, setPriority } from 'node:os'

/**
 * What works beside the thread that answers takes the time that it leaves. On Linux a priority is each thread's own; elsewhere this would
 * be said of the whole server, and is not.
 */
export function giveWay(): void {
  if (platform() === 'linux') setPriority(10)
}
