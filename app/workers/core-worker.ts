import { DomainError, operatingClearance, type OperatingClearance, type OperatingClearanceInput } from '#core'

/** What this worker can do: input and result of each task. */
export interface Tasks {
  operatingClearance: { input: OperatingClearanceInput, result: OperatingClearance }
}
export type Task = keyof Tasks
export type Report
  = | { kind: 'done', result: Tasks[Task]['result'] }
    | { kind: 'refused', code: string, message: string, details: Readonly<Record<string, unknown>> }

const WORK: { [T in Task]: (input: Tasks[T]['input']) => Tasks[T]['result'] } = { operatingClearance }
const tell = (report: Report) => (self as unknown as { postMessage: (message: Report) => void }).postMessage(report)

self.addEventListener('message', ({ data: { task, input } }: MessageEvent<{ task: Task, input: Tasks[Task]['input'] }>) => {
  try {
    tell({ kind: 'done', result: WORK[task](input) })
  } catch (error) {
    const { code, message, details } = error instanceof DomainError ? error : new DomainError('worker.broken', 'This could not be worked out.')
    tell({ kind: 'refused', code, message, details })
  }
})
