import { createServer, type AddressInfo, type Socket } from 'node:net'
import { angleOfPlane, instrumentShows, normalFrom, randomFrom, STEEL_PER_K, trueSize, type InstrumentCharacter, type MeasuredPlace } from '#core'
import type { InstrumentFault, PlacedDeed } from '#shared/instruments/hand'
import { decodeOrder, encodeLine, lineCutter, type ValueStatus } from '#shared/instruments/line'

/*
 * A simulated instrument: a process of its own that speaks the line protocol on a port of loopback, as a real one does behind its
 * gateway. A hand places it, turns the part, pulls; it shows the truth of the machine with its own faults.
 */

/** What the instrument is held to; `atDeg` is where the part stands. */
export interface Held {
  /** What it would show in this moment at an angle, with its faults and its scatter. */
  shows: (angleDeg: number) => number
  /** Since it was placed, ms. */
  sinceMs: number
  atDeg: number
}
export interface Seen { value: number, status: ValueStatus, angleDeg?: number }

export interface SimulatedKind {
  kind: string
  /** Of the values that it sends. */
  unit: string
  character: InstrumentCharacter
  /** What it shows of what it is held to; most instruments take a moment. */
  show: (held: Held) => Seen
  /** What a pull of so much looks like, ms after its beginning; null when it is over. For what is pulled, not placed. */
  pull?: (target: number, sinceMs: number) => Seen | null
}

const TICK_MS = 100
const IDLE_TICKS = 10
const MENDED_AFTER_MS = 8000
const TURN_DEG_PER_S = 60
/** Of the shop in which it is held. */
const [PART_C, INSTRUMENT_C] = [21.5, 21]
/**
 * Serves an instrument until its process ends: `<tag> [port]` are the arguments of the process. Without a port it takes any that is free
 * and tells its parent which.
 */
export function serveInstrument(kind: SimulatedKind): void {
  const [tag = '', port = '0'] = process.argv.slice(2)
  const startedAt = Date.now()
  const next = randomFrom(process.pid)
  const z = normalFrom(next)

  const state = {
    placed: null as null | { position: MeasuredPlace, truth: (angleDeg: number) => number, at: number, baseDeg: number },
    /** Where the part stands, and how far it is still being turned. */
    angleDeg: 0, toTurnDeg: 0,
    pulled: null as null | { to: number, at: number },
    zero: 0, fault: null as InstrumentFault | null, n: 0, ticks: 0,
  }

  function see(): Seen | null {
    const now = Date.now()
    if (state.pulled) {
      const seen = kind.pull?.(state.pulled.to, now - state.pulled.at) ?? null
      if (!seen) state.pulled = null
      return seen && { ...seen, value: Math.round(seen.value / kind.character.step) * kind.character.step }
    }
    if (!state.placed) return null
    const { position, truth, at, baseDeg } = state.placed
    const moment = {
      hours: (now - startedAt) / 3_600_000, partC: PART_C, instrumentC: INSTRUMENT_C,
      alphaPart: position.quantity === 'length' ? STEEL_PER_K : 0,
    }
    const shows = (angleDeg: number) => instrumentShows(truth(angleDeg), kind.character, { ...moment, z: z() })
    return kind.show({ shows, sinceMs: now - at, atDeg: baseDeg + state.angleDeg })
  }

  function tick(send: (line: string) => void): void {
    state.ticks += 1
    const step = Math.sign(state.toTurnDeg) * Math.min(Math.abs(state.toTurnDeg), TURN_DEG_PER_S * TICK_MS / 1000)
    state.angleDeg += step
    state.toTurnDeg -= step
    if (state.fault === 'silent') return
    if (state.fault === 'rubbish') return send(`${tag} ?? \u0000${next()}`)
    const seen = see()
    if (!seen) {
      if (state.ticks % IDLE_TICKS === 0) send(encodeLine({ word: 'idle', tag }))
      return
    }
    const unit = state.fault === 'unit' ? (kind.unit === 'mm' ? '°C' : 'mm') : kind.unit
    for (let times = state.fault === 'flood' ? 200 : 1; times > 0; times--)
      send(encodeLine({ word: 'value', tag, n: state.n++, ...seen, value: seen.value - state.zero, unit }))
  }

  function act(deed: PlacedDeed): void {
    switch (deed.deed) {
      case 'place': {
        const truth = trueSize(deed.position, deed.machine, deed.stage)
        const baseDeg = angleOfPlane(deed.position, deed.plane)
        Object.assign(state, {
          placed: { position: deed.position, truth: (angleDeg: number) => truth(deed.station, angleDeg), at: Date.now(), baseDeg },
          angleDeg: 0, toTurnDeg: 0, pulled: null,
        })
        return
      }
      case 'turn':
        // What is turned on goes on from where it stands.
        state.toTurnDeg += Math.max(-1080, Math.min(1080, deed.byDeg))
        return
      case 'pull':
        state.pulled = { to: deed.to, at: Date.now() }
        return
      case 'away':
        Object.assign(state, { placed: null, pulled: null, toTurnDeg: 0 })
        return
      case 'fail':
        state.fault = deed.how
    }
  }

  function obey(text: string): void {
    const order = decodeOrder(text)
    if (!order.ok) return
    if (order.line.word === 'zero') {
      state.zero = see()?.value ?? 0
      return
    }
    try {
      act(JSON.parse(order.line.deed) as PlacedDeed)
    } catch {
      // What no hand can do is not done.
    }
  }

  let talking: Socket | undefined
  let leftAt = 0
  const server = createServer((socket) => {
    // One bench at a time: whoever comes later is the same bridge with a new line.
    talking?.destroy()
    talking = socket
    // Whoever takes it next gets a whole one; a line that was cut for flooding is the same bench again.
    if (Date.now() - leftAt > MENDED_AFTER_MS) Object.assign(state, { fault: null, zero: 0, placed: null, pulled: null })
    socket.setEncoding('utf8')
    socket.setNoDelay(true)
    const send = (line: string) => { if (socket.writableLength < 65_536) socket.write(`${line}\n`) }
    send(encodeLine({ word: 'here', tag, kind: kind.kind, unit: kind.unit }))
    const timer = setInterval(() => tick(send), TICK_MS)
    socket.on('data', lineCutter(obey, () => undefined) as (chunk: unknown) => void)
    socket.on('error', () => socket.destroy())
    socket.on('close', () => {
      clearInterval(timer)
      leftAt = Date.now()
      if (talking === socket) talking = undefined
    })
  })
  server.on('error', (error: NodeJS.ErrnoException) => {
    process.stderr.write(`${tag}: ${error.code === 'EADDRINUSE' ? `port ${port} is taken` : error.message}\n`)
    process.exit(1)
  })
  server.listen(Number(port), '127.0.0.1', () => process.send?.({ port: (server.address() as AddressInfo).port }))
  // Its parent is gone: nobody would stop it any more.
  process.on('disconnect', () => process.exit(0))
}

/** Closes on its value, as jaws and anvils do: far at first, then nearer; stands when it is within a step. */
export const closing = (fromMm: number, tauMs: number, step: number) => ({ shows, sinceMs, atDeg }: Held): Seen => {
  const off = fromMm * Math.exp(-sinceMs / tauMs)
  return { value: Math.round((shows(atDeg) + off) / step) * step, status: off > step / 2 ? 'moving' : 'stable' }
}

/** Rises to its value, as a thermometer or a charging insulation does. */
export const rising = (tauMs: number, from = 0) => ({ shows, sinceMs, atDeg }: Held): Seen => {
  const share = 1 - Math.exp(-sinceMs / tauMs)
  return { value: from + (shows(atDeg) - from) * share, status: share < 0.995 ? 'moving' : 'stable' }
}
