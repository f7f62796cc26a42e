import type { Step } from '../schema'

const RANGE = /torque[^;]*?(\d+(?:\.\d+)?)\s?[–-]\s?(\d+(?:\.\d+)?)\s?N·m/i

/** What the torque tools of a step reach, N·m, where they say so. */
export const torqueRanges = (step: Step): (readonly [number, number])[] =>
  (step.tools ?? []).flatMap((tool) => {
    const [, from, to] = RANGE.exec(tool) ?? []
    return from ? [[Number(from), Number(to)] as const] : []
  })
