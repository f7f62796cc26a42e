import { DomainError } from '../domain-error'
import type { WorkingLine } from '../working'

/**
 * What a dial says at the four quarters, mm, as read: from any zero, plus is the plunger pushed in. Right is right as seen from the movable
 * machine.
 */
export interface Quarters { topMm: number, rightMm: number, bottomMm: number, leftMm: number }

interface Feet {
  /** From the plane of the dial on the movable hub to its front feet, mm. */
  toFrontFeetMm: number
  /** From the front to the rear feet of the movable machine, mm. */
  betweenFeetMm: number
}

export type AlignmentInput = Feet & (
  | {
    method: 'rim and face'
    /** Bracket on the fixed shaft, dials on rim and face of the movable hub. */
    rim: Quarters
    face: Quarters
    /** Circle that the face dial runs on, mm. */
    faceDiameterMm: number
    /** What the rim dial reads at the bottom of a stiff pipe, zeroed at its top, mm; a bracket that droops reads minus. */
    rimSagMm?: number | undefined
  }
  | {
    method: 'two dials'
    /** Bracket on the fixed shaft, dial on the rim of the movable hub. */
    onMovable: Quarters
    /** Bracket on the movable shaft, dial on the rim of the fixed hub. */
    onFixed: Quarters
    /** Between the planes of both dials, mm. */
    dialsApartMm: number
    onMovableSagMm?: number | undefined
    onFixedSagMm?: number | undefined
  }
)

/** One plane, of the movable shaft against the fixed one: plus is up, or right. */
export interface AlignedPlane {
  /** In the plane of the dial on the movable hub, mm. */
  offsetMm: number
  /** mm per mm along the shaft, away from the coupling; plus climbs, and the gap is closed at the top (right). */
  slope: number
  /** What each pair of feet must be moved by, mm: plus is shims in, or to the right. */
  frontFeetMm: number
  rearFeetMm: number
}

export interface CouplingAlignment {
  vertical: AlignedPlane
  horizontal: AlignedPlane
  /** How far top and bottom miss right and left, of each dial, mm: a turn that does not close was not one. */
  closesMm: number[]
  working: WorkingLine[]
}

const QUARTERS = ['topMm', 'rightMm', 'bottomMm', 'leftMm'] as const
const mm = (value: number, decimals = 3) => `${value >= 0 ? '+' : '−'}${Math.abs(value).toFixed(decimals)} mm`

/** Offset of what the dial runs on against the shaft that carries it; the bracket's droop is taken off. */
const offsetOf = ({ topMm, rightMm, bottomMm, leftMm }: Quarters, sagMm: number) =>
  ({ up: (topMm - (bottomMm - sagMm)) / 2, right: (rightMm - leftMm) / 2 })

const closes = ({ topMm, rightMm, bottomMm, leftMm }: Quarters) => Math.abs(topMm + bottomMm - rightMm - leftMm)

function need(input: AlignmentInput): void {
  const refuse = (sentence: string, field: string): never => {
    throw new DomainError('alignment.input', sentence, { field })
  }
  const dials: Record<string, Quarters> = input.method === 'rim and face'
    ? { rim: input.rim, face: input.face }
    : { onMovable: input.onMovable, onFixed: input.onFixed }
  for (const [field, dial] of Object.entries(dials))
    if (!QUARTERS.every(quarter => Number.isFinite(dial[quarter]))) refuse('A dial is read at four quarters: top, right, bottom, left.', field)
  const lengths = {
    betweenFeetMm: input.betweenFeetMm,
    ...input.method === 'rim and face' ? { faceDiameterMm: input.faceDiameterMm } : { dialsApartMm: input.dialsApartMm },
  }
  for (const [field, length] of Object.entries(lengths))
    if (!(length > 0 && Number.isFinite(length))) refuse('Distances are greater than zero.', field)
  if (!Number.isFinite(input.toFrontFeetMm)) refuse('How far are the front feet from the dial on the movable hub?', 'toFrontFeetMm')
  const sags = input.method === 'rim and face'
    ? { rimSagMm: input.rimSagMm }
    : { onMovableSagMm: input.onMovableSagMm, onFixedSagMm: input.onFixedSagMm }
  for (const [field, sag] of Object.entries(sags))
    if (sag !== undefined && !(Math.abs(sag) <= 1)) refuse('A sag is the reading at the bottom of a stiff pipe, within 1 mm.', field)
}

/**
 * How two coupled shafts lie to each other, from dials read at four quarters, and what the feet of the movable machine must move by.
 *
 * @param input both methods in mm as read; see `Quarters` for the signs
 * @returns offset, slope and moves in both planes
 * @throws DomainError `alignment.input`
 * Range: shafts nearly in line (slopes below 0.01), both turned together, the machine cold; its growth is for who uses the figures.
 * Source: plane geometry; general practice of rim-and-face and of two rim dials read against each other.
 * @example couplingAlignment({ method: 'rim and face', rim: { topMm: 0, rightMm: 0.1, bottomMm: 0.2, leftMm: 0.1 }, face, … })
 *   .vertical.offsetMm // -0.1
 */
export function couplingAlignment(input: AlignmentInput): CouplingAlignment {
  need(input)
  const { toFrontFeetMm, betweenFeetMm } = input
  const plane = (offsetMm: number, slope: number): AlignedPlane => ({
    offsetMm, slope,
    frontFeetMm: -(offsetMm + slope * toFrontFeetMm),
    rearFeetMm: -(offsetMm + slope * (toFrontFeetMm + betweenFeetMm)),
  })
  const source = input.method === 'rim and face' ? 'rim and face, plane geometry' : 'two rim dials, plane geometry'
  if (input.method === 'rim and face') {
    const { rim, face, faceDiameterMm, rimSagMm = 0 } = input
    const offset = offsetOf(rim, rimSagMm)
    const vertical = plane(offset.up, (face.topMm - face.bottomMm) / faceDiameterMm)
    const horizontal = plane(offset.right, (face.rightMm - face.leftMm) / faceDiameterMm)
    return {
      vertical, horizontal, closesMm: [closes(rim), closes(face)],
      working: [
        {
          label: 'Offset, vertical', formula: '(top − (bottom − sag)) ÷ 2', substituted: `(${rim.topMm} − (${rim.bottomMm} − ${rimSagMm})) ÷ 2`,
          result: mm(vertical.offsetMm), source,
        },
        {
          label: 'Slope, vertical', formula: '(top − bottom) ÷ circle of the face dial',
          substituted: `(${face.topMm} − ${face.bottomMm}) ÷ ${faceDiameterMm}`,
          result: `${mm(vertical.slope * 100)} in 100 mm`, source,
        },
        ...moved(input, vertical, horizontal),
      ],
    }
  }
  const { onMovable, onFixed, dialsApartMm, onMovableSagMm = 0, onFixedSagMm = 0 } = input
  const [here, there] = [offsetOf(onMovable, onMovableSagMm), offsetOf(onFixed, onFixedSagMm)]
  // The second dial sees the fixed shaft from the movable one: the same with its sign turned.
  const vertical = plane(here.up, (here.up + there.up) / dialsApartMm)
  const horizontal = plane(here.right, (here.right + there.right) / dialsApartMm)
  return {
    vertical, horizontal, closesMm: [closes(onMovable), closes(onFixed)],
    working: [
      {
        label: 'Offset at the movable hub, vertical', formula: '(top − (bottom − sag)) ÷ 2',
        substituted: `(${onMovable.topMm} − (${onMovable.bottomMm} − ${onMovableSagMm})) ÷ 2`, result: mm(here.up), source,
      },
      {
        label: 'Slope, vertical', formula: '(offset here + offset there) ÷ dials apart', substituted: `(${here.up.toFixed(3)} + ${there.up.toFixed(3)}) ÷ ${dialsApartMm}`,
        result: `${mm(vertical.slope * 100)} in 100 mm`, source,
      },
      ...moved(input, vertical, horizontal),
    ],
  }
}

const moved = ({ toFrontFeetMm, betweenFeetMm }: Feet, vertical: AlignedPlane, horizontal: AlignedPlane): WorkingLine[] => [
  {
    label: 'Front feet', formula: '−(offset + slope · distance)', substituted: `−(${vertical.offsetMm.toFixed(3)} + ${vertical.slope.toFixed(6)} · ${toFrontFeetMm})`,
    result: `${mm(vertical.frontFeetMm, 2)} of shims, ${mm(horizontal.frontFeetMm, 2)} to the right`, source: 'plane geometry',
  },
  {
    label: 'Rear feet', formula: '−(offset + slope · distance)',
    substituted: `−(${vertical.offsetMm.toFixed(3)} + ${vertical.slope.toFixed(6)} · ${toFrontFeetMm + betweenFeetMm})`,
    result: `${mm(vertical.rearFeetMm, 2)} of shims, ${mm(horizontal.rearFeetMm, 2)} to the right`, source: 'plane geometry',
  },
]
