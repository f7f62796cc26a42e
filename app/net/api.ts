import { FetchError, ofetch } from 'ofetch'
import type { Attachment } from '#core'
import type { ProblemDetails } from '#shared/wire/types'
import { learnServerClock } from './server-clock'

/** An answer of the server that is a refusal: with status, code and a sentence for the person. */
export class ApiProblem extends Error {
  readonly details: ProblemDetails

  constructor(details: ProblemDetails) {
    super(details.detail)
    this.name = 'ApiProblem'
    this.details = details
  }

  get status(): number {
    return this.details.status
  }
}

/** The server was not reached at all. What was entered stays on the device. */
export class NoNetwork extends Error {
  constructor() {
    super('The server is not reached. What you enter stays on this device and is sent when the link is back.')
    this.name = 'NoNetwork'
  }
}

interface CallOptions {
  method?: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'
  query?: Record<string, string | number | undefined>
  body?: unknown
}

/** The one way to the server. Throws `ApiProblem` for a refusal and `NoNetwork` when there is no link. */
export async function callApi<T>(path: string, options: CallOptions = {}): Promise<T> {
  return call<T>(path, { ...options, body: options.body as Record<string, unknown> | undefined, timeout: 20_000 })
}

/** Sends the picture of a photo. Slow links get their time. */
export const sendPicture = (job: string, photo: string, picture: Blob): Promise<unknown> =>
  call(`/jobs/${job}/photos/${photo}`, { method: 'PUT', body: picture, headers: { 'content-type': picture.type }, timeout: 120_000 })

/** Sends a picture or paper that belongs to a sheet; the server says under which name it is kept. */
export const sendAttachment = (file: Blob): Promise<Omit<Attachment, 'name'>> =>
  call('/attachments', {
    method: 'POST', body: file, headers: { 'content-type': file.type || 'application/octet-stream' }, timeout: 120_000,
  })

/** The bytes of a picture or paper of a sheet. */
export const fetchBytes = (path: string): Promise<Blob> => call(path, { timeout: 120_000 }, 'blob')

/** Where a photo is fetched from once the server has it. */
export const photoAddress = (job: string, photo: string) => `/api/jobs/${job}/photos/${photo}`

async function call<T>(path: string, options: Parameters<typeof ofetch>[1], responseType: 'json' | 'blob' = 'json'): Promise<T> {
  try {
    return (await ofetch(`/api${path}`, {
      ...options,
      retry: 0,
      responseType,
      onResponse: ({ response }) => learnServerClock(response.headers.get('date')),
    })) as T
  } catch (error) {
    if (!(error instanceof FetchError) || !error.response) throw new NoNetwork()
    throw new ApiProblem(toProblem(error))
  }
}

function toProblem({ data, status }: FetchError): ProblemDetails {
  if (data && typeof data === 'object' && 'detail' in data) return data as ProblemDetails
  return {
    type: 'about:blank',
    title: 'No clear answer',
    status: status ?? 500,
    detail: 'The server gave no clear answer. Nothing was changed; try again.',
    code: 'answer.unclear',
  }
}

/** The sentence of whatever went wrong. */
export const sentenceOf = (error: unknown): string =>
  error instanceof Error ? error.message : 'Something went wrong. Nothing was changed.'
