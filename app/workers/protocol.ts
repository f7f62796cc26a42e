import { DomainError } from '#core'

/*
 * How the page and its workers talk, the same for all of them: a task by its name with an input, its progress, and its result or a
 * refusal. What is given up is broken off by ending the worker, because a worker that computes hears nothing meanwhile.
 */

/** What a worker can do: input and result of each task. */
export type Tasks<T> = { [K in keyof T]: { input: unknown, result: unknown } }

interface Request<T extends Tasks<T>> { id: number, task: keyof T, input: T[keyof T]['input'] }
type Report
  = | { id: number, kind: 'progress', share: number }
    | { id: number, kind: 'done', result: unknown }
    | { id: number, kind: 'refused', code: string, message: string, details: Readonly<Record<string, unknown>> }

/** What a task may tell while it works, and which parts of its result are handed over instead of copied. */
export interface Working { progress: (share: number) => void, handOver: (...things: Transferable[]) => void }

type Work<T extends Tasks<T>> = { [K in keyof T]: (input: T[K]['input'], working: Working) => T[K]['result'] | Promise<T[K]['result']> }

/** In the worker: does what it is asked. `refusal` is what people are told of an error that is no refusal of the core. */
export function serve<T extends Tasks<T>>(work: Work<T>, refusal = 'This could not be worked out.'): void {
  const tell = (report: Report, handOver: Transferable[] = []) =>
    (self as unknown as { postMessage: (report: Report, handOver: Transferable[]) => void }).postMessage(report, handOver)
  self.addEventListener('message', async ({ data: { id, task, input } }: MessageEvent<Request<T>>) => {
    const handed: Transferable[] = []
    try {
      const result = await work[task](input, {
        progress: share => tell({ id, kind: 'progress', share }),
        handOver: (...things) => handed.push(...things),
      })
      tell({ id, kind: 'done', result }, handed)
    } catch (error) {
      const { code, message, details } = error instanceof DomainError ? error : new DomainError('worker.broken', refusal)
      tell({ id, kind: 'refused', code, message, details })
    }
  })
}

export interface AskOptions {
  onProgress?: (share: number) => void
  /** Parts of the input that are handed over instead of copied. */
  handOver?: Transferable[]
}

/** A worker as the page sees it; it is started when it is first asked, and again after it was stopped. */
export interface WorkerHandle<T extends Tasks<T>> {
  /** Rejects with the refusal as a DomainError; with `worker.stopped` when it was stopped meanwhile. */
  ask: <K extends keyof T>(task: K, input: T[K]['input'], options?: AskOptions) => Promise<T[K]['result']>
  /** Gives up whatever it is doing; what it had kept is gone. */
  stop: () => void
}

interface Waiting { resolve: (result: unknown) => void, reject: (error: DomainError) => void, onProgress: AskOptions['onProgress'] }

/** In the page: a worker that is started by `create`. */
export function openWorker<T extends Tasks<T>>(create: () => Worker): WorkerHandle<T> {
  const waiting = new Map<number, Waiting>()
  let worker: Worker | undefined
  let asked = 0

  const giveUp = (code: string, message: string) => {
    worker?.terminate()
    worker = undefined
    for (const { reject } of waiting.values()) reject(new DomainError(code, message))
    waiting.clear()
  }
  function start(): Worker {
    const started = create()
    started.addEventListener('message', ({ data }: MessageEvent<Report>) => {
      const one = waiting.get(data.id)
      if (data.kind === 'progress') return one?.onProgress?.(data.share)
      waiting.delete(data.id)
      if (data.kind === 'done') one?.resolve(data.result)
      else one?.reject(new DomainError(data.code, data.message, data.details))
    })
    started.addEventListener('error', () => giveUp('worker.broken', 'This could not be worked out.'))
    return started
  }

  return {
    ask: (task, input, { onProgress, handOver = [] } = {}) => new Promise((resolve, reject) => {
      worker ??= start()
      const id = asked += 1
      waiting.set(id, { resolve, reject, onProgress })
      worker.postMessage({ id, task, input } satisfies Request<T>, handOver)
    }),
    stop: () => giveUp('worker.stopped', 'This was given up.'),
  }
}
