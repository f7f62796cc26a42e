import { DomainError } from '#core'
import type { Report, Task, Tasks } from './core-worker'

/** Lets the core work beside the screen. Rejects with its refusal. */
export function askWorker<T extends Task>(task: T, input: Tasks[T]['input']): Promise<Tasks[T]['result']> {
  const worker = new Worker(new URL('./core-worker.ts', import.meta.url), { type: 'module' })
  return new Promise<Tasks[T]['result']>((resolve, reject) => {
    worker.addEventListener('message', ({ data }: MessageEvent<Report>) => {
      if (data.kind === 'done') resolve(data.result)
      else reject(new DomainError(data.code, data.message, data.details))
    })
    worker.addEventListener('error', () => reject(new DomainError('worker.broken', 'This could not be worked out.')))
    worker.postMessage({ task, input })
  }).finally(() => worker.terminate())
}
