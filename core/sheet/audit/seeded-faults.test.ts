import { describe, expect, it } from 'vitest'
import { demoDocuments } from '../../../tests/support/demo-sheet'
import { randomFrom } from '../../random'
import { auditSheet, type Fit, type Joint, type Part, type Position, type SheetDocument, type Step } from '..'

/*
 * Faults that people make, put into good sheets by a program: each kind into two sheets, at a place drawn by lot. What the checker says of
 * the spoiled sheet and not of the good one must name the rule of that kind.
 */

type Draw = <T>(things: readonly T[]) => T | undefined
interface Fault { rule: string, spoil: (sheet: SheetDocument, draw: Draw) => unknown }

const isClamp = ({ purpose = 'clamp', propertyClass, variants }: Joint) => purpose === 'clamp' && propertyClass !== undefined && !variants
const joints = (sheet: SheetDocument, where: (joint: Joint) => boolean = () => true) =>
  sheet.joints.filter(joint => isClamp(joint) && where(joint))
const steps = (sheet: SheetDocument, where: (step: Step) => unknown) => sheet.steps.filter(where)
const positions = (sheet: SheetDocument, where: (position: Position) => unknown) => sheet.positions.filter(where)
const parts = (sheet: SheetDocument, where: (part: Part) => unknown) => sheet.parts.filter(where)
const change = <T>(thing: T | undefined, by: (thing: T) => void) => {
  if (thing !== undefined) by(thing)
  return thing
}
const fits = (sheet: SheetDocument, where: (fit: Fit) => unknown) => (sheet.fits ?? []).filter(where)
const massOf = (sheet: SheetDocument, part: string) => sheet.parts.find(({ key }) => key === part)?.massKg ?? 0
const isPlain = (step: Step) => !step.when && !step.ways && !step.variants
/** Moves a step in the list behind another. */
const putBehind = (sheet: SheetDocument, step: Step, other: Step) => {
  sheet.steps.splice(sheet.steps.indexOf(step), 1)
  sheet.steps.splice(sheet.steps.indexOf(other) + 1, 0, step)
}
const read = (sheet: SheetDocument, stage: string, where: (position: Position) => unknown) => sheet.steps.flatMap(step => (step.reads ?? [])
  .filter(one => one.stage === stage && positions(sheet, where).some(({ key }) => key === one.position))
  .map(one => ({ step, one, position: sheet.positions.find(({ key }) => key === one.position)! })))

const FAULTS: Readonly<Record<string, Fault>> = {
  'a torque for the next larger bolt': {
    rule: 'joint-stress',
    spoil: (sheet, draw) => change(draw(joints(sheet)), ({ torqueNm }) => { torqueNm.aim *= 2.2; delete torqueNm.to }),
  },
  'a torque with its decimal point slipped': {
    rule: 'joint-stress',
    spoil: (sheet, draw) => change(draw(joints(sheet)), ({ torqueNm }) => { torqueNm.aim /= 10; delete torqueNm.from }),
  },
  'a gasket pulled in one pass': {
    rule: 'joint-evenness', spoil: (sheet, draw) => {
      const isOnGasket = ({ key }: Joint) => sheet.steps.some(({ tightens, refits }) => tightens === key
        && refits?.some(({ part }) => sheet.parts.find(one => one.key === part)!.kind === 'gasket'))
      const soft = ({ layout, passes, snug }: Joint) => ['circle', 'rectangle'].includes(layout?.kind ?? '') && passes?.finalRound && !snug
      const wanted = joints(sheet, joint => Boolean(isOnGasket(joint) && soft(joint) && joint.count > 4))
      return change(draw(wanted), (joint) => { delete joint.passes })
    },
  },
  'bolts that nobody has laid out': {
    rule: 'joint-layout', spoil: (sheet, draw) => change(draw(joints(sheet)), (joint) => { delete joint.layout }),
  },
  'another lubricant at the step': {
    rule: 'joint-lubricant',
    spoil: (sheet, draw) => {
      const isFastener = ({ part }: { part: string }) => sheet.parts.find(({ key }) => key === part)!.kind === 'fastener'
      const tight = steps(sheet, ({ tightens, lubricant, refits = [] }) => tightens && lubricant && refits.every(isFastener)
        && sheet.joints.find(({ key }) => key === tightens)!.lubricant.kind === lubricant.kind)
      return change(draw(tight), ({ lubricant }) => { lubricant!.kind = lubricant!.kind === 'dry' ? 'oil' : 'dry' })
    },
  },
  'a wrench that does not reach': {
    rule: 'torque-tool',
    spoil: (sheet, draw) => change(draw(steps(sheet, ({ tightens }) => tightens)),
      (step) => { step.tools = ['torque wrench 900–1000 N·m'] }),
  },
  'no tool for the torque': {
    rule: 'torque-tool',
    spoil: (sheet, draw) => change(draw(steps(sheet, one => one.tightens && isPlain(one))), (step) => { step.tools = ['rag'] }),
  },
  'a title with another torque': {
    rule: 'torque-said',
    spoil: (sheet, draw) => change(draw(steps(sheet, ({ tightens }) => tightens)), (step) => { step.title += ' to 777 N·m' }),
  },
  'a final torque that nobody pays': {
    rule: 'joint-debt',
    spoil: (sheet, draw) => change(draw(sheet.joints.filter(({ snug }) => snug)), ({ snug }) => {
      delete sheet.steps.find(({ key }) => key === snug!.paidBy)!.tightens
    }),
  },
  'only part of a joint': {
    rule: 'joint-debt', spoil: (sheet, draw) => change(draw(joints(sheet, ({ count }) => count > 3)), (joint) => { joint.count -= 2 }),
  },
  'screws of another thread': {
    rule: 'fastener-thread',
    spoil: (sheet, draw) => change(
      draw(joints(sheet, ({ fastener }) => /\bM\d/.test(sheet.parts.find(({ key }) => key === fastener)!.name))),
      (joint) => { joint.thread = 'M39' },
    ),
  },
  'limits beside their class': {
    rule: 'class-limits',
    spoil: (sheet, draw) => change(draw(positions(sheet, ({ toleranceClass, variants }) => toleranceClass && !variants)), ({ limits }) => {
      limits.lower! -= 0.012
    }),
  },
  'a clearance that its sizes do not give': {
    rule: 'fit-limits',
    spoil: (sheet, draw) => change(draw(fits(sheet, ({ clearanceMm }) => clearanceMm.upper !== undefined)), ({ clearanceMm }) => {
      clearanceMm.upper! += 0.4
    }),
  },
  'a taper from one journal to the other': {
    rule: 'one-journal',
    spoil: (sheet, draw) => change(draw(positions(sheet, ({ taperMm, stations }) => taperMm && stations.length > 1)), (position) => {
      position.stations = ['drive end', 'other end']
    }),
  },
  'an instrument too coarse': {
    rule: 'uncertainty-share',
    spoil: (sheet, draw) => change(
      draw(positions(sheet, ({ limits: { lower = 0, upper = 0 }, variants }) => lower > 0 && upper > lower && !variants)),
      (position) => { position.uncertainty = 0.6 * (position.limits.upper! - position.limits.lower!) },
    ),
  },
  'an instrument too short': {
    rule: 'instrument-range',
    spoil: (sheet, draw) => change(draw(positions(sheet, ({ instrument, limits, variants }) =>
      /micrometer/.test(instrument) && (limits.lower ?? 0) > 30 && !variants)), (position) => { position.instrument = 'micrometer 0–25 mm' }),
  },
  'as found when it is apart already': {
    rule: 'measured-with',
    spoil: (sheet, draw) => change(draw(read(sheet, 'as-found', position => position.with)), ({ step, one, position }) => {
      step.reads = step.reads!.filter(other => other !== one)
      if (step.reads.length === 0) delete step.reads
      const last = sheet.steps.findLast(({ removes }) => removes?.some(({ part }) => position.with!.includes(part)))
      const late = sheet.steps[sheet.steps.indexOf(last ?? step) + 1]!
      late.reads = [...late.reads ?? [], one]
    }),
  },
  'as left before it is together': {
    rule: 'measured-with',
    spoil: (sheet, draw) => {
      const goesBack = (key: string) => sheet.steps.some(({ refits }) => refits?.some(({ part }) => part === key))
      const moved = (position: Position) => position.with?.some(goesBack)
      return change(draw(read(sheet, 'as-left', moved)), ({ step, one }) => {
        step.reads = step.reads!.filter(other => other !== one)
        if (step.reads.length === 0) delete step.reads
        const early = sheet.steps.find(({ stage }) => stage === 'get-parts')!
        early.reads = [...early.reads ?? [], one]
      })
    },
  },
  'a strip on a flooded journal': {
    rule: 'plastic-gauge',
    spoil: (sheet, draw) => change(draw(read(sheet, 'as-left', ({ name }) => /plastic gauge/i.test(name))), ({ step }) => {
      step.lubricant = { kind: 'oil', text: 'journal well oiled' }
    }),
  },
  'a strip on a shaft that turns': {
    rule: 'plastic-gauge',
    spoil: (sheet, draw) => change(draw(read(sheet, 'as-left', ({ name }) => /plastic gauge/i.test(name))), ({ step }) => {
      step.why = 'Caps at torque, the shaft turned once to spread the strip.'
    }),
  },
  'a drive-up ten times too far': {
    rule: 'taper-drive',
    spoil: (sheet, draw) => change(draw(sheet.joints.filter(({ drives }) => drives)), ({ drives }) => {
      const { limits } = sheet.positions.find(({ key }) => key === drives!.driveUp)!
      Object.assign(limits, { lower: limits.lower! * 10, upper: limits.upper! * 10 })
    }),
  },
  'a sleeve that the press cannot push': {
    rule: 'press-force',
    spoil: (sheet, draw) => change(draw(fits(sheet, ({ press }) => press)), () => {
      for (const step of sheet.steps) step.tools = step.tools?.map(tool => tool.replace(/press \d+ t/, 'press 1 t'))
    }),
  },
  'an old gasket that goes back': {
    rule: 'never-again',
    spoil: (sheet, draw) => change(draw(parts(sheet, ({ kind, neverAgain, when }) =>
      ['gasket', 'o-ring', 'lip seal', 'snap ring'].includes(kind) && neverAgain && !when)), (part) => { delete part.neverAgain }),
  },
  'a wearing part that nobody decides': {
    rule: 'part-decided',
    spoil: (sheet, draw) => change(draw(parts(sheet, ({ key, kind, neverAgain }) => !neverAgain
      && ['bearing', 'shaft', 'coupling', 'impeller', 'gear', 'piston', 'chain', 'disc', 'spring', 'valve', 'key'].includes(kind)
      && steps(sheet, ({ decides }) => decides?.includes(key)).length > 0
      && steps(sheet, ({ removes }) => removes?.some(({ part }) => part === key)).length > 0)), ({ key }) => {
      for (const step of sheet.steps) if (step.decides) step.decides = step.decides.filter(one => one !== key)
    }),
  },
  'a part that stays out': {
    rule: 'part-account',
    spoil: (sheet, draw) => change(draw(steps(sheet, ({ refits, variants }) => refits && refits.length > 1 && !variants)), (step) => {
      step.refits = step.refits!.slice(1)
    }),
  },
  'paint that goes with the wash': {
    rule: 'mark-lasts',
    spoil: (sheet, draw) => {
      const isBath = ({ treats }: Step) => ['wash', 'solvent', 'bath'].includes(treats?.how ?? '')
      const washed = new Set(steps(sheet, isBath).flatMap(({ treats }) => treats!.parts))
      return change(draw(sheet.marks.filter(({ between, way }) => way !== 'paint' && between.some(key => washed.has(key)))), (mark) => {
        mark.way = 'paint'
      })
    },
  },
  'a mark that nobody looks for': {
    rule: 'mark-lasts',
    spoil: (sheet, draw) => change(draw(sheet.marks), ({ key }) => {
      for (const step of sheet.steps) if (step.checks) step.checks = step.checks.filter(one => one !== key)
    }),
  },
  'a run while it is locked': {
    rule: 'state-needed',
    spoil: (sheet, draw) => change(draw(steps(sheet, ({ state }) => state?.makes === 'powered')),
      (step) => { step.state!.makes = 'locked off' }),
  },
  'hands in while it is powered': {
    rule: 'state-needed',
    spoil: (sheet, draw) => change(draw(steps(sheet, ({ needs }) => needs?.state === 'powered')), (step) => {
      const late = sheet.steps.findLast(({ refits }) => refits)!
      putBehind(sheet, late, step)
    }),
  },
  'a release that waits for nothing': {
    rule: 'state-order',
    spoil: (sheet, draw) => change(draw(steps(sheet, ({ state }) => state?.makes === 'powered')),
      (step) => { step.after = [sheet.steps[0]!.key] }),
  },
  'turning what is blocked': {
    rule: 'turning-blocked',
    spoil: (sheet, draw) => {
      const blocking = sheet.temporary?.filter(({ blocks }) => blocks).map(({ key }) => key) ?? []
      return change(draw(blocking), (key) => {
        for (const step of sheet.steps) if (step.takes?.includes(key)) delete step.takes
        sheet.steps.at(-1)!.takes = [key]
        sheet.steps.at(-2)!.needs = { state: 'turns by hand' }
      })
    },
  },
  'a run without its guard': {
    rule: 'guards-on',
    spoil: (sheet, draw) => {
      const guards = new Set(parts(sheet, ({ kind }) => kind === 'guard').map(({ key }) => key))
      return change(draw(steps(sheet, ({ refits }) => refits?.some(({ part }) => guards.has(part)))), (step) => {
        putBehind(sheet, step, sheet.steps.at(-1)!)
      })
    },
  },
  'hands on what just ran': {
    rule: 'hot-work',
    spoil: (sheet, draw) => change(draw(steps(sheet, ({ needs, stage }) => needs?.state === 'powered' && stage === 'run')), (step) => {
      const late = sheet.steps.findLast(({ tightens, when }) => tightens && !when)!
      delete late.cautions
      delete late.waits
      putBehind(sheet, late, step)
    }),
  },
  'a heated part without a warning': {
    rule: 'hot-work',
    spoil: (sheet, draw) => change(draw(steps(sheet, ({ refits, when }) => refits && !when)), (step) => {
      step.why = 'Warmed to 120 °C and pushed home.'
      delete step.cautions
    }),
  },
  'an energy that nobody shuts off': {
    rule: 'isolation',
    spoil: (sheet, draw) => change(draw(sheet.energies?.filter(({ when }) => !when) ?? []), ({ key }) => {
      for (const step of sheet.steps) if (step.isolates) step.isolates = step.isolates.filter(one => one !== key)
    }),
  },
  'a lift on too small a hoist': {
    rule: 'lifting-gear',
    spoil: (sheet, draw) => change(draw(steps(sheet, ({ lifts, variants }) => (lifts?.massKg ?? 0) > 60 && !variants)), (step) => {
      step.lifts!.gear = 'hoist 0.05 t'
      step.tools = ['hoist 0.05 t']
    }),
  },
  'a heavy part by one pair of hands': {
    rule: 'lifting-gear',
    spoil: (sheet, draw) => change(draw(steps(sheet, ({ removes, lifts, variants }) => !variants && lifts && removes)), (step) => {
      delete step.lifts
      delete step.tools
      for (const { part } of step.removes!) change(sheet.parts.find(({ key }) => key === part), (one) => { one.massKg = 48 })
    }),
  },
  'a load that is reckoned too light': {
    rule: 'machine-mass',
    spoil: (sheet, draw) => change(
      draw(steps(sheet, ({ lifts, removes, variants }) => lifts && !variants && removes?.some(({ part }) => massOf(sheet, part) > 20))),
      (step) => { step.lifts!.massKg = 4 },
    ),
  },
  'a blind that stays in': {
    rule: 'temporary-things',
    spoil: (sheet, draw) => change(draw(sheet.temporary?.filter(({ when }) => !when).map(({ key }) => key) ?? []), (key) => {
      for (const step of sheet.steps) if (step.takes?.includes(key)) delete step.takes
    }),
  },
  'a day that lasts an hour': {
    rule: 'wait-as-said',
    spoil: (sheet, draw) => change(draw(steps(sheet, ({ waits }) => waits)), (step) => {
      step.title = 'After a day, go on'
      step.waits![0]!.minutes = 60
    }),
  },
  'an option that changes nothing': {
    rule: 'option-followed',
    spoil: (sheet) => {
      const values = ['grey', 'blue'].map(key => ({ key, name: key }))
      return sheet.options = [...sheet.options ?? [], { key: 'paint', name: 'Paint', values }]
    },
  },
  'a size that keeps its spanner': {
    rule: 'option-followed',
    spoil: (sheet, draw) => change(draw(sheet.joints.filter(one => one.variants?.some(({ set }) => set.thread))), ({ key, fastener }) => {
      for (const step of sheet.steps) {
        if (step.tightens !== key && ![...step.removes ?? [], ...step.refits ?? []].some(({ part }) => part === fastener)) continue
        step.tools = ['spanner 19', 'torque wrench 5–400 N·m']
        for (const variant of step.variants ?? []) delete variant.set.tools
      }
    }),
  },
  'a release by one alone': {
    rule: 'release-and-return',
    spoil: (sheet, draw) => change(draw(steps(sheet, ({ state, hold }) => state?.makes === 'powered' && hold)),
      (step) => { delete step.hold }),
  },
  'a way that nothing closes': {
    rule: 'way-closed',
    spoil: (sheet, draw) => {
      const opening = (sheet.choices ?? []).filter(({ key }) => sheet.steps.some(({ ways, removes }) => ways?.[key] && removes))
      return change(draw(opening), ({ key }) => {
        for (const step of sheet.steps) if (step.ways?.[key] && step.refits) delete step.refits
      })
    },
  },
  'a torque that nobody knows': {
    rule: 'gaps',
    spoil: (sheet, draw) => {
      const isFree = ({ key, kind }: Part) => kind === 'fastener' && !sheet.joints.some(joint => joint.fastener === key)
      return change(draw(parts(sheet, isFree)), (part) => { sheet.gaps = [{ thing: part.key, field: 'torque' }] })
    },
  },
  'a record with hardly a figure': {
    rule: 'thin-readings',
    spoil: (sheet) => {
      for (const step of sheet.steps.slice(12)) delete step.reads
      return sheet
    },
  },
  'a motor with its cable on': {
    rule: 'supply-cable',
    spoil: (sheet, draw) => change(draw(parts(sheet, ({ kind, name }) => kind === 'housing' && /^(?:Flange )?motor\b/i.test(name))), () => {
      const quiet = (text: string) => text.replace(/cables?|leads|terminals?|disconnect\w*/gi, 'wire')
      for (const step of sheet.steps) {
        Object.assign(step, { title: quiet(step.title), why: quiet(step.why!) })
        for (const caution of step.cautions ?? []) caution.text = quiet(caution.text)
      }
    }),
  },
  'clips that go in after the drive screws': {
    rule: 'seal-order',
    spoil: (sheet) => {
      const seal = sheet.seals?.find(({ clips }) => clips)
      const put = seal && sheet.steps.find(({ puts }) => puts?.includes(seal.clips!))
      const out = seal && sheet.steps.find(({ removes }) => removes?.some(({ part }) => seal.drive?.some(one => one.part === part)))
      return put && out ? (putBehind(sheet, put, out), sheet) : undefined
    },
  },
  'clips out before the drive screws are tight': {
    rule: 'seal-order',
    spoil: (sheet) => {
      const seal = sheet.seals?.find(({ clips, setting }) => clips && setting?.movedBy)
      const taken = seal && sheet.steps.findLast(({ takes }) => takes?.includes(seal.clips!))
      const before = seal && sheet.steps.find(({ key }) => key === seal.setting!.movedBy![0])
      if (!taken || !before) return undefined
      sheet.steps.splice(sheet.steps.indexOf(taken), 1)
      sheet.steps.splice(sheet.steps.indexOf(before), 0, taken)
      return sheet
    },
  },
  'a gland opened under barrier pressure': {
    rule: 'seal-order',
    spoil: (sheet) => {
      const barrier = sheet.seals?.find(seal => seal.barrier)?.barrier
      const step = barrier && sheet.steps.find(({ isolates }) => isolates?.includes(barrier))
      return step ? (putBehind(sheet, step, sheet.steps.at(-1)!), sheet) : undefined
    },
  },
  'a shaft that moves after its seal was set': {
    rule: 'seal-order',
    spoil: (sheet, draw) => change(draw((sheet.seals ?? []).filter(({ setting }) => setting)), ({ setting }) => {
      setting!.movedBy = [sheet.steps.findLast(({ refits, key }) => refits && key !== setting!.step)!.key]
    }),
  },
  'mineral grease on EPDM': {
    rule: 'seal-fluid',
    spoil: (sheet, draw) => change(draw(parts(sheet, ({ wetting }) => wetting?.elastomer === 'EPDM')), (part) => {
      part.wetting!.with = 'mineral grease'
    }),
  },
  'faces that seize': {
    rule: 'seal-fluid',
    spoil: (sheet, draw) => change(draw(sheet.seals ?? []), ({ faces }) => { for (const face of faces) face.material = 'carbon' }),
  },
  'a pump left against its valve': {
    rule: 'closed-valve',
    spoil: (sheet, draw) => change(draw(steps(sheet, ({ needs }) => needs?.state === 'powered')), (step) => {
      step.why = 'Run against the closed valve and listen.'
      delete step.cautions
    }),
  },
}

const spokenOf = (sheet: SheetDocument) => new Set(auditSheet(sheet).map(({ rule, key, sentence }) => [rule, key, sentence].join(' ')))
const random = randomFrom(7)
const draw: Draw = things => things[Math.floor(random() * things.length)]

/** Two sheets of each kind, as far as there are two that offer a place for it. */
const seeded = Object.entries(FAULTS).flatMap(([kind, { rule, spoil }]) => {
  const inLot = [...demoDocuments].map(sheet => ({ sheet, lot: random() })).sort((a, b) => a.lot - b.lot)
  const spoiled = inLot.flatMap(({ sheet }) => {
    const copy = structuredClone(sheet)
    return spoil(copy, draw) ? [{ kind, rule, sheet, copy }] : []
  })
  return spoiled.slice(0, 2)
})

describe('faults that people make', () => {
  it('are of thirty kinds and more, sixty and more of them', () => {
    expect(new Set(seeded.map(({ kind }) => kind)).size).toBeGreaterThanOrEqual(30)
    expect(seeded.length).toBeGreaterThanOrEqual(60)
  })

  it('are found, at least eleven of twelve, by the rule of their kind', () => {
    const missed = seeded.filter(({ rule, sheet, copy }) => {
      const known = spokenOf(sheet)
      return !auditSheet(copy).some(one => one.rule === rule && !known.has([one.rule, one.key, one.sentence].join(' ')))
    })
    const maySlip = Math.floor(seeded.length / 12)
    expect(missed.map(({ kind, sheet }) => `${kind}: ${sheet.key}`).slice(maySlip)).toEqual([])
  })
})

it('the checker has nothing to say of the sheets of the demonstration', () => {
  expect(demoDocuments.flatMap(sheet => auditSheet(sheet).map(({ key, sentence }) => `${sheet.key} ${key}: ${sentence}`))).toEqual([])
})
