import { createHmac, randomUUID, timingSafeEqual } from 'node:crypto'
import type { IncomingMessage } from 'node:http'
import { getCookie, setCookie, type H3Event } from 'h3'
import proxyAddr from 'proxy-addr'
import { isLoopback } from '../services/sessions'
import type { Place } from '../services/sign-in'
import { isSecure } from './session-cookie'

const COOKIE = 'needler-device'
const YEAR_S = 60 * 60 * 24 * 365

/** `TRUST_PROXY`: addresses, or `loopback`, of the proxies whose X-Forwarded-For is believed; of nobody's when it is not set. */
const trusted = process.env.TRUST_PROXY ? proxyAddr.compile(process.env.TRUST_PROXY.split(',').map(text => text.trim())) : () => false

/** True when a proxy that we were told of stands before us. */
export const isBehindProxy = ({ socket }: IncomingMessage): boolean => trusted(socket.remoteAddress ?? '', 0)

/** Where a request comes from: what a trusted proxy says, else the other end of the socket. */
export const clientAddress = (request: IncomingMessage): string => proxyAddr(request, trusted) || 'unknown'

/** True when the other end is this machine and no proxy stands between that we were not told of. */
const comesFromHere = (request: IncomingMessage, address: string): boolean =>
  isLoopback(address)
  && (process.env.TRUST_PROXY !== undefined || !['x-forwarded-for', 'forwarded', 'x-real-ip'].some(name => name in request.headers))

const signatureOf = (id: string): string =>
  createHmac('sha256', `device cookie ${process.env.NUXT_SESSION_PASSWORD ?? ''}`)
    .update(id)
    .digest('base64url')

/** The device behind a request, by the cookie that was signed here; null for one that is not known. */
export function deviceOf(event: H3Event): string | null {
  const [id, signature, ...more] = (getCookie(event, COOKIE) ?? '').split('.')
  if (!id || !signature || more.length > 0) return null
  const [given, right] = [Buffer.from(signature), Buffer.from(signatureOf(id))]
  return given.length === right.length && timingSafeEqual(given, right) ? id : null
}

export function placeOf(event: H3Event): Place {
  const address = clientAddress(event.node.req)
  return { device: deviceOf(event), address, isLoopback: comesFromHere(event.node.req, address) }
}

/** The device of a request; one that has none is given one. Only for somebody who has proved who they are. */
export function needDevice(event: H3Event): string {
  const id = deviceOf(event) ?? randomUUID()
  setCookie(event, COOKIE, `${id}.${signatureOf(id)}`, {
    httpOnly: true,
    sameSite: 'strict',
    path: '/',
    maxAge: YEAR_S,
    secure: isSecure(),
  })
  return id
}
