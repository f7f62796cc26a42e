import type { Sheet, Step } from '../sheet'
import { rungsOf } from './rungs'

export interface VeeRow {
  /** A step of the way down, if this row has one. */
  off?: Step
  /** A step of the way up, if this row has one. */
  on?: Step
  /** Key of the rung that ties both sides. */
  rung?: string
}

export interface Vee {
  /** From the top of the V to its point: the way down reads downwards, the way up reads upwards. */
  rows: VeeRow[]
  floor: Step[]
}

/**
 * Lays the steps of a sheet out as a V: each removal faces its refit, steps without a partner stand in the gaps between.
 * Where the way up does not mirror the way down, as many rungs as possible are kept level and the others are left untied.
 *
 * @returns every step exactly once; the off steps in sheet order downwards, the on steps in sheet order upwards
 * Source: longest increasing subsequence over the mirrored order (Fredman 1975), quadratic form, enough for 400 steps.
 * @example layOutVee(sheet).rows.filter(row => row.rung).length
 */
export function layOutVee(sheet: Sheet): Vee {
  const down = sheet.steps.filter(step => step.limb === 'off')
  const up = sheet.steps.filter(step => step.limb === 'on').reverse()
  const rows: VeeRow[] = []
  let [nextDown, nextUp] = [0, 0]

  const fillGap = (untilDown: number, untilUp: number) => {
    while (nextDown < untilDown || nextUp < untilUp) {
      const row: VeeRow = {}
      if (nextDown < untilDown) row.off = down[nextDown++]!
      if (nextUp < untilUp) row.on = up[nextUp++]!
      rows.push(row)
    }
  }
  const pairs = rungsOf(sheet).map(rung => ({ key: rung.key, down: down.indexOf(rung.off), up: up.indexOf(rung.on) }))
  for (const pair of longestRising(pairs, pair => pair.up)) {
    fillGap(pair.down, pair.up)
    rows.push({ off: down[nextDown++]!, on: up[nextUp++]!, rung: pair.key })
  }
  fillGap(down.length, up.length)
  return { rows, floor: sheet.steps.filter(step => step.limb === 'floor') }
}

function longestRising<T>(items: readonly T[], value: (item: T) => number): T[] {
  const length: number[] = []
  const before: number[] = []
  items.forEach((item, i) => {
    length[i] = 1
    before[i] = -1
    for (let j = 0; j < i; j++) {
      if (value(items[j]!) < value(item) && length[j]! >= length[i]!) {
        length[i] = length[j]! + 1
        before[i] = j
      }
    }
  })
  const chain: T[] = []
  for (let i = length.indexOf(Math.max(...length)); i >= 0; i = before[i]!) chain.unshift(items[i]!)
  return chain
}
