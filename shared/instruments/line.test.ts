import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checksumOf, decodeLine, decodeOrder, encodeLine, lineCutter, MOST_LINE_BYTES, VALUE_STATUS, type InstrumentLine } from './line'

const tag = fc.stringMatching(/^[A-Z]{1,6}-\d{1,5}$/)
const number = fc.double({ min: -1e6, max: 1e6, noNaN: true }).map(value => Number(value.toFixed(6)) + 0)
const line: fc.Arbitrary<InstrumentLine> = fc.oneof(
  fc.record({ word: fc.constant('idle' as const), tag }),
  fc.record({ word: fc.constant('here' as const), tag, kind: fc.constant('torque wrench'), unit: fc.constantFrom('N·m', 'µm', '°C') }),
  fc.record(
    { word: fc.constant('value' as const), tag, n: fc.nat(), value: number, unit: fc.constantFrom('mm', 'N·m', '°C'), status: fc.constantFrom(...VALUE_STATUS), angleDeg: number },
    { requiredKeys: ['word', 'tag', 'n', 'value', 'unit', 'status'] },
  ),
)

describe('a line of an instrument', () => {
  it('carries the check value of the algorithm, and comes back as it was sent', () => {
    expect(checksumOf('123456789')).toBe('29b1')
    expect(encodeLine({ word: 'value', tag: 'MIC-13', n: 7, value: 70.012, unit: 'mm', status: 'stable' }))
      .toMatch(/^needler\/1;MIC-13;value;7;70\.012;mm;stable;;[0-9a-f]{4}$/)
    fc.assert(fc.property(line, (said) => { expect(decodeLine(encodeLine(said))).toEqual({ ok: true, line: said }) }))
    const deed = JSON.stringify({ deed: 'pull', why: 'a;b;ü' })
    expect(decodeOrder(encodeLine({ word: 'hand', tag: 'TW-05', deed }))).toEqual({ ok: true, line: { word: 'hand', tag: 'TW-05', deed } })
  })

  it('is not believed with one letter changed, and rubbish of any kind is told, never thrown', () => {
    fc.assert(fc.property(line, fc.nat(), fc.constantFrom(...'09;xX.'), (said, where, letter) => {
      const text = encodeLine(said)
      const at = where % text.length
      fc.pre(text[at] !== letter)
      expect(decodeLine(text.slice(0, at) + letter + text.slice(at + 1)).ok).toBe(false)
    }))
    fc.assert(fc.property(fc.string({ maxLength: 300 }), (text) => { expect(decodeLine(text).ok || decodeOrder(text).ok).toBe(false) }))
    const signed = (body: string) => `${body};${checksumOf(body)}`
    for (const body of ['needler/1;A-1;value;1;1e99;mm;stable;', 'needler/1;A-1;value;1;NaN;mm;stable;', 'needler/1;A-1;value;-1;1;mm;stable;', 'needler/1;A-1;value;1;1;mm;fine;', 'needler/1;A-1;shout', 'needler/1;A-1;here', 'needler/2;A-1;idle'])
      expect(decodeLine(signed(body)).ok, body).toBe(false)
    expect(decodeOrder(signed('needler/1;A-1;hand;%E0%A4%A')).ok).toBe(false)
  })

  it('is cut out of a stream whatever its pieces are, and an endless one takes no memory', () => {
    fc.assert(fc.property(fc.array(line, { minLength: 1, maxLength: 5 }), fc.integer({ min: 1, max: 40 }), (said, size) => {
      const heard: string[] = []
      const cut = lineCutter(text => heard.push(text), () => expect.unreachable())
      const stream = said.map(one => `${encodeLine(one)}\r\n`).join('')
      for (let at = 0; at < stream.length; at += size) cut(stream.slice(at, at + size))
      expect(heard.map(text => decodeLine(text))).toEqual(said.map(one => ({ ok: true, line: one })))
    }))
    let tooLong = 0
    const heard: string[] = []
    const cut = lineCutter(text => heard.push(text), () => { tooLong += 1 })
    for (let i = 0; i < 100; i++) cut('x'.repeat(MOST_LINE_BYTES))
    cut(`\n${encodeLine({ word: 'idle', tag: 'A-1' })}\n`)
    expect(tooLong).toBeGreaterThan(40)
    expect(heard.filter(text => decodeLine(text).ok)).toHaveLength(1)
  })
})
