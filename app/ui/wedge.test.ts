import { describe, expect, it } from 'vitest'
import { WEDGE_GAP_MS, wedgeMeant, wedgeReader } from './wedge'

/** Keys at even distances; what came of them. */
function type(text: string, gapMs: number, { inField = false } = {}) {
  const wedge = wedgeReader()
  let atMs = 1000
  const verdicts = [...text].map(letter => wedge.take({ key: letter === '\n' ? 'Enter' : letter, atMs: atMs += gapMs, inField }))
  return { verdicts, given: wedge.flush(atMs + WEDGE_GAP_MS + 1) }
}

describe('a wedge', () => {
  it('is told from a hand by its speed, and none of its keys is a shortcut', () => {
    const { verdicts, given } = type('25.013\n', 8)
    expect(verdicts.map(({ kind }) => kind)).toEqual([...Array<string>(6).fill('keep'), 'typed'])
    expect(verdicts.at(-1)).toEqual({ kind: 'typed', text: '25.013' })
    expect(given).toEqual([])
  })

  it('gives a hand its keys back, and its Enter at once', () => {
    // The code of a label is no shortcut either.
    expect(type('N99/B-02\n', 8).verdicts.at(-1)).toEqual({ kind: 'typed', text: 'N99/B-02' })
    expect(type('0', 200)).toEqual({ verdicts: [{ kind: 'keep' }], given: ['0'] })
    expect(type('12\n', 8).verdicts.at(-1)).toEqual({ kind: 'pass' })
    expect(type('123\n', 120).verdicts.at(-1)).toEqual({ kind: 'pass' })
  })

  it('leaves a field alone, whoever types in it', () => {
    expect(type('25.013\n', 8, { inField: true }).verdicts.every(({ kind }) => kind === 'pass')).toBe(true)
  })

  it('means a number or a tag, nothing else', () => {
    expect([wedgeMeant('+12,5'), wedgeMeant('-0.002'), wedgeMeant('mic-13')]).toEqual([{ number: '12,5' }, { number: '-0.002' }, { tag: 'MIC-13' }])
    for (const text of ['1e9', 'abc', '1.2.3', '', '1234567890123']) expect(wedgeMeant(text)).toBeNull()
  })
})
