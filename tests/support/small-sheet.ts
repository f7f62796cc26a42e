import { checkSheet, sheetForUnit, type Limb, type Sheet, type Step } from '#core'

export interface SmallStep {
  key: string
  limb: Limb
  after?: string[]
  rung?: string
  removes?: Record<string, number>
  refits?: Record<string, number>
}

const pieces = (counts: Record<string, number>) => Object.entries(counts).map(([part, count]) => ({ part, count }))

/**
 * A sheet of nothing but steps and parts, to think about order and counts; a refit comes after its removal. It is checked like any other.
 */
export function smallSheet(parts: Record<string, number>, steps: readonly SmallStep[]): Sheet {
  const removalsOf = (rung: string) => steps.filter(step => step.rung === rung && step.limb === 'off').map(step => step.key)
  return sheetForUnit(checkSheet({
    format: 'needler-sheet/2',
    key: 'small',
    revision: 1,
    title: 'Small machine',
    family: 'test',
    summary: 'For a test.',
    notice: 'For a test.',
    parts: Object.entries(parts).map(([key, count]) => ({ key, name: key, count, kind: 'small part' })),
    positions: [],
    marks: [],
    joints: [],
    steps: steps.map(
      ({ key, limb, after = [], rung, removes, refits }) =>
        ({
          key,
          limb,
          stage: limb === 'off' ? 'take-apart' : limb === 'on' ? 'refit' : 'clean',
          title: key,
          why: 'For a test.',
          minutes: 1,
          after: [...new Set([...after, ...(limb === 'on' && rung ? removalsOf(rung) : [])])],
          ...(rung ? { rung } : {}),
          ...(removes ? { removes: pieces(removes) } : {}),
          ...(refits ? { refits: pieces(refits) } : {}),
        }) satisfies Step,
    ),
  }))
}

/**
 * A machine of steps alone: the way to its seal forks, once or several times in a row; each way is a chain of steps of these minutes. What
 * is common stands beside the ways of the first fork.
 */
export function forkedSheet(forks: readonly (readonly (readonly number[])[])[], common: readonly number[] = []): Sheet {
  const steps: Step[] = []
  const add = (key: string, after: readonly string[], minutes: number, more: Partial<Step> = {}): string => {
    steps.push({ key, limb: 'off', stage: 'take-apart', title: key, why: 'For a test.', after: [...new Set(after)], minutes, ...more })
    return key
  }
  const chain = (name: string, minutes: readonly number[], after: string, more: Partial<Step> = {}) =>
    minutes.reduce((before, m, i) => add(`${name}-${i}`, [before], m, more), after)
  let reached: string[] = []
  forks.forEach((ways, f) => {
    const fork = add(`fork-${f}`, reached, 1, { chooses: `choice-${f}` })
    reached = ways.map((minutes, w) => chain(`fork-${f}-way-${w}`, minutes, fork, { ways: { [`choice-${f}`]: [`way-${w}`] } }))
    if (f === 0) reached.push(chain('common', common, fork))
  })
  const out = add('seal-off', reached, 1, { rung: 'seal', removes: [{ part: 'seal', count: 1 }] })
  add('seal-on', [out], 1, { limb: 'on', stage: 'refit', rung: 'seal', refits: [{ part: 'seal', count: 1 }] })
  return sheetForUnit(checkSheet({
    format: 'needler-sheet/2',
    key: 'forked',
    revision: 1,
    title: 'Forked machine',
    family: 'test',
    summary: 'For a test.',
    notice: 'For a test.',
    choices: forks.map((ways, f) => ({
      key: `choice-${f}`,
      question: 'Which way?',
      ways: ways.map((_, w) => ({ key: `way-${w}`, name: `way-${w}`, why: 'For a test.' })),
    })),
    parts: [{ key: 'seal', name: 'seal', count: 1, kind: 'seal' }],
    positions: [],
    marks: [],
    joints: [],
    steps,
  }))
}

/** Ticks as a bench keeps them. */
export const ticked = (...keys: string[]) => Object.fromEntries(keys.map(key => [key, true]))
