import { findUnit } from '#core'
import { lineCutter } from '#shared/instruments/line'
import { lineReader } from '#shared/instruments/line-pattern'
import type { LinkState } from '#shared/wire/instrument-stream'
import type { InstrumentRow } from '#shared/wire/types'

/* An instrument plugged into the tablet itself: it sends lines, the register says how they look. */

/** As much of a serial port as is used here. */
export interface SerialPort {
  open: (options: { baudRate: number }) => Promise<void>
  readable: ReadableStream<Uint8Array> | null
  close: () => Promise<void>
}
export interface SerialPlace { requestPort: () => Promise<SerialPort> }
export interface SerialLine { close: () => Promise<void> }
interface Heard { onValue: (value: number) => void, onState: (state: LinkState, sentence: string) => void }

/** The serial ports of this browser; undefined where it has none. */
export const serialPlace = (): SerialPlace | undefined => (globalThis.navigator as { serial?: SerialPlace } | undefined)?.serial

/** Bad lines after each other that make it rubbish. */
const BAD_IN_A_ROW = 3

/**
 * Opens the port that the person picks and hears its lines, values in the SI base of the instrument.
 * @throws Error with a sentence when nothing was picked or the port is taken
 */
export async function openSerial(
  { tag, quantity, linePattern, baudRate }: InstrumentRow, { onValue, onState }: Heard, place = serialPlace(),
): Promise<SerialLine> {
  if (!place) throw new Error('This browser has no serial ports. Use an instrument that types, or type what it shows.')
  if (!linePattern) throw new Error(`The register does not say how the lines of ${tag} look. The office writes it down there.`)
  const port = await place.requestPort().catch(() => { throw new Error('No port was picked.') })
  try {
    await port.open({ baudRate })
  } catch {
    throw new Error('The port cannot be opened: another program has it, or the cable is out.')
  }
  const read = lineReader(linePattern)
  let bad = 0
  const cut = lineCutter((line) => {
    const seen = read(line)
    const unit = seen && (seen.unit === undefined ? { factor: 1, offset: 0 } : findUnit(seen.unit, quantity))
    bad = unit ? 0 : bad + 1
    if (seen && unit) onValue(seen.value * unit.factor + unit.offset)
    else if (seen) onState('unit', `${tag} sends another unit than it measures in. Nothing of it is taken.`)
    else if (bad >= BAD_IN_A_ROW) onState('rubbish', `${tag} sends lines that do not look as the register says. Look at baud rate and pattern.`)
  }, () => onState('rubbish', `${tag} sends lines without an end. Look at its baud rate.`))

  const decoder = new TextDecoder()
  const reader = port.readable!.getReader()
  const ended = (async () => {
    try {
      for (let piece = await reader.read(); !piece.done; piece = await reader.read()) cut(decoder.decode(piece.value, { stream: true }))
      onState('silent', `${tag} has ended its line.`)
    } catch {
      onState('unreachable', `The cable of ${tag} is out. Plug it in and take it again, or type what it shows.`)
    }
  })()
  return {
    close: async () => {
      await reader.cancel().catch(() => undefined)
      await ended
      reader.releaseLock()
      await port.close().catch(() => undefined)
    },
  }
}
