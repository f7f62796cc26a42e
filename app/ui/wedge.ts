/*
 * Instruments and scanners that pretend to be a keyboard: they type a number or a tag faster than any hand, and then Enter. In a cell that
 * lands by itself. Anywhere else a figure would be a shortcut and Enter would tick a step: those keys are kept back until it is known whose
 * they are.
 */

export interface WedgeKey { key: string, atMs: number, inField: boolean }
/** What becomes of a key: it goes on, it is kept back, or it ended what a wedge has typed. */
export type WedgeVerdict = { kind: 'pass' } | { kind: 'keep' } | { kind: 'typed', text: string }

/** A hand does not type two keys within this; an instrument does not take longer. */
export const WEDGE_GAP_MS = 35
const FEWEST_KEYS = 3
/** Whatever prints: the codes of labels have more than letters in them. */
const LETTER = /^[!-~]$/

/**
 * Tells typing from a wedge, key by key.
 * @returns `take` judges a key; `flush` gives back what was kept, in order, once the gap is over and no wedge has spoken
 */
export function wedgeReader() {
  let kept: string[] = []
  let lastAtMs = -Infinity
  return {
    take({ key, atMs, inField }: WedgeKey): WedgeVerdict {
      const isQuick = atMs - lastAtMs <= WEDGE_GAP_MS
      lastAtMs = atMs
      if (inField) {
        kept = []
        return { kind: 'pass' }
      }
      if (key === 'Enter' && isQuick && kept.length >= FEWEST_KEYS) {
        const text = kept.join('')
        kept = []
        return { kind: 'typed', text }
      }
      if (!LETTER.test(key)) return { kind: 'pass' }
      kept = isQuick ? [...kept, key] : [key]
      return { kind: 'keep' }
    },
    flush(atMs: number): string[] {
      if (atMs - lastAtMs <= WEDGE_GAP_MS) return []
      const given = kept
      kept = []
      return given
    },
  }
}

const TAG = /^[A-Z]{1,6}-\d{1,5}$/i
/** What a wedge has typed: the tag of an instrument, or a number. */
export const wedgeMeant = (text: string): { tag: string } | { number: string } | null =>
  TAG.test(text) ? { tag: text.toUpperCase() } : /^[+-]?\d{1,9}([.,]\d{1,9})?$/.test(text) ? { number: text.replace(/^\+/, '') } : null
