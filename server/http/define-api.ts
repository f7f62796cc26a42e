import { defineEventHandler, getQuery, getRouterParams, setResponseHeader, type EventHandler, type H3Event } from 'h3'
import type Joi from 'joi'
import { may, type Right } from '#shared/rights'
import type { Person } from '#shared/wire/types'
import { Problem } from '../services/problem'
import { answerProblem } from './problem-answer'
import { readJson } from './read-body'
import { sessionPerson } from './session-person'

interface Call<P, Q, B> { event: H3Event, params: P, query: Q, body: B }

interface Route<P, Q, B> {
  params?: Joi.ObjectSchema<P>
  query?: Joi.ObjectSchema<Q>
  body?: Joi.Schema<B>
}

/** A route for signed-in people with a right: checks it, validates every input, calls, answers errors as problem details. */
export function defineApi<P = unknown, Q = unknown, B = unknown>(
  route: Route<P, Q, B> & { right: Right | 'any' },
  handle: (call: Call<P, Q, B> & { person: Person }) => Promise<unknown>,
): EventHandler {
  return answering(async (event) => {
    const person = await sessionPerson(event)
    if (route.right !== 'any' && !may(person.role, route.right)) {
      throw new Problem(403, 'right.missing', `A ${person.role} may not do this. It needs a person with the right "${route.right}".`)
    }
    return handle({ event, person, ...await inputs(event, route) })
  })
}

/** A route that works without a session: sign-in and health. */
export function definePublicApi<P = unknown, Q = unknown, B = unknown>(
  route: Route<P, Q, B>, handle: (call: Call<P, Q, B>) => Promise<unknown>,
): EventHandler {
  return answering(async event => handle({ event, ...await inputs(event, route) }))
}

function answering(work: (event: H3Event) => Promise<unknown>): EventHandler {
  return defineEventHandler(async (event) => {
    setResponseHeader(event, 'cache-control', 'no-store')
    try {
      return await work(event)
    } catch (thrown) {
      return answerProblem(event, thrown)
    }
  })
}

async function inputs<P, Q, B>(event: H3Event, route: Route<P, Q, B>) {
  return {
    params: check(route.params, getRouterParams(event, { decode: true }), 'address'),
    query: check(route.query, getQuery(event), 'query'),
    body: route.body ? check(route.body, await readJson(event), 'message') : undefined as B,
  }
}

/** Unknown keys are refused; the first fault is told with its place. */
function check<T>(schema: Joi.Schema<T> | undefined, input: unknown, what: string): T {
  if (!schema) return input as T
  const { value, error } = schema.validate(input, { abortEarly: true, errors: { wrap: { label: '"' } } })
  if (error) {
    const [fault] = error.details
    throw new Problem(422, 'input.bad', `The ${what} cannot be used: ${fault!.message}.`, { place: `/${fault!.path.join('/')}` })
  }
  return value as T
}
