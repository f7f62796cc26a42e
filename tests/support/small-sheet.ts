import { checkSheet, type Limb, type Sheet, type Step } from '#core'

export interface SmallStep { key: string, limb: Limb, after?: string[], rung?: string, removes?: Record<string, number>, refits?: Record<string, number> }

const pieces = (counts: Record<string, number>) => Object.entries(counts).map(([part, count]) => ({ part, count }))

/** A sheet of nothing but steps and parts, to think about order and counts; a refit comes after its removal. It is checked like any other. */
export function smallSheet(parts: Record<string, number>, steps: readonly SmallStep[]): Sheet {
  const removalsOf = (rung: string) => steps.filter(step => step.rung === rung && step.limb === 'off').map(step => step.key)
  return checkSheet({
    format: 'needler-sheet/1', key: 'small', revision: 1, title: 'Small machine', family: 'test', summary: 'For a test.', notice: 'For a test.',
    parts: Object.entries(parts).map(([key, count]) => ({ key, name: key, count, kind: 'small part' })),
    positions: [], marks: [], joints: [],
    steps: steps.map(({ key, limb, after = [], rung, removes, refits }) => ({
      key, limb, stage: limb === 'off' ? 'take-apart' : limb === 'on' ? 'refit' : 'clean', title: key, why: 'For a test.', minutes: 1, after: [...new Set([...after, ...limb === 'on' && rung ? removalsOf(rung) : []])],
      ...(rung ? { rung } : {}), ...(removes ? { removes: pieces(removes) } : {}), ...(refits ? { refits: pieces(refits) } : {}),
    } satisfies Step)),
  })
}

/** Ticks as a bench keeps them. */
export const ticked = (...keys: string[]) => Object.fromEntries(keys.map(key => [key, true]))
