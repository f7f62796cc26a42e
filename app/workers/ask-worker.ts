import type { CoreTasks } from './core-worker'
import { openWorker } from './protocol'

/** Lets the core work beside the screen, once. Rejects with its refusal. */
export function askWorker<K extends keyof CoreTasks>(task: K, input: CoreTasks[K]['input']): Promise<CoreTasks[K]['result']> {
  const worker = openWorker<CoreTasks>(() => new Worker(new URL('./core-worker.ts', import.meta.url), { type: 'module' }))
  return worker.ask(task, input).finally(() => worker.stop())
}
