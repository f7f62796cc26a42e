import { expect, test } from 'vitest'
import { nearestLimit } from './nearest-limit'
import { timeToLimit } from './time-to-limit'
import { trend } from './trend'

/** Exact wear from 0 by one a thousand hours. */
const line = trend([0, 1000, 2000].map(hours => ({ hours, value: hours / 1000 })))
const reaches = (limit: number) => timeToLimit(line, { limit, side: 'upper', nowHours: 2000 })

test('the nearest limit is the one that is reached first; what cannot be told says what would help', () => {
  const stands = [
    { position: 'a', name: 'Seat', time: reaches(9), readings: 3 }, { position: 'b', name: 'Ring', time: reaches(5), readings: 3 },
    { position: 'c', name: 'Bore', time: null, readings: 1 }, { position: 'd', name: 'Float', time: null, readings: 0 },
    { position: 'e', name: 'Gap', readings: 2, time: timeToLimit(trend([{ hours: 0, value: 1 }, { hours: 9, value: 2 }]), { limit: 9, side: 'upper', nowHours: 9 }) },
  ]
  const { nearest, untold } = nearestLimit(stands)
  expect(nearest).toMatchObject({ position: 'b', time: { medianHours: expect.closeTo(3000, 3) } })
  expect(untold.map(({ position, help }) => [position, help.split(' ').slice(0, 3).join(' ')])).toEqual([
    ['c', 'One more reading'], ['d', 'Nobody has measured'], ['e', 'One more reading,'],
  ])
  expect(nearestLimit([]).nearest).toBeNull()
})
