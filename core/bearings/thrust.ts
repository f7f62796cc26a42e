import { DomainError } from '../domain-error'
import { endFloat } from '../metrology'
import { withoutDust } from '../numbers'
import type { WorkingLine } from '../working'

type Pushes = Parameters<typeof endFloat>[0]

export interface ThrustFloat {
  beforeMm: number
  afterMm: number
  /** After closing minus before, mm. */
  changeMm: number
  /** True when closing has taken more than both spreads and a hundredth of a millimetre: something is clamped. */
  isPinched: boolean
  working: WorkingLine[]
}

const SMALLEST_CHANGE_MM = 0.01

/**
 * Float of a thrust bearing before and after its casing is closed: it must stay what it was.
 *
 * @param before pushes with the casing open, as `endFloat` takes them
 * @param after pushes with the casing closed
 * @throws DomainError those of `endFloat`
 * Source: general practice.
 * @example thrustFloat([{ oneStopMm: 0, otherStopMm: 0.32 }], [{ oneStopMm: 0, otherStopMm: 0.31 }]).isPinched // false
 */
export function thrustFloat(before: Pushes, after: Pushes): ThrustFloat {
  const [open, closed] = [endFloat(before), endFloat(after)]
  const changeMm = withoutDust(closed.meanMm - open.meanMm)
  const isPinched = changeMm < -Math.max(SMALLEST_CHANGE_MM, open.spreadMm + closed.spreadMm)
  const working: WorkingLine[] = [
    ...open.working.map(line => ({ ...line, label: 'Float, open' })),
    ...closed.working.map(line => ({ ...line, label: 'Float, closed' })),
    {
      label: 'Change by closing',
      formula: 'closed − open',
      substituted: `${closed.meanMm.toFixed(3)} − ${open.meanMm.toFixed(3)}`,
      result: `${changeMm.toFixed(3)} mm${isPinched ? ': clamped' : ''}`,
      source: 'general practice',
    },
  ]
  return { beforeMm: open.meanMm, afterMm: closed.meanMm, changeMm, isPinched, working }
}

export interface LocknutTabs {
  /** Movement along the axis a tab, µm. */
  perTabUm: number
  /** Whole tabs to turn for the wanted change; positive tightens (less clearance). */
  tabs: number
  /** Clearance that follows, µm. */
  resultUm: number
  working: WorkingLine[]
}

/**
 * How many tabs of the lockwasher a locknut is turned to bring the end clearance where it is wanted.
 *
 * @param pitchMm pitch of the nut, mm
 * @param tabs tabs of the washer that fit its slots, on a full turn
 * @param presentUm present clearance, µm
 * @param wantedUm wanted clearance, µm
 * @throws DomainError `locknut.input` with the field
 * Source: geometry of the thread; whole tabs only, because the nut must be locked.
 * @example locknutTabs({ pitchMm: 2, tabs: 17, presentUm: 400, wantedUm: 160 }) // perTabUm 117.6, tabs 2
 */
export function locknutTabs({
  pitchMm,
  tabs,
  presentUm,
  wantedUm,
}: {
  pitchMm: number
  tabs: number
  presentUm: number
  wantedUm: number
}): LocknutTabs {
  if (!(pitchMm > 0 && pitchMm < 20))
    throw new DomainError('locknut.input', 'The pitch is greater than zero, most often 0.75 to 6 mm.', { field: 'pitchMm' })
  if (!Number.isInteger(tabs) || tabs < 1 || tabs > 100)
    throw new DomainError('locknut.input', 'A lockwasher has between 1 and 100 tabs.', { field: 'tabs' })
  if (!Number.isFinite(presentUm + wantedUm) || wantedUm < 0)
    throw new DomainError('locknut.input', 'Present and wanted clearance must be numbers, the wanted one not below zero.', {
      field: 'wantedUm',
    })
  const perTabUm = (pitchMm * 1000) / tabs
  const turn = Math.round((presentUm - wantedUm) / perTabUm)
  const resultUm = presentUm - turn * perTabUm
  const working: WorkingLine[] = [
    {
      label: 'Movement a tab',
      formula: 'pitch ÷ tabs',
      substituted: `${pitchMm} mm ÷ ${tabs}`,
      result: `${perTabUm.toFixed(1)} µm`,
      source: 'geometry of the thread',
    },
    {
      label: turn < 0 ? 'Loosen by' : 'Tighten by',
      formula: '(present − wanted) ÷ movement a tab, whole',
      substituted: `(${presentUm} − ${wantedUm}) ÷ ${perTabUm.toFixed(1)}`,
      result: `${Math.abs(turn)} ${Math.abs(turn) === 1 ? 'tab' : 'tabs'}, then ${resultUm.toFixed(0)} µm`,
      source: 'a nut is locked at whole tabs',
    },
  ]
  return { perTabUm, tabs: turn, resultUm, working }
}

export interface EndClearance {
  totalMm: number
  /** How far the turning part must go to stand in the middle, mm. */
  shiftMm: number
  towards: 'drive end' | 'other end' | 'stays'
  working: WorkingLine[]
}

const CENTRED_MM = 0.005

/**
 * Where a turning part must go so that its clearance to both end faces is the same.
 *
 * @param driveEndMm clearance at the drive end, mm
 * @param otherEndMm clearance at the other end, mm
 * @throws DomainError `end-clearance.input` with the field
 * Source: geometry: half of the difference, towards the wider side.
 * @example centreEndClearance({ driveEndMm: 0.32, otherEndMm: 0.2 }) // shiftMm 0.06, towards 'drive end'
 */
export function centreEndClearance({ driveEndMm, otherEndMm }: { driveEndMm: number, otherEndMm: number }): EndClearance {
  for (const [field, value] of Object.entries({ driveEndMm, otherEndMm })) {
    if (!(value >= 0 && Number.isFinite(value))) throw new DomainError('end-clearance.input', 'Clearances are zero or more.', { field })
  }
  const difference = driveEndMm - otherEndMm
  const shiftMm = withoutDust(Math.abs(difference) / 2)
  const towards = shiftMm < CENTRED_MM ? 'stays' : difference > 0 ? 'drive end' : 'other end'
  return {
    totalMm: driveEndMm + otherEndMm,
    shiftMm,
    towards,
    working: [
      {
        label: 'Shift',
        formula: '|drive end − other end| ÷ 2',
        substituted: `|${driveEndMm} − ${otherEndMm}| ÷ 2`,
        result: `${shiftMm.toFixed(3)} mm${towards === 'stays' ? '' : ` towards the ${towards}`}`,
        source: 'geometry',
      },
    ],
  }
}
