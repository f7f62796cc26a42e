import { DomainError } from '../domain-error'
import type { WorkingLine } from '../working'

/** Light of a helium lamp, as every light box for faces has it. */
const HELIUM_UM = 0.58756

const finite = (value: number, what: string) => {
  if (!Number.isFinite(value)) throw new DomainError('face.not-a-number', `${what} is a number.`)
}

/**
 * How flat a lapped face is, by the light bands that an optical flat shows on it.
 *
 * @param bands how many bands a band is bent by, or that are counted from edge to edge of a closed figure; or `curvatureMm` of a band
 *   against the distance of two bands, `spacingMm`
 * @param wavelengthUm of the light; helium where left out
 * @throws DomainError `face.bands`, `face.not-a-number`
 * Range: straight bands say flat, or convex by less than can be seen; it does not say which way a bent one is out.
 * Source: interference at half a wavelength; helium 587.56 nm.
 * @example faceFlatness({ bands: 3 }).flatnessUm // 0.881
 */
export function faceFlatness(
  input: { wavelengthUm?: number } & ({ bands: number } | { curvatureMm: number, spacingMm: number }),
): { flatnessUm: number, bands: number, working: WorkingLine[] } {
  const { wavelengthUm = HELIUM_UM } = input
  if (!(wavelengthUm > 0 && Number.isFinite(wavelengthUm))) throw new DomainError('face.bands', 'A wavelength is greater than zero.')
  if (!('bands' in input) && !(input.spacingMm > 0 && Number.isFinite(input.spacingMm)))
    throw new DomainError('face.bands', 'Bands lie apart by more than nothing.')
  const bands = 'bands' in input ? input.bands : input.curvatureMm / input.spacingMm
  if (!(bands >= 0 && Number.isFinite(bands))) throw new DomainError('face.bands', 'Bands are counted: zero or more.')
  const flatnessUm = bands * wavelengthUm / 2
  return {
    flatnessUm, bands,
    working: [
      ...'bands' in input
        ? []
        : [{ label: 'Bands', formula: 'curvature ÷ spacing', substituted: `${input.curvatureMm} ÷ ${input.spacingMm}`,
            result: bands.toFixed(2), source: 'geometry of the bands' }],
      {
        label: 'Flatness', formula: 'bands × λ ÷ 2', substituted: `${Number(bands.toFixed(2))} × ${wavelengthUm} µm ÷ 2`,
        result: `${flatnessUm.toFixed(2)} µm`, source: 'interference; helium 587.56 nm',
      },
    ],
  }
}

export interface WearTrack {
  widthMm: number
  /** Mean diameter of the track, and of the narrow face that made it. */
  centreMm: number
  faceCentreMm: number
  /** How far the one face runs off the other: half of what the track is wider. */
  wanderMm: number
  says: string
}

/** What a micrometer eyepiece or a caliper cannot tell from nothing, mm. */
const TRACE_MM = 0.05

/**
 * What the track on the wide face says of how the narrow one ran.
 *
 * @param insideMm diameters of the track; @param faceInsideMm diameters of the narrow face
 * @returns wander 0 or less: the track is no wider than the face, so it ran true, or did not touch on its whole width
 * @throws DomainError `face.track`, `face.not-a-number`
 * Source: geometry: a ring that orbits by e sweeps a track that is wider by 2e.
 * @example wearTrack({ insideMm: 49.6, outsideMm: 56.4, faceInsideMm: 50, faceOutsideMm: 56 }).wanderMm // 0.2
 */
export function wearTrack({ insideMm, outsideMm, faceInsideMm, faceOutsideMm }: {
  insideMm: number, outsideMm: number, faceInsideMm: number, faceOutsideMm: number
}): WearTrack {
  for (const value of [insideMm, outsideMm, faceInsideMm, faceOutsideMm]) finite(value, 'A diameter')
  if (!(insideMm > 0 && outsideMm > insideMm && faceInsideMm > 0 && faceOutsideMm > faceInsideMm))
    throw new DomainError('face.track', 'Track and face each have an inside that is smaller than their outside.')
  const widthMm = (outsideMm - insideMm) / 2
  const faceMm = (faceOutsideMm - faceInsideMm) / 2
  const wanderMm = (widthMm - faceMm) / 2
  return {
    widthMm, centreMm: (insideMm + outsideMm) / 2, faceCentreMm: (faceInsideMm + faceOutsideMm) / 2, wanderMm,
    says: wanderMm > TRACE_MM
      ? 'wider than the narrow face: one of the two runs off its centre by this much'
      : wanderMm < -TRACE_MM ? 'narrower than the face: it did not touch on its whole width' : 'as wide as the face: it ran true',
  }
}

export interface FaceMaterial {
  key: string
  name: string
  /** Runs against these, hard against soft first. */
  runsWith: readonly string[]
  cleanWith: readonly string[]
  never: readonly string[]
  /** A mark can be put on it that is still there tomorrow. */
  takesMark: boolean
  note: string
}

/**
 * What faces are made of: what they run with, what they may be cleaned with, whether a mark stays.
 *
 * Source: general practice of the trade; drawing and maker stand above it.
 */
export const FACE_MATERIALS: readonly FaceMaterial[] = [
  {
    key: 'carbon', name: 'Carbon, impregnated', runsWith: ['silicon carbide', 'tungsten carbide', 'alumina', 'hardened steel'],
    cleanWith: ['isopropyl alcohol', 'acetone, briefly'], never: ['strong acid', 'abrasive', 'a rag with chips'], takesMark: false,
    note: 'Soft and porous: no mark stays on it. Its place is kept by a photo and a tag.',
  },
  {
    key: 'silicon carbide', name: 'Silicon carbide', runsWith: ['carbon', 'silicon carbide', 'tungsten carbide'],
    cleanWith: ['isopropyl alcohol', 'acetone'], never: ['a blow', 'caustic on the reaction-bonded grade'], takesMark: true,
    note: 'Hard and brittle: chips at its edges. Felt pen on its back only, never on the face.',
  },
  {
    key: 'tungsten carbide', name: 'Tungsten carbide', runsWith: ['carbon', 'tungsten carbide', 'silicon carbide'],
    cleanWith: ['isopropyl alcohol', 'acetone'], never: ['strong acid: it leaches the binder'], takesMark: true,
    note: 'Heavy and hard; heat checks when it runs dry. Felt pen on its back only.',
  },
  {
    key: 'alumina', name: 'Alumina', runsWith: ['carbon'], cleanWith: ['isopropyl alcohol', 'acetone'],
    never: ['cold on hot: it cracks by thermal shock', 'hydrofluoric acid'], takesMark: true,
    note: 'Cracks when it is chilled. Felt pen on its back only.',
  },
  {
    key: 'hardened steel', name: 'Hardened or faced steel', runsWith: ['carbon'], cleanWith: ['isopropyl alcohol', 'clean solvent'],
    never: ['abrasive'], takesMark: true, note: 'Rusts by a wet hand: dry it.',
  },
]

export interface FacePair {
  verdict: 'usual' | 'possible' | 'no pair'
  sentence: string
}

/**
 * Whether two face materials run together.
 *
 * @throws DomainError `face.material`
 * Source: general practice; the maker of the seal decides.
 * @example facePair('carbon', 'silicon carbide').verdict // 'usual'
 */
export function facePair(one: string, other: string): FacePair {
  const [a, b] = [one, other].map((key) => {
    const found = FACE_MATERIALS.find(material => material.key === key)
    if (!found) throw new DomainError('face.material',
      `"${key}" is no face material that is known here: ${FACE_MATERIALS.map(f => f.key).join(', ')}.`)
    return found
  }) as [FaceMaterial, FaceMaterial]
  if (!a.runsWith.includes(b.key) && !b.runsWith.includes(a.key))
    return { verdict: 'no pair', sentence: `${a.name} on ${b.name.toLowerCase()} seizes or wears fast.` }
  return a.key === 'carbon' || b.key === 'carbon'
    ? { verdict: 'usual', sentence: 'Soft on hard: forgives a short dry run.' }
    : { verdict: 'possible', sentence: 'Hard on hard: for abrasive products, and never dry, not even for seconds.' }
}
