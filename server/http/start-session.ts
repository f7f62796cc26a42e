import { getHeader, type H3Event } from 'h3'
import type { EntryWay } from '#shared/wire/house'
import { database } from '../db/client'
import { openSession } from '../services/sessions'
import { clientAddress } from './client-place'
import { setSessionCookie } from './session-cookie'

/** Opens a session for a person who has proved who they are, and seals its number into the cookie. */
export async function startSession(event: H3Event, personId: string, device: string, way: EntryWay = 'password'): Promise<void> {
  const session = await openSession(database(), personId, {
    device,
    address: clientAddress(event.node.req),
    agent: getHeader(event, 'user-agent') ?? '',
    way,
  })
  await setSessionCookie(event, session)
}
