import type { Joint, Part, Position, Sheet, Step } from './schema'

/** A figure of a sheet that is another on this machine. A side of a limit that is null has none any more. */
export type Bend
  = | { of: 'limit', position: string, lower: number | null, upper: number | null }
    | { of: 'joint', joint: string, torqueNm: Joint['torqueNm'] }
    /** Of the rung that this step belongs to: so many come out, and go back. */
    | { of: 'count', step: string, part: string, count: number }
    /** A part that this machine has and its sheet does not. */
    | { of: 'part', part: Part }

/**
 * A sheet with the figures of this machine in place of its own. The newest bend of a thing counts; steps, order and words stay as they are.
 *
 * @returns a new document; the one given where nothing is bent
 * @example bentSheet(sheet, [{ of: 'limit', position: 'end-float', lower: null, upper: 0.4 }])
 */
export function bentSheet(sheet: Sheet, bends: readonly Bend[]): Sheet {
  return bends.reduce((bent, bend): Sheet => {
    switch (bend.of) {
      case 'limit': return { ...bent, positions: bent.positions.map(one => one.key === bend.position ? withLimits(one, bend) : one) }
      case 'joint':
        return { ...bent, joints: bent.joints.map(one => one.key === bend.joint ? { ...one, torqueNm: bend.torqueNm } : one) }
      case 'count': return withCount(bent, bend)
      case 'part': return bent.parts.some(part => part.key === bend.part.key) ? bent : { ...bent, parts: [...bent.parts, bend.part] }
    }
  }, sheet)
}

function withLimits(position: Position, { lower, upper }: Extract<Bend, { of: 'limit' }>): Position {
  const limits = { ...lower === null ? {} : { lower }, ...upper === null ? {} : { upper } }
  // A class of the drawing says the old figures.
  const { toleranceClass: _class, reuse, ...rest } = position
  if (!reuse) return { ...rest, limits }
  // How far it may wear stays as it is, but is never tighter than what must hold as left.
  const { lower: worn, upper: wornUp, ...form } = reuse
  return {
    ...rest,
    limits,
    reuse: {
      ...form,
      ...worn === undefined || lower === null ? {} : { lower: Math.min(worn, lower) },
      ...wornUp === undefined || upper === null ? {} : { upper: Math.max(wornUp, upper) },
    },
  }
}

/** The pieces of both sides of the rung, of the part, and of the joint that they are pulled in. */
function withCount(sheet: Sheet, { step: key, part, count }: Extract<Bend, { of: 'count' }>): Sheet {
  const step = sheet.steps.find(one => one.key === key)
  const was = [...step?.removes ?? [], ...step?.refits ?? []].find(piece => piece.part === part)?.count
  if (step === undefined || was === undefined || was === count) return sheet
  const isMeant = (one: Step) => one.key === key || (step.rung !== undefined && one.rung === step.rung)
  const moved = (pieces: Step['removes']) => pieces?.map(piece => piece.part === part ? { ...piece, count } : piece)
  const parts = sheet.parts.map((one) => {
    if (one.key !== part) return one
    // Places have a name for each piece, of which nobody knows the new ones.
    const { places: _places, ...rest } = one
    return { ...rest, count: one.count - was + count }
  })
  return {
    ...sheet,
    parts,
    joints: sheet.joints.map((joint) => {
      if (joint.fastener !== part || joint.count !== was) return joint
      const { layout: _layout, pattern: _pattern, ...rest } = joint
      return { ...rest, count }
    }),
    steps: sheet.steps.map((one) => {
      if (!isMeant(one)) return one
      const [removes, refits] = [moved(one.removes), moved(one.refits)]
      return { ...one, ...removes ? { removes } : {}, ...refits ? { refits } : {} }
    }),
  }
}
