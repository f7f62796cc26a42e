/** What a path is for; the style sheet decides how that looks. */
export type Role = 'body' | 'plain' | 'dark' | 'void' | 'line' | 'fine'

export interface Stroke { role: Role, d: string }

/** The outline of one half (or of all) of a part in the pixels of its axis: where it starts, how long it is, its radii at both ends. */
export interface Extent {
  from: number
  to: number
  /** Radii at `from` and at `to`; a negative one lies on the other side of the axis. */
  inner: readonly [number, number]
  outer: readonly [number, number]
  /** Its face looks back to `from`. */
  isTurned: boolean
}

/**
 * The unit square a symbol is drawn in: `a` runs from 0 to 1 along the axis, `b` from 0 at the inside to 1 at the outside. Paths are
 * written in it (`M0 0L0 1L1 1L1 0Z`) and come out in pixels, so balls stay round and a hatch keeps its pitch however the part is shaped.
 */
export interface Frame {
  /** Pixels along and across. */
  width: number
  height: number
  /** A path of M, L, Q, C and Z in the unit square. */
  path: (path: string) => string
  /** A circle of that radius in pixels. */
  circle: (a: number, b: number, radius: number) => string
}

const TOKENS = /[MLQCZ]|-?\d*\.?\d+/g
const short = (value: number) => String(Math.round(value * 100) / 100)

export function frameOf({ from, to, inner, outer, isTurned }: Extent): Frame {
  const at = (a: number, b: number): readonly [number, number] => {
    const along = isTurned ? 1 - a : a
    const [low, high] = [inner[0] + (inner[1] - inner[0]) * along, outer[0] + (outer[1] - outer[0]) * along]
    return [from + (to - from) * along, -(low + (high - low) * b)]
  }
  const point = (a: number, b: number) => at(a, b).map(short).join(' ')
  return {
    width: Math.abs(to - from),
    height: Math.abs((outer[0] + outer[1]) / 2 - (inner[0] + inner[1]) / 2),
    path: (path) => {
      const out: string[] = []
      let first: number | undefined
      for (const token of path.match(TOKENS) ?? []) {
        if (/[A-Z]/.test(token)) out.push(token)
        else if (first === undefined) first = Number(token)
        else {
          out.push(point(first, Number(token)))
          first = undefined
        }
      }
      return out.join(' ')
    },
    circle: (a, b, radius) => {
      const [x, y] = at(a, b)
      const r = short(radius)
      return `M${short(x - radius)} ${short(y)}a${r} ${r} 0 1 0 ${short(2 * radius)} 0a${r} ${r} 0 1 0 ${short(-2 * radius)} 0Z`
    },
  }
}

/** A symbol: what is drawn in a frame. */
export type Draw = (frame: Frame) => Stroke[]

export const body = (d: string): Stroke => ({ role: 'body', d })
export const plain = (d: string): Stroke => ({ role: 'plain', d })
export const dark = (d: string): Stroke => ({ role: 'dark', d })
export const empty = (d: string): Stroke => ({ role: 'void', d })
export const line = (d: string): Stroke => ({ role: 'line', d })
export const fine = (d: string): Stroke => ({ role: 'fine', d })

export const SQUARE = 'M0 0L0 1L1 1L1 0Z'
/** So many parts of about that many pixels, within bounds. */
export const parts = (length: number, each: number, least: number, most: number) =>
  Math.max(least, Math.min(most, Math.round(length / each)))
/** n paths, joined: one a share of the way from 0 to 1. */
export const row = (n: number, path: (at: number, next: number) => string) =>
  Array.from({ length: n }, (_, i) => path(i / n, (i + 1) / n)).join('')
