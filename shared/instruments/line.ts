/*
 * How instruments speak: one line of UTF-8 a message, words apart by semicolons, the last of them a checksum over all before it.
 * `docs/instruments.md` is its description for who builds one.
 */

export const LINE_VERSION = 'needler/1'
/** A line is no longer than this, with its end. */
export const MOST_LINE_BYTES = 4096

/** What the instrument says of a value: that it still moves, that it stands, that it was the greatest of a pull, or why it is none. */
export const VALUE_STATUS = ['moving', 'stable', 'peak', 'over', 'under', 'battery', 'fault'] as const
export type ValueStatus = (typeof VALUE_STATUS)[number]

/** Said by an instrument. */
export type InstrumentLine
  = | { word: 'here', tag: string, kind: string, unit: string }
    /** `n` counts on; `angleDeg` where the instrument knows how far the part was turned. */
    | { word: 'value', tag: string, n: number, value: number, unit: string, status: ValueStatus, angleDeg?: number }
    /** Nothing is measured just now; said once a second, so that a silence means something. */
    | { word: 'idle', tag: string }

/** Said to an instrument: set your zero here, or what a hand does with a simulated one. */
export type InstrumentOrder
  = | { word: 'zero', tag: string }
    | { word: 'hand', tag: string, deed: string }

/** CRC-16/CCITT-FALSE, four hexadecimal digits: polynomial 0x1021, from 0xFFFF; of "123456789" it is 29b1. */
export function checksumOf(text: string): string {
  let crc = 0xFFFF
  for (const byte of new TextEncoder().encode(text)) {
    crc ^= byte << 8
    for (let bit = 0; bit < 8; bit++) crc = crc & 0x8000 ? ((crc << 1) ^ 0x1021) & 0xFFFF : (crc << 1) & 0xFFFF
  }
  return crc.toString(16).padStart(4, '0')
}

const NUMBER = /^-?\d{1,9}(\.\d{1,9})?$/
const COUNT = /^\d{1,15}$/
const signed = (words: readonly string[]) => {
  const body = [LINE_VERSION, ...words].join(';')
  return `${body};${checksumOf(body)}`
}

/** The line of a message, without its end. */
export function encodeLine(line: InstrumentLine | InstrumentOrder): string {
  switch (line.word) {
    case 'here': return signed([line.tag, 'here', line.kind, line.unit])
    case 'value':
      return signed([line.tag, 'value', `${line.n}`, plain(line.value), line.unit, line.status, line.angleDeg === undefined ? '' : plain(line.angleDeg)])
    case 'idle': return signed([line.tag, 'idle'])
    case 'zero': return signed([line.tag, 'zero'])
    // A deed is JSON: its semicolons must not part words.
    case 'hand': return signed([line.tag, 'hand', encodeURIComponent(line.deed)])
  }
}

/** Without an exponent, and no digits that nobody measured. */
const plain = (value: number) => `${Number(value.toFixed(6))}`

export type Decoded<T> = { ok: true, line: T } | { ok: false, why: string }
const bad = (why: string) => ({ ok: false as const, why })

function open(text: string): { words: string[], why?: string } {
  const words = text.trimEnd().split(';')
  const checksum = words.pop()
  if (words[0] !== LINE_VERSION) return { words, why: 'no line of this protocol' }
  if (checksum !== checksumOf(words.join(';'))) return { words, why: 'the checksum does not fit' }
  return { words: words.slice(1) }
}

/** What an instrument said; never throws, whatever it is given. */
export function decodeLine(text: string): Decoded<InstrumentLine> {
  const { words: [tag = '', word, ...rest], why } = open(text)
  if (why) return bad(why)
  switch (word) {
    case 'here': {
      const [kind, unit] = rest
      return kind && unit ? { ok: true, line: { word, tag, kind, unit } } : bad('it does not say what it is')
    }
    case 'idle': return { ok: true, line: { word, tag } }
    case 'value': {
      const [n = '', value = '', unit = '', status = '', angle = ''] = rest
      if (!COUNT.test(n) || !NUMBER.test(value) || (angle && !NUMBER.test(angle))) return bad('the value is no number')
      if (!VALUE_STATUS.includes(status as ValueStatus)) return bad('the status is none that is known')
      return { ok: true, line: {
        word, tag, n: Number(n), value: Number(value), unit, status: status as ValueStatus, ...(angle ? { angleDeg: Number(angle) } : {}),
      } }
    }
    default: return bad('the word is none that is known')
  }
}

/** What an instrument was told. */
export function decodeOrder(text: string): Decoded<InstrumentOrder> {
  const { words: [tag = '', word, deed = ''], why } = open(text)
  if (why) return bad(why)
  if (word === 'zero') return { ok: true, line: { word, tag } }
  if (word !== 'hand') return bad('the word is none that is known')
  try {
    return { ok: true, line: { word, tag, deed: decodeURIComponent(deed) } }
  } catch {
    return bad('the deed cannot be read')
  }
}

/** Cuts a stream into lines; what is longer than a line may be is given back as `too-long`, and what follows begins anew. */
export function lineCutter(onLine: (line: string) => void, onTooLong: () => void): (chunk: string) => void {
  let rest = ''
  return (chunk) => {
    const lines = (rest + chunk).split('\n')
    rest = lines.pop()!
    for (const line of lines) {
      if (line.length > MOST_LINE_BYTES) onTooLong()
      else if (line.trim()) onLine(line)
    }
    if (rest.length > MOST_LINE_BYTES) {
      rest = ''
      onTooLong()
    }
  }
}
