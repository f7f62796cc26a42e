import { connect, type Socket } from 'node:net'
import { findUnit } from '#core'
import { decodeLine, encodeLine, lineCutter, type InstrumentLine, type InstrumentOrder } from '#shared/instruments/line'
import { beyondOf } from '#shared/instruments/range'
import type { LinkState, StreamedValue } from '#shared/wire/instrument-stream'
import type { InstrumentRow } from '#shared/wire/types'
import type { Address } from './addresses'

/*
 * One line to one instrument. Whatever comes over it, it costs little and breaks nothing: it is a stranger's program, perhaps a broken or a
 * hostile one.
 */

export interface Heard { onValue: (value: StreamedValue) => void, onState: (state: LinkState, sentence: string) => void }
export interface Link {
  order: (order: InstrumentOrder) => void
  /** Says once more how it stands, for a bench that has come back. */
  repeat: () => void
  close: () => void
}

/** A bench can look at so many values a second; what comes faster is left out, but for the greatest of a pull. */
const MOST_SHOWN_A_SECOND = 25
/** Beyond this it floods: the line is cut and tried again later. */
const MOST_LINES_A_SECOND = 60
const MOST_BYTES_A_SECOND = 32_768
const SILENT_AFTER_MS = 2500
const AGAIN_AFTER_MS = 2000
const AFTER_FLOOD_MS = 5000
/** So many bad lines of the last ones make it rubbish. */
const [LOOKED_AT, BAD_OF_THEM] = [10, 3]

type Facts = Pick<InstrumentRow, 'tag' | 'quantity' | 'rangeFrom' | 'rangeTo'>

export function openLink({ tag, quantity, rangeFrom, rangeTo }: Facts, { host, port }: Address, { onValue, onState }: Heard): Link {
  let socket: Socket | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  let closed = false
  let state: { now: LinkState, sentence: string } | undefined
  let heardAt = 0
  let shownAt = 0
  let lines = { since: 0, count: 0, bytes: 0 }
  let quality: boolean[] = []

  const say = (now: LinkState, sentence: string) => {
    if (closed || state?.now === now) return
    state = { now, sentence }
    onState(now, sentence)
  }

  /** Cuts the line; the next try is later. */
  const cut = (afterMs: number) => {
    socket?.destroy()
    socket = undefined
    clearTimeout(timer)
    if (!closed) timer = setTimeout(begin, afterMs)
  }

  function begin(): void {
    lines = { since: Date.now(), count: 0, bytes: 0 }
    quality = []
    const mine = connect({ host, port })
    socket = mine
    mine.setEncoding('utf8')
    mine.setNoDelay(true)
    mine.setTimeout(SILENT_AFTER_MS)
    const take = lineCutter(hear, () => judge(false))
    mine.on('connect', () => { heardAt = Date.now() })
    mine.on('data', (chunk: unknown) => {
      const text = String(chunk)
      if (!isFlooding(text.length)) take(text)
    })
    mine.on('timeout', () => {
      if (mine.connecting) mine.destroy()
      else say('silent', `${tag} says nothing any more. Look at its battery and its cable, or type what it shows.`)
    })
    mine.on('error', () => mine.destroy())
    mine.on('close', () => {
      if (socket !== mine) return
      say('unreachable', heardAt
        ? `The line to ${tag} has broken. It is tried again by itself; meanwhile type what it shows.`
        : `${tag} is not reached. Look whether it is switched on, or type what it shows.`)
      cut(AGAIN_AFTER_MS)
    })
  }

  function isFlooding(bytes: number): boolean {
    const now = Date.now()
    if (now - lines.since > 1000) lines = { since: now, count: 0, bytes: 0 }
    lines.bytes += bytes
    if (lines.count <= MOST_LINES_A_SECOND && lines.bytes <= MOST_BYTES_A_SECOND) return false
    say('flood', `${tag} sends more than anybody can read. Its line is cut for ${AFTER_FLOOD_MS / 1000} s; type what it shows.`)
    cut(AFTER_FLOOD_MS)
    return true
  }

  function judge(isGood: boolean): void {
    quality = [...quality.slice(1 - LOOKED_AT), isGood]
    if (quality.filter(good => !good).length < BAD_OF_THEM) return
    say('rubbish', `${tag} sends what cannot be read: a bad cable, or another program at its address. Type what it shows.`)
  }

  function hear(text: string): void {
    if (!socket) return
    lines.count += 1
    if (isFlooding(0)) return
    heardAt = Date.now()
    const decoded = decodeLine(text)
    judge(decoded.ok)
    if (!decoded.ok) return
    const { line } = decoded
    if (line.tag !== tag) return say('other', `At the address of ${tag} answers another instrument. Nothing of it is taken.`)
    const unit = line.word === 'idle' ? undefined : findUnit(line.unit, quantity)
    if (line.word !== 'idle' && !unit)
      return say('unit', `${tag} sends a unit that the register does not know of it. Nothing of it is taken.`)
    if (quality.every(Boolean)) say('open', '')
    if (line.word === 'value') show(line, line.value * unit!.factor + unit!.offset)
  }

  function show({ status, angleDeg }: Extract<InstrumentLine, { word: 'value' }>, value: number): void {
    const now = Date.now()
    const isLast = status === 'peak'
    if (!isLast && now - shownAt < 1000 / MOST_SHOWN_A_SECOND) return
    shownAt = now
    const beyond = status === 'stable' || isLast ? beyondOf({ rangeFrom, rangeTo }, value) : undefined
    onValue({ value, status: beyond ?? status, ...(angleDeg === undefined ? {} : { angleDeg }) })
  }

  begin()
  return {
    order: (order) => { if (socket && !socket.connecting && socket.writableLength < 4096) socket.write(`${encodeLine(order)}\n`) },
    repeat: () => { if (state) onState(state.now, state.sentence) },
    close: () => {
      closed = true
      clearTimeout(timer)
      socket?.destroy()
      socket = undefined
    },
  }
}
