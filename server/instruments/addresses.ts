import { log } from '../http/log'

export interface Address { host: string, port: number }

const ENTRY = /^([A-Z]{1,6}-\d{1,5})=(\[[0-9a-fA-F:.]+\]|[\w.-]+):(\d{1,5})$/

/**
 * Which instruments have a link, from `NEEDLER_INSTRUMENTS`: `MIC-13=10.0.4.20:4001,TW-05=10.0.4.21:4001`. An entry that says nothing is
 * told and left out.
 */
function read(text: string): ReadonlyMap<string, Address> {
  const found = new Map<string, Address>()
  for (const entry of text.split(',').map(part => part.trim()).filter(Boolean)) {
    const [, tag, host, port] = ENTRY.exec(entry) ?? []
    if (tag && Number(port) > 0 && Number(port) < 65_536) found.set(tag, { host: host!.replace(/^\[|\]$/g, ''), port: Number(port) })
    else log.warn({ entry }, 'NEEDLER_INSTRUMENTS has an entry that is no tag=host:port')
  }
  return found
}

let addresses: ReadonlyMap<string, Address> | undefined
export const linkedInstruments = (): ReadonlyMap<string, Address> => addresses ??= read(process.env.NEEDLER_INSTRUMENTS ?? '')

/** The linked instruments are simulated ones: a hand may place them. Only with the demonstration. */
export const areSimulated = (): boolean => process.env.NEEDLER_INSTRUMENTS_SIMULATED === 'on'
