import type { Choice, Fit, HandCheck, Sheet, Step } from './schema'

/** Which things of a sheet stay. */
export interface Keep {
  step: (step: Step) => boolean
  part?: (key: string) => boolean
  /** Marks go anyway when no step makes them. */
  mark?: (key: string) => boolean
}

/**
 * A sheet without some of its steps and parts, still in order: what stood on a step that is left out stands on what that step stood
 * on, and nothing names anything that is gone. Marks, positions and joints go with the parts and steps they belong to.
 *
 * @returns a new document; the one given is not changed
 */
export function leaveOut(sheet: Sheet, keep: Keep): Sheet {
  const stays = new Set(sheet.steps.filter(keep.step).map(step => step.key))
  const before = standsOn(sheet, stays)
  const partStays = keep.part ?? (() => true)
  const parts = sheet.parts.filter(part => partStays(part.key))
  const positions = sheet.positions.filter(position => partStays(position.part))
  const positionStays = keysOf(positions)
  const joints = sheet.joints.filter(joint => partStays(joint.fastener))
  const jointStays = keysOf(joints)
  const partnerStays = ({ position, part }: Fit['hole']) => (position === undefined || positionStays.has(position)) && (part === undefined || partStays(part))
  const fits = only(sheet.fits, fit => partnerStays(fit.hole) && partnerStays(fit.shaft))
  const made = new Set(sheet.steps.filter(step => stays.has(step.key)).flatMap(step => step.makes ?? []).filter(keep.mark ?? (() => true)))
  const marks = sheet.marks.filter(mark => made.has(mark.key)).map(mark => ({ ...mark, between: only(mark.between, partStays) ?? mark.between }))

  const steps = sheet.steps.filter(step => stays.has(step.key)).map(step => prune<Step>({
    ...step,
    after: [...new Set(step.after.flatMap(before))],
    removes: only(step.removes, piece => partStays(piece.part)),
    refits: only(step.refits, piece => partStays(piece.part)),
    reads: only(step.reads, read => positionStays.has(read.position))?.map(read => prune<typeof read>({
      ...read, backTo: read.backTo && stays.has(read.backTo) ? read.backTo : undefined, keeps: read.keeps && positionStays.has(read.keeps.position) ? read.keeps : undefined,
    })),
    makes: only(step.makes, mark => made.has(mark)),
    checks: only(step.checks, mark => made.has(mark)),
    decides: only(step.decides, partStays),
    behind: only(step.behind, partStays),
    tightens: step.tightens && jointStays.has(step.tightens) ? step.tightens : undefined,
    waits: only(step.waits, wait => stays.has(wait.after)),
    owes: only(step.owes, debt => stays.has(debt.paidBy)),
    treats: step.treats && only(step.treats.parts, partStays) ? { ...step.treats, parts: only(step.treats.parts, partStays)! } : undefined,
    outside: step.outside && only(step.outside.parts, partStays) ? { ...step.outside, parts: only(step.outside.parts, partStays)! } : undefined,
    feels: step.feels?.map(check => feelsLeft(check, stays)),
  }))
  const asked = new Set(steps.map(step => step.chooses))
  const choices = sheet.choices?.filter(choice => asked.has(choice.key)).map(choice =>
    choice.proposal && !choice.proposal.readings.every(read => positionStays.has(read.position)) ? prune<Choice>({ ...choice, proposal: undefined }) : choice)
  const dryZones = sheet.dryZones?.filter(zone => zone.parts.some(partStays)).map(zone => ({ ...zone, parts: zone.parts.filter(partStays), near: zone.near.filter(partStays) }))
  const assemblies = sheet.assemblies?.map(assembly => ({ ...assembly, parts: assembly.parts.filter(partStays) })).filter(assembly => assembly.parts.length > 0)
  return prune<Sheet>({ ...sheet, assemblies: assemblies?.length ? assemblies : undefined, fits, choices: choices?.length ? choices : undefined, dryZones: dryZones?.length ? dryZones : undefined, parts, positions, marks, joints, steps })
}

/** A hand check whose causes no longer lead to steps that are gone. */
function feelsLeft(check: HandCheck, stays: ReadonlySet<string>): HandCheck {
  const left = ({ backTo, ...cause }: HandCheck['wrong'][number]['causes'][number]) => backTo && stays.has(backTo) ? { ...cause, backTo } : cause
  return { ...check, wrong: check.wrong.map(wrong => ({ ...wrong, causes: wrong.causes.map(left) })) }
}

/** For a step key: itself when it stays, otherwise what it stood on that stays. Circles end where they close; `checkSheet` names them. */
function standsOn(sheet: Sheet, stays: ReadonlySet<string>): (key: string) => string[] {
  const after = new Map(sheet.steps.map(step => [step.key, step.after]))
  const known = new Map<string, string[]>()
  const look = (key: string): string[] => {
    if (stays.has(key)) return [key]
    const found = known.get(key)
    if (found) return found
    known.set(key, [])
    const through = [...new Set((after.get(key) ?? []).flatMap(look))]
    known.set(key, through)
    return through
  }
  return look
}

const keysOf = (list: readonly { key: string }[]) => new Set(list.map(item => item.key))

/** The items that stay; undefined when none does, because a sheet names no empty lists. */
function only<T>(list: readonly T[] | undefined, stays: (item: T) => boolean): T[] | undefined {
  const left = list?.filter(stays)
  return left?.length ? left : undefined
}

function prune<T extends object>(thing: { [K in keyof T]: T[K] | undefined }): T {
  return Object.fromEntries(Object.entries(thing).filter(([, value]) => value !== undefined)) as T
}
