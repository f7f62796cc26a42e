import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { refusal } from '../../tests/support/refusal'
import { randomFrom } from '../random'
import { contactPattern, type Corner, type Picture } from '.'

const [WIDTH, HEIGHT] = [640, 420]
const CORNERS: Corner[] = [{ x: 90, y: 70 }, { x: 560, y: 40 }, { x: 600, y: 380 }, { x: 60, y: 330 }]

/**
 * From a place of the picture to a place of the face: the eight equations of four point pairs by Gauss elimination, nothing of the
 * program's own mapping.
 */
function faceMap(corners: readonly Corner[]): (x: number, y: number) => [number, number] {
  const square = [[0, 0], [1, 0], [1, 1], [0, 1]] as const
  const m = corners.flatMap(({ x: px, y: py }, i) => {
    const [u, v] = square[i]!
    return [[px, py, 1, 0, 0, 0, -u * px, -u * py, u], [0, 0, 0, px, py, 1, -v * px, -v * py, v]]
  })
  for (let i = 0; i < 8; i++) {
    const pivot = m.findIndex((row, k) => k >= i && Math.abs(row[i]!) > 1e-9)
    ;[m[i], m[pivot]] = [m[pivot]!, m[i]!]
    m.forEach((row, k) => {
      if (k === i) return
      const factor = row[i]! / m[i]![i]!
      row.forEach((_, j) => { row[j]! -= factor * m[i]![j]! })
    })
  }
  const h = m.map((row, i) => row[8]! / row[i]!)
  return (x, y) => {
    const w = h[6]! * x + h[7]! * y + 1
    return [(h[0]! * x + h[1]! * y + h[2]!) / w, (h[3]! * x + h[4]! * y + h[5]!) / w]
  }
}

interface Scene { isBlue: (u: number, v: number) => boolean, noise?: number, corners?: Corner[], light?: (x: number, y: number) => number }

/** A made-up photo: grey metal with blue where it is said, a lamp on one side, grain, and a table round it. */
function photo({ isBlue, noise = 10, corners = CORNERS, light = x => 0.35 + 0.65 * x / WIDTH }: Scene): Picture {
  const random = randomFrom(5)
  const faceOf = faceMap(corners)
  const data = new Uint8ClampedArray(WIDTH * HEIGHT * 4)
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const [u, v] = faceOf(x + 0.5, y + 0.5)
      const onFace = u >= 0 && u <= 1 && v >= 0 && v <= 1
      const colour = !onFace ? [90, 70, 50] : isBlue(u, v) ? [70, 90, 190] : [200, 196, 190]
      const at = (y * WIDTH + x) * 4
      for (let channel = 0; channel < 3; channel++) data[at + channel] = colour[channel]! * light(x, y) + (random() - 0.5) * 2 * noise
      data[at + 3] = 255
    }
  }
  return { width: WIDTH, height: HEIGHT, data }
}

const stripes = (share: number) => (u: number) => (u * 16) % 1 < share
const code = (work: () => unknown) => refusal(work).code

describe('contactPattern', () => {
  it.each([0.08, 0.3, 0.5, 0.72, 0.95])('finds a share of %d within two points, slanted and under a lamp on one side', (share) => {
    expect(Math.abs(contactPattern(photo({ isBlue: stripes(share) }), CORNERS).share - share)).toBeLessThan(0.02)
  })

  it('does not care where the lamp stands', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 1, noNaN: true }),
        fc.double({ min: 0.3, max: 1, noNaN: true }),
        fc.double({ min: 0.15, max: 0.85, noNaN: true }),
        (left, right, share) => {
          const { share: found } = contactPattern(
            photo({ isBlue: stripes(share), light: (x, y) => (left + ((right - left) * x) / WIDTH) * (1 - (0.3 * y) / HEIGHT) }),
            CORNERS,
          )
          expect(Math.abs(found - share)).toBeLessThan(0.02)
        },
      ),
      { numRuns: 8 },
    )
  })

  it('knows a bare face and a full one', () => {
    expect(contactPattern(photo({ isBlue: () => false }), CORNERS).share).toBeLessThan(0.005)
    expect(contactPattern(photo({ isBlue: () => true }), CORNERS).share).toBeGreaterThan(0.995)
  })

  it('puts the blue into its fields, by area of the face', () => {
    const { grid, share } = contactPattern(photo({ isBlue: (u, v) => u > 0.5 && v < 0.5 }), CORNERS)
    expect(share).toBeCloseTo(0.25, 1)
    grid.forEach((row, i) =>
      row.forEach((field, j) => expect(Math.abs(field - (j >= 6 && i < 3 ? 1 : 0)), `row ${i}, column ${j}`).toBeLessThan(0.06)),
    )
  })

  it.each<[string, Scene['isBlue'], object]>([
    ['both ends', u => u < 0.15 || u > 0.85, { edgeLoading: 'both ends', sideLoading: 'none' }],
    ['one end', u => u > 0.85, { edgeLoading: 'last end', sideLoading: 'none' }],
    ['the upper side', (_u, v) => v < 0.4, { edgeLoading: 'none', sideLoading: 'upper' }],
    ['nothing in particular', stripes(0.6), { edgeLoading: 'none', sideLoading: 'none', highSpots: [] }],
  ])('sees %s', (_name, isBlue, found) => expect(contactPattern(photo({ isBlue }), CORNERS)).toMatchObject(found))

  it('sees a hard spot in a bare face', () => {
    const { highSpots } = contactPattern(
      photo({ isBlue: (u, v) => Math.abs(u - 4.5 / 12) < 0.04 && Math.abs(v - 2.5 / 6) < 0.08 }),
      CORNERS,
    )
    expect(highSpots).toEqual([{ row: 2, column: 4, share: expect.closeTo(0.92, 1) as number }])
  })

  it('follows a threshold that is set by hand, and can be stopped', () => {
    const picture = photo({ isBlue: stripes(0.5) })
    expect(contactPattern(picture, CORNERS, { threshold: -1 }).share).toBe(1)
    expect(contactPattern(picture, CORNERS, { threshold: 1 }).share).toBe(0)
    const steps: number[] = []
    expect(
      code(() =>
        contactPattern(picture, CORNERS, {
          onProgress: (share) => {
            steps.push(share)
            return steps.length < 3
          },
        }),
      ),
    ).toBe('contact.stopped')
    expect(steps).toEqual([0, 0.1, 0.2])
  })

  const good = photo({ isBlue: stripes(0.5), noise: 0 })
  it.each<[string, Picture, Corner[], string]>([
    ['bytes that are no picture', { ...good, data: good.data.slice(5) }, CORNERS, 'contact.picture'],
    ['a picture of nothing', { width: 0, height: 0, data: new Uint8Array() }, CORNERS, 'contact.picture'],
    ['three corners', good, CORNERS.slice(1), 'contact.corners'],
    ['a corner outside', good, CORNERS.with(0, { x: -1, y: 0 }), 'contact.corners'],
    ['crossed corners', good, [CORNERS[0]!, CORNERS[2]!, CORNERS[1]!, CORNERS[3]!], 'contact.corners'],
    ['corners on a line', good, [0, 1, 2, 3].map(i => ({ x: 10 * i, y: 10 * i })), 'contact.corners'],
  ])('refuses %s', (_name, picture, corners, expected) => expect(code(() => contactPattern(picture, corners))).toBe(expected))
})
