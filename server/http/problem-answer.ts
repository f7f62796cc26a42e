import { randomUUID } from 'node:crypto'
import { setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import { DomainError } from '#core'
import type { ProblemDetails } from '#shared/wire/types'
import { isDatabaseAway, isDatabaseLate } from '../db/away'
import { Problem } from '../services/problem'
import { log } from './log'

const TITLES: Record<number, string> = {
  400: 'Bad request',
  401: 'Sign in first',
  403: 'Not allowed',
  404: 'Not found',
  405: 'Method not allowed',
  409: 'Conflict',
  413: 'Too large',
  415: 'Wrong kind of content',
  422: 'Cannot be used',
  429: 'Too many tries',
  500: 'Something broke here',
  503: 'Not available now',
}

/** Turns whatever was thrown into problem details (RFC 9457), without stack traces or words of the database. */
export function answerProblem(event: H3Event, thrown: unknown): ProblemDetails {
  const { status, code, message, more: { allow, ...more } } = asProblem(event, thrown)
  setResponseStatus(event, status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  if (typeof allow === 'string') setResponseHeader(event, 'allow', allow)
  if (hasMuchUnread(event)) hangUpAfter(event)
  if (typeof more.retryAfterSeconds === 'number') setResponseHeader(event, 'retry-after', more.retryAfterSeconds)
  return { ...more, type: `urn:needler:problem:${code}`, title: TITLES[status] ?? 'Problem', status, detail: message, code }
}

const WORTH_READING_BYTES = 64 * 1024

/** True when so much of the body is still to come that it is not worth waiting for. */
function hasMuchUnread({ node: { req } }: H3Event): boolean {
  if (req.complete) return false
  const announced = req.headers['content-length']
  return announced === undefined ? req.headers['transfer-encoding'] !== undefined : Number(announced) > WORTH_READING_BYTES
}

/** An answer before the whole body was read: what is still coming is not waited for. */
function hangUpAfter(event: H3Event): void {
  const { socket } = event.node.req
  setResponseHeader(event, 'connection', 'close')
  // One turn later, when everybody else who waits for the end of the answer has seen it.
  event.node.res.once('finish', () => setImmediate(() => socket.destroy()))
}

function asProblem(event: H3Event, thrown: unknown): Problem {
  if (thrown instanceof Problem) return thrown
  if (thrown instanceof DomainError) return new Problem(422, thrown.code, thrown.message, thrown.details)
  if (event.node.req.socket.destroyed || event.node.req.errored)
    return new Problem(400, 'request.hung-up', 'The connection was closed before the message was complete. Nothing of it was taken.')
  if (thrown instanceof URIError) return new Problem(400, 'request.bad', 'The address cannot be read.')
  const { code, statusCode } = ((thrown as { cause?: unknown }).cause ?? thrown) as { code?: string, statusCode?: number }
  // Class 22 of PostgreSQL: data that no column takes, such as a NUL inside a text.
  if (code?.startsWith('22') && code.length === 5)
    return new Problem(422, 'body.unstorable', 'The message holds characters that cannot be stored. Nothing was changed.')
  if (isDatabaseAway(thrown)) {
    log.error({ err: thrown, path: event.path }, 'database away')
    if (isDatabaseLate(thrown)) {
      return new Problem(
        503,
        'database.late',
        'The database has not answered in time: whether this was written is not known yet. It stays on your device and is sent again; nothing is written twice.',
        { retryAfterSeconds: 3 },
      )
    }
    return new Problem(
      503,
      'database.away',
      'The database does not answer. What you entered stays on your device; try again in a moment.',
      { retryAfterSeconds: 3 },
    )
  }
  if (code === 'ENOSPC' || code === 'EDQUOT') {
    log.error({ err: thrown, path: event.path }, 'disk full')
    return new Problem(503, 'disk.full', 'The disk of the server is full. What you sent stays on your device and goes when there is room; tell the office.', {
      retryAfterSeconds: 60,
    })
  }
  if (statusCode && statusCode < 500) return new Problem(statusCode, 'request.bad', 'The request cannot be understood.')
  const id = randomUUID()
  log.error({ err: thrown, path: event.path, incident: id }, 'request failed')
  return new Problem(
    500,
    'server.error',
    `Something broke on our side. Send it again: what was written is not written twice. Should it break again, give this number to the office: ${id}`,
    { incident: id },
  )
}
