import type { MeasuredPlace } from '#core'
import type { PlacedDeed } from '#shared/instruments/hand'
import { instrumentTopic } from '#shared/wire/topics'
import type { InstrumentWish } from '#shared/wire/instrument-stream'
import type { LiveMessage, Person } from '#shared/wire/types'
import { database } from '../db/client'
import { log } from '../http/log'
import { hub } from '../live/hub'
import { findInstrument } from '../services/instruments'
import { hasLease, renewLease } from '../services/leases'
import { loadLiveJob } from '../services/live-job'
import { Problem } from '../services/problem'
import { areSimulated, linkedInstruments } from './addresses'
import { openLink, type Link } from './link'

/*
 * Between instruments and benches. The instance at which the bench has its live channel holds the line to the instrument, for as long as
 * that bench has it and listens; the lease in the database keeps other benches away, on whatever instance they are.
 */

interface Bridged { tag: string, session: string, link: Link, orders: { second: number, count: number } }

const bridged = new Map<string, Bridged>()
const RENEW_MS = 5000
/** Orders that a bench may give in a second: more is no hand. */
const MOST_ORDERS_A_SECOND = 20

/** A bench has begun to listen to an instrument; without the lease, or without a line to it, it hears nothing. */
export async function followInstrument(tag: string, session: string): Promise<void> {
  const address = linkedInstruments().get(tag)
  const here = bridged.get(tag)
  if (here?.session === session) return here.link.repeat()
  if (!address || !(await hasLease(database(), tag, session))) return
  const row = await findInstrument(database(), tag)
  // Nothing is waited for from here on: of two that ask at once the second finds the first.
  const known = bridged.get(tag)
  if (known?.session === session) return known.link.repeat()
  if (known) lose(known)
  const topic = instrumentTopic(tag)
  const mine = (message: LiveMessage) => hub.tellSession(topic, session, message)
  bridged.set(tag, { tag, session, orders: { second: 0, count: 0 }, link: openLink(row, address, {
    onValue: value => mine({ kind: 'value', topic, ...value }),
    onState: (state, sentence) => mine({ kind: 'link', topic, state, sentence }),
  }) })
}

/** Keeps what is listened to and lets go what is not; called now and then. */
export async function tendInstruments(): Promise<void> {
  for (const { tag, session } of [...bridged.values()]) {
    if (!hub.isWatched(instrumentTopic(tag), session)) {
      drop(tag)
      continue
    }
    try {
      if (!await renewLease(database(), tag, session)) lose({ tag, session })
    } catch (error) {
      // Without the database nobody else can take it either.
      log.warn({ err: error }, 'cannot keep an instrument')
    }
  }
}

/** What a bench wants of the instrument it has. */
export async function orderInstrument(wish: InstrumentWish, session: string, person: Person): Promise<void> {
  const held = bridged.get(wish.instrument)
  const second = Math.floor(Date.now() / 1000)
  if (held?.session !== session) return
  if (held.orders.second !== second) held.orders = { second, count: 0 }
  if ((held.orders.count += 1) > MOST_ORDERS_A_SECOND) return
  const { tag } = held
  if ('zero' in wish) return held.link.order({ word: 'zero', tag })
  if (!areSimulated()) return
  const { hand } = wish
  if (hand.deed !== 'place') return held.link.order({ word: 'hand', tag, deed: JSON.stringify(hand) })
  const { sheet, unitTag } = await loadLiveJob(database(), person, hand.job, { fresh: false })
  const found = sheet.positions.find(({ key }) => key === hand.position)
  if (!found) throw new Problem(404, 'position.unknown', 'There is no such place on this sheet.')
  const { key, quantity, method, stations, planes, limits, taperMm, outOfRoundnessMm } = found
  const position: MeasuredPlace = { key, quantity, method, stations: stations.map(() => ''), planes, limits, taperMm, outOfRoundnessMm }
  const { deed, stage, station, plane } = hand
  const placed: PlacedDeed = { deed, stage, station, plane, position, machine: unitTag }
  held.link.order({ word: 'hand', tag, deed: JSON.stringify(placed) })
}

/** Another bench has it now. */
function lose({ tag, session }: Pick<Bridged, 'tag' | 'session'>): void {
  const topic = instrumentTopic(tag)
  hub.tellSession(topic, session, { kind: 'link', topic, state: 'lost', sentence: `${tag} has gone to another bench.` })
  drop(tag)
}

function drop(tag: string): void {
  bridged.get(tag)?.link.close()
  bridged.delete(tag)
}

/** Lets every instrument go; the server stops. */
export const dropInstruments = (): void => { for (const tag of [...bridged.keys()]) drop(tag) }

/** Tends the instruments until it is stopped. */
export function keepTending(): () => void {
  const timer = setInterval(() => void tendInstruments(), RENEW_MS)
  timer.unref()
  return () => {
    clearInterval(timer)
    dropInstruments()
  }
}
