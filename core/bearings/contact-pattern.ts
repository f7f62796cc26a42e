import { DomainError } from '../domain-error'
import { mean } from '../numbers'

/** A picture as a canvas gives it: four bytes a pixel, row by row. */
export interface Picture { width: number, height: number, data: Uint8ClampedArray | Uint8Array }

/** A place in the picture, pixels from the top left corner. */
export interface Corner { x: number, y: number }

export interface ContactOptions {
  /** Blueness from which a place counts as contact, −1 to 1; found from the picture when left out. */
  threshold?: number | undefined
  /** Called now and then with the share of the work that is done; returning false stops it. */
  onProgress?: ((share: number) => boolean) | undefined
}

export interface ContactPattern {
  /** Blue share of the bearing area, 0 to 1. */
  share: number
  /** The same for each field of 6 rows by 12 columns. */
  grid: number[][]
  threshold: number
  /** Which ends carry clearly more than the middle, columns 1 and 2 against 11 and 12. */
  edgeLoading: 'none' | 'first end' | 'last end' | 'both ends'
  /** Which side carries clearly more, upper rows against lower rows. */
  sideLoading: 'none' | 'upper' | 'lower'
  /** Fields that stand out as hard spots in empty surroundings. */
  highSpots: { row: number, column: number, share: number }[]
  /** Contact as found, for drawing over the picture: one byte a sample, `maskWidth` by `maskHeight`. */
  mask: Uint8Array
  maskWidth: number
  maskHeight: number
}

export const GRID_ROWS = 6
export const GRID_COLUMNS = 12
const SAMPLES_A_COLUMN = 100
const SAMPLES_A_ROW = 100
const MASK_WIDTH = GRID_COLUMNS * SAMPLES_A_COLUMN
const MASK_HEIGHT = GRID_ROWS * SAMPLES_A_ROW
/** Levels of blueness that are counted apart. */
const LEVELS = 512
/** Two kinds of surface must differ by this much in blueness, or the whole face is of one kind. */
const SMALLEST_DIFFERENCE = 0.08
/** A face of one kind counts as blue from here on. */
const PLAIN_BLUE = 0.1
/** A pixel darker than this has no colour. */
const BLACK = 12
/** An end or side carries clearly more by this share of the area, and by half as much again. */
const CLEARLY_MORE = 0.15

/**
 * Share and spread of the blue on a bearing face from a photo.
 *
 * What is blue is judged by colour and not by brightness, so that a lamp on one side does not matter; the picture is sampled evenly
 * over the face that the four corners span, so that a slanted photo does not matter either.
 *
 * @param picture RGBA bytes, `width · height · 4`
 * @param corners of the face, in turn: first end upper, last end upper, last end lower, first end lower
 * @returns share of contact by area, by field of the 6 × 12 grid, and what stands out
 * @throws DomainError `contact.picture`, `contact.corners` (fewer than four, outside, crossed or on one line), `contact.stopped`
 * Range: blue that is clearly bluer than the metal; ±2 points against known pictures under uneven light.
 * Source: plane projective mapping of four points; threshold between two kinds by Otsu (1979).
 * @example contactPattern(picture, corners).share // 0.72
 */
export function contactPattern(
  picture: Picture,
  corners: readonly Corner[],
  { threshold, onProgress }: ContactOptions = {},
): ContactPattern {
  check(picture, corners)
  const blueness = sampleBlueness(picture, mappingOf(corners), onProgress)
  const limit = threshold ?? thresholdOf(blueness)
  const mask = new Uint8Array(blueness.length)
  const counts = Array.from({ length: GRID_ROWS }, () => new Array<number>(GRID_COLUMNS).fill(0))
  let total = 0
  for (let i = 0; i < blueness.length; i++) {
    if (blueness[i]! < limit) continue
    mask[i] = 1
    total += 1
    counts[Math.floor(i / MASK_WIDTH / SAMPLES_A_ROW)]![Math.floor((i % MASK_WIDTH) / SAMPLES_A_COLUMN)]! += 1
  }
  const grid = counts.map(row => row.map(count => count / (SAMPLES_A_ROW * SAMPLES_A_COLUMN)))
  const ends = { first: meanOf(grid, (_row, column) => column < 2), last: meanOf(grid, (_row, column) => column >= GRID_COLUMNS - 2) }
  const middle = meanOf(grid, (_row, column) => column >= 2 && column < GRID_COLUMNS - 2)
  const [upper, lower] = [meanOf(grid, row => row < GRID_ROWS / 2), meanOf(grid, row => row >= GRID_ROWS / 2)]
  const [firstCarries, lastCarries] = [isClearlyMore(ends.first, middle), isClearlyMore(ends.last, middle)]
  return {
    share: total / blueness.length,
    grid,
    threshold: limit,
    highSpots: highSpotsOf(grid),
    mask,
    maskWidth: MASK_WIDTH,
    maskHeight: MASK_HEIGHT,
    edgeLoading: firstCarries && lastCarries ? 'both ends' : firstCarries ? 'first end' : lastCarries ? 'last end' : 'none',
    sideLoading: isClearlyMore(upper, lower) ? 'upper' : isClearlyMore(lower, upper) ? 'lower' : 'none',
  }
}

function check({ width, height, data }: Picture, corners: readonly Corner[]): void {
  if (!Number.isInteger(width) || !Number.isInteger(height) || width < 8 || height < 8 || data.length !== width * height * 4)
    throw new DomainError('contact.picture', 'This is no picture that can be read: its bytes do not match its size.')
  if (corners.length !== 4 || !corners.every(({ x, y }) => x >= 0 && y >= 0 && x <= width && y <= height))
    throw new DomainError('contact.corners', 'The face needs four corners inside the picture.')
  const turns = corners.map((corner, i) => {
    const [next, after] = [corners[(i + 1) % 4]!, corners[(i + 2) % 4]!]
    return (next.x - corner.x) * (after.y - next.y) - (next.y - corner.y) * (after.x - next.x)
  })
  if (!turns.every(turn => turn > 16) && !turns.every(turn => turn < -16))
    throw new DomainError(
      'contact.corners',
      'The four corners must go round the face in turn, without crossing and without lying on one line.',
    )
}

type Mapping = (u: number, v: number) => readonly [number, number, number]

/** Projective mapping from the unit square to the four corners (Heckbert 1989, square to quadrilateral). */
function mappingOf([p0, p1, p2, p3]: readonly Corner[]): Mapping {
  const [a, b, c, d] = [p0!, p1!, p2!, p3!]
  const sx = a.x - b.x + c.x - d.x
  const sy = a.y - b.y + c.y - d.y
  const [dx1, dy1, dx2, dy2] = [b.x - c.x, b.y - c.y, d.x - c.x, d.y - c.y]
  const whole = dx1 * dy2 - dx2 * dy1
  const g = (sx * dy2 - dx2 * sy) / whole
  const h = (dx1 * sy - sx * dy1) / whole
  const [ax, bx, ay, by] = [b.x - a.x + g * b.x, d.x - a.x + h * d.x, b.y - a.y + g * b.y, d.y - a.y + h * d.y]
  return (u, v) => [ax * u + bx * v + a.x, ay * u + by * v + a.y, g * u + h * v + 1]
}

/**
 * Blueness (b − r) ÷ (r + g + b) at even places of the face; black is taken as metal. Each is the median of a cross of five pixels,
 * which takes the grain of a dark photo out and leaves fine lines and edges where they are.
 */
function sampleBlueness({ width, height, data }: Picture, map: Mapping, onProgress: ContactOptions['onProgress']): Float32Array {
  const blueness = new Float32Array(MASK_WIDTH * MASK_HEIGHT)
  const inside = (place: number, size: number) => Math.min(size - 2, Math.max(1, Math.floor(place)))
  const at = (pixel: number) => {
    const sum = data[pixel]! + data[pixel + 1]! + data[pixel + 2]!
    return sum < BLACK ? 0 : (data[pixel + 2]! - data[pixel]!) / sum
  }
  for (let row = 0; row < MASK_HEIGHT; row++) {
    if (row % 60 === 0 && onProgress?.(row / MASK_HEIGHT) === false)
      throw new DomainError('contact.stopped', 'The picture was not looked at to its end.')
    for (let column = 0; column < MASK_WIDTH; column++) {
      const [x, y, w] = map((column + 0.5) / MASK_WIDTH, (row + 0.5) / MASK_HEIGHT)
      const pixel = (inside(y / w, height) * width + inside(x / w, width)) * 4
      blueness[row * MASK_WIDTH + column] = medianOfFive(
        at(pixel),
        at(pixel - 4),
        at(pixel + 4),
        at(pixel - 4 * width),
        at(pixel + 4 * width),
      )
    }
  }
  return blueness
}

function medianOfFive(a: number, b: number, c: number, d: number, e: number): number {
  // The smallest and the largest of the first four cannot be the middle one; of the rest and the fifth the middle one is.
  const low = Math.max(Math.min(a, b), Math.min(c, d))
  const high = Math.min(Math.max(a, b), Math.max(c, d))
  return Math.max(Math.min(low, high), Math.min(Math.max(low, high), e))
}

/** Otsu's threshold between two kinds of surface; a face of one kind is wholly blue or wholly metal. */
function thresholdOf(blueness: Float32Array): number {
  const histogram = new Float64Array(LEVELS)
  for (const value of blueness) histogram[Math.min(LEVELS - 1, Math.floor((value + 1) / 2 * LEVELS))]! += 1
  const levelOf = (level: number) => (level + 0.5) / LEVELS * 2 - 1
  let whole = 0
  histogram.forEach((count, level) => { whole += count * levelOf(level) })
  let [below, belowSum, best, cut, difference] = [0, 0, -1, 0, 0]
  for (let level = 0; level < LEVELS - 1; level++) {
    below += histogram[level]!
    belowSum += histogram[level]! * levelOf(level)
    const above = blueness.length - below
    if (below === 0 || above === 0) continue
    const apart = (whole - belowSum) / above - belowSum / below
    const between = below * above * apart * apart
    if (between > best) [best, cut, difference] = [between, levelOf(level) + 1 / LEVELS, apart]
  }
  if (difference < SMALLEST_DIFFERENCE) return whole / blueness.length >= PLAIN_BLUE ? -1 : 1.01
  return cut
}

function meanOf(grid: readonly (readonly number[])[], where: (row: number, column: number) => boolean): number {
  const values = grid.flatMap((row, i) => row.filter((_share, j) => where(i, j)))
  return mean(values)
}

const isClearlyMore = (one: number, other: number) => one - other > CLEARLY_MORE && one > 1.5 * other

/** Fields that are mostly blue while the fields round them are mostly bare. */
function highSpotsOf(grid: readonly (readonly number[])[]): ContactPattern['highSpots'] {
  return grid.flatMap((cells, row) => cells.flatMap((share, column) => {
    const round = [-1, 0, 1]
      .flatMap(dr => [-1, 0, 1].map(dc => (dr === 0 && dc === 0 ? undefined : grid[row + dr]?.[column + dc])))
      .filter(value => value !== undefined)
    const ofRound = mean(round)
    return share > 0.6 && ofRound < share / 3 ? [{ row, column, share }] : []
  }))
}
