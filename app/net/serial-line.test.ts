import { describe, expect, it } from 'vitest'
import { MOST_LINE_BYTES } from '#shared/instruments/line'
import type { InstrumentRow } from '#shared/wire/types'
import { openSerial, type SerialPort } from './serial-line'

const row = { tag: 'CAL-05', quantity: 'length', linePattern: 'A1 {value} {unit} {any}', baudRate: 9600 } as InstrumentRow
const bytes = (text: string) => new TextEncoder().encode(text)

function fakePort(pieces: readonly string[], { breaks = false, taken = false } = {}) {
  const opened: number[] = []
  let closed = 0
  const port: SerialPort = {
    open: async ({ baudRate }) => {
      if (taken) throw new DOMException('taken', 'InvalidStateError')
      opened.push(baudRate)
    },
    close: async () => { closed += 1 },
    readable: new ReadableStream({
      start(controller) {
        for (const piece of pieces) controller.enqueue(bytes(piece))
        if (breaks) controller.error(new DOMException('gone', 'NetworkError'))
      },
    }),
  }
  return { place: { requestPort: async () => port }, opened, closed: () => closed }
}
async function heard(pieces: string[], options = {}) {
  const fake = fakePort(pieces, options)
  const said: (number | string)[] = []
  const line = await openSerial(row, { onValue: value => said.push(value), onState: state => said.push(state) }, fake.place)
  await new Promise(resolve => setTimeout(resolve, 10))
  return { said, fake, line }
}

describe('an instrument on a cable', () => {
  it('is heard in whole lines, however they are cut, in the base of its quantity', async () => {
    const { said, fake, line } = await heard(['A1 +012.3', '45 mm ok\r\nA1 0.5 in', ' ok\r\nA1 -0.002 mm x\r\n'])
    expect(said).toEqual([12.345, 12.7, -0.002])
    expect(fake.opened).toEqual([9600])
    await line.close()
    expect(fake.closed()).toBe(1)
  })

  it('is shown as what it is when it lies, babbles or breaks, and nothing of that is taken', async () => {
    expect((await heard(['A1 21.5 °C ok\r\n'])).said).toEqual(['unit'])
    expect((await heard(['??\r\n', '\u0000\u0007\r\n', 'B2 12.3 mm ok\r\n'])).said).toEqual(['rubbish'])
    expect((await heard(['x'.repeat(MOST_LINE_BYTES + 1)])).said).toEqual(['rubbish'])
    expect((await heard([], { breaks: true })).said).toEqual(['unreachable'])
  })

  it('says in a sentence why there is no line', async () => {
    const nobody = { onValue: () => undefined, onState: () => undefined }
    const why = (work: Promise<unknown>) => work.then(() => '', (error: Error) => error.message)
    expect(await why(openSerial(row, nobody))).toContain('no serial ports')
    expect(await why(openSerial(row, nobody, { requestPort: async () => { throw new DOMException('no', 'NotFoundError') } }))).toBe('No port was picked.')
    expect(await why(openSerial({ ...row, linePattern: null }, nobody, fakePort([]).place))).toContain('The register does not say')
    expect(await why(openSerial(row, nobody, fakePort([], { taken: true }).place))).toContain('another program has it')
  })
})
