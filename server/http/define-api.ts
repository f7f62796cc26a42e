import { defineEventHandler, getQuery, getRouterParams, setResponseHeader, type EventHandler, type H3Event } from 'h3'
import type Joi from 'joi'
import { may, mayHere, type Right } from '#shared/rights'
import type { Person } from '#shared/wire/types'
import { Problem } from '../services/problem'
import type { SignedIn } from '../services/sessions'
import { countBytes, inShare, type Share } from './fair-share'
import { answerProblem } from './problem-answer'
import { MOST_OF_PEOPLE, MOST_OF_STRANGERS, readJson, type MostOfBody } from './read-body'
import { requireOwnPage } from './same-origin'
import { requireSession } from './session-person'

interface Call<P, Q, B> { event: H3Event, params: P, query: Q, body: B }

interface Route<P, Q, B> {
  params?: Joi.ObjectSchema<P>
  query?: Joi.ObjectSchema<Q>
  body?: Joi.Schema<B>
  /** What its message may be, where that is not as usual. */
  most?: MostOfBody
}

interface OwnRoute<P, Q, B> extends Route<P, Q, B> {
  right: Right | 'any'
  /** Which of a person's shares the work counts against. */
  share?: Share
}

/** A route for signed-in people with a right: checks it, validates every input, calls, answers errors as problem details. */
export function defineApi<P = unknown, Q = unknown, B = unknown>(
  route: OwnRoute<P, Q, B>, handle: (call: Call<P, Q, B> & { person: Person, signedIn: SignedIn }) => Promise<unknown>,
): EventHandler {
  return answering(async (event) => {
    const signedIn = await requireSession(event)
    const { person } = signedIn
    return inShare(person.id, route.share ?? 'request', async () => {
      if (route.right !== 'any' && !mayHere({ role: person.role, byBadge: signedIn.way === 'badge' }, route.right)) throw notAllowed(person, route.right)
      const given = await inputs(event, route, route.most ?? MOST_OF_PEOPLE, bytes => countBytes(person.id, 'messages', bytes))
      return handle({ event, person, signedIn, ...given })
    })
  })
}

function notAllowed({ role }: Person, right: Right): Problem {
  if (may(role, right)) return new Problem(403, 'right.badge', 'A badge does not open the office. Sign in with your name and password for this.')
  return new Problem(403, 'right.missing', `A ${role} may not do this. It needs a person with the right "${right}".`)
}

interface OpenRoute<P, Q, B, C> extends Route<P, Q, B> {
  /** Who it is, before what they send is read. */
  caller?: (event: H3Event) => Promise<C>
}

/** A route that works without a session: sign-in and health, and what programs send. */
export function definePublicApi<P = unknown, Q = unknown, B = unknown, C = undefined>(
  route: OpenRoute<P, Q, B, C>, handle: (call: Call<P, Q, B> & { caller: C }) => Promise<unknown>,
): EventHandler {
  return answering(async (event) => {
    const caller = await route.caller?.(event) as C
    return handle({ event, caller, ...await inputs(event, route, route.most ?? MOST_OF_STRANGERS) })
  })
}

function answering(work: (event: H3Event) => Promise<unknown>): EventHandler {
  return defineEventHandler(async (event) => {
    setResponseHeader(event, 'cache-control', 'no-store')
    try {
      requireOwnPage(event)
      return await work(event)
    } catch (thrown) {
      return answerProblem(event, thrown)
    }
  })
}

async function inputs<P, Q, B>(event: H3Event, route: Route<P, Q, B>, most: MostOfBody, count?: (bytes: number) => Promise<void>) {
  return {
    params: check(route.params, getRouterParams(event, { decode: true }), 'address'),
    query: check(route.query, getQuery(event), 'query'),
    body: route.body ? check(route.body, await readJson(event, most, count), 'message') : undefined as B,
  }
}

/** Unknown keys are refused; the first fault is told with its place, never with what was sent. */
function check<T>(schema: Joi.Schema<T> | undefined, input: unknown, what: string): T {
  if (!schema) return input as T
  const { value, error } = schema.validate(input, { abortEarly: true, errors: { wrap: { label: '"' } } })
  if (error) {
    const [fault] = error.details
    // An unknown key is the sender's own word: it is not repeated.
    const known = fault!.type === 'object.unknown' ? fault!.path.slice(0, -1) : fault!.path
    const sentence = fault!.type === 'object.unknown' ? 'it holds something that is not known here' : sayFault(fault!)
    throw new Problem(422, 'input.bad', `The ${what} cannot be used: ${sentence}.`, { place: `/${known.join('/')}` })
  }
  return value as T
}

/** What is wrong, in the words of the schema; a rule that would repeat the input is said without it. */
function sayFault({ message, context }: Joi.ValidationErrorItem): string {
  const given = typeof context?.value === 'string' ? context.value : ''
  return given.length > 0 && message.includes(given) ? `${context?.label ?? 'a value'} is not as it must be` : message
}
