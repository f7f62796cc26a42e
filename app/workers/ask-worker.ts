import type { CoreTasks } from './core-worker'
import { openWorker, type WorkerHandle } from './protocol'

/** The core beside the screen, for who asks it again and again; whoever opens it stops it. */
export const openCoreWorker = (): WorkerHandle<CoreTasks> =>
  openWorker<CoreTasks>(() => new Worker(new URL('./core-worker.ts', import.meta.url), { type: 'module' }))

/** Lets the core work beside the screen, once. Rejects with its refusal. */
export function askWorker<K extends keyof CoreTasks>(task: K, input: CoreTasks[K]['input']): Promise<CoreTasks[K]['result']> {
  const worker = openCoreWorker()
  return worker.ask(task, input).finally(() => worker.stop())
}
