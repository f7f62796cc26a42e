import { expect, test } from 'vitest'
import { normalBelow, studentBelow, studentPoint } from './student-t'

test('equals the tables of Student’s t and of the normal distribution', () => {
  // Abramowitz and Stegun, table 26.10: t that |T| stays below with 80, 95 and 99.8 %.
  const table: [number, number, number, number][] = [
    [1, 3.078, 12.706, 318.309], [2, 1.886, 4.303, 22.327], [3, 1.638, 3.182, 10.215], [5, 1.476, 2.571, 5.893], [6, 1.440, 2.447, 5.208],
    [10, 1.372, 2.228, 4.144], [30, 1.310, 2.042, 3.385], [120, 1.289, 1.980, 3.160],
  ]
  for (const [nu, ...points] of table) {
    for (const [i, chance] of [0.9, 0.975, 0.999].entries()) {
      expect(studentPoint(chance, nu)).toBeCloseTo(points[i]!, 2)
      expect(studentBelow(points[i]!, nu)).toBeCloseTo(chance, 3)
      expect(studentPoint(1 - chance, nu)).toBeCloseTo(-points[i]!, 2)
    }
  }
  expect([0, 1, 1.959963984540054, -2.3263478740408408, 20, -20].map(normalBelow).map(chance => Math.round(chance * 1e9) / 1e9))
    .toEqual([0.5, 0.841344746, 0.975, 0.01, 1, 0])
  // Where the exact sum ends and the normal takes over, nobody sees it.
  for (const t of [-6, -2.5, -0.3, 0, 1, 3]) expect(studentBelow(t, 201)).toBeCloseTo(studentBelow(t, 200), 4)
  expect(studentBelow(1.5, 100_000)).toBeCloseTo(normalBelow(1.5), 5)
  expect([studentBelow(Infinity, 3), studentBelow(-Infinity, 3)]).toEqual([1, 0])
})
