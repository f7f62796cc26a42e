import { jobHead } from './job-head'
import type { ReadModel } from './read-model'
import { partsTold } from './part-news'
import { readings } from './readings'

/** Every read model. A new one is a file beside these and a name here; its writing goes into the statement of `services/write-plans.ts`. */
export const READ_MODELS: readonly ReadModel[] = [jobHead as ReadModel, readings as ReadModel, partsTold as ReadModel]
export type { JobAt, ReadModel } from './read-model'
