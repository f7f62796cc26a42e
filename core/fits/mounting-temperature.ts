import { DomainError } from '../domain-error'
import { formatQuantity } from '../units'
import type { WorkingLine } from '../working'

export type HeatingMethod = 'no heat' | 'induction heater' | 'oven' | 'cool the shaft too'

export interface MountingTemperature {
  /** What the part must have when it goes on, with the loss on the way added, °C. */
  temperatureC: number
  /** False when the cap forbids it. */
  allowed: boolean
  /** The gentlest way that reaches it. */
  method: HeatingMethod
  /** When the cap forbids it: what clearance is left at the cap, µm; negative still bites. */
  clearanceAtCapUm: number
  /**
   * When the cap forbids it: temperature of the shaft that brings the rest, °C, if the shaft is as long-lived in the cold as steel is;
   * else undefined.
   */
  shaftTemperatureC: number | undefined
  working: WorkingLine[]
}

export interface MountingInput {
  /** Diameter of the seat, mm. */
  fitDiameterMm: number
  /** Largest interference on the diameter, µm; a clearance is negative. */
  interferenceUm: number
  /** Clearance wanted while it slides on, µm on the diameter. */
  clearanceUm: number
  /** Coefficient of expansion of the heated part per K: steel 11 to 12.5 · 10⁻⁶. */
  alphaPerK: number
  roomC: number
  /** Highest temperature the part stands, °C: rolling bearings usually 120, sealed and greased ones 80 to 110, by the maker. */
  capC?: number | undefined
  /** What the part loses on the way from the heater to the seat, K. */
  handlingLossK?: number | undefined
}

/** Cold spray and dry ice reach this with parts of steel; liquid gases are work for those who are trained for it. */
const COLDEST_SHAFT_C = -70
/** Above this an even oven is gentler than induction, which heats thin ribs first. */
const INDUCTION_TO_C = 240
/** No part of an overhaul is heated beyond without the maker: steel loses its temper. */
const USUAL_CAP_C = 300

/**
 * Temperature at which a part slides over its seat with a wanted clearance.
 *
 * @returns temperature, whether the cap allows it, and the gentlest method, with the working
 * @throws DomainError `heat.input` with the field for what is no number or not positive
 * Range: free linear expansion; the caps are general practice, the maker's manual stands above them.
 * Source: ΔT = (δ + s) ÷ (α d), linear expansion; e.g. Niemann, Maschinenelemente I, shrink fits.
 * @example mountingTemperature({ fitDiameterMm: 70, interferenceUm: 30, clearanceUm: 30, alphaPerK: 12e-6, roomC: 20, capC: 120
 *   }).temperatureC // 91.4
 */
export function mountingTemperature({
  fitDiameterMm,
  interferenceUm,
  clearanceUm,
  alphaPerK,
  roomC,
  capC = USUAL_CAP_C,
  handlingLossK = 0,
}: MountingInput): MountingTemperature {
  const need = (holds: boolean, field: string, message: string) => {
    if (!holds) throw new DomainError('heat.input', message, { field })
  }
  need(fitDiameterMm > 0 && Number.isFinite(fitDiameterMm), 'fitDiameterMm', 'The seat needs a diameter greater than zero.')
  need(Number.isFinite(interferenceUm), 'interferenceUm', 'The interference must be a number.')
  need(clearanceUm >= 0 && Number.isFinite(clearanceUm), 'clearanceUm', 'The wanted clearance is zero or more.')
  need(alphaPerK > 0 && alphaPerK < 1e-3, 'alphaPerK', 'The coefficient of expansion is a small number per kelvin, for steel 0.000012.')
  need(roomC > -60 && roomC < 80, 'roomC', `A room of ${roomC} °C is no workshop.`)
  need(capC > roomC, 'capC', 'The cap lies above the temperature of the room.')
  need(handlingLossK >= 0 && handlingLossK < 200, 'handlingLossK', 'The loss on the way is between 0 and 200 K.')
  const umPerK = alphaPerK * fitDiameterMm * 1000
  const riseK = Math.max(0, (interferenceUm + clearanceUm) / umPerK)
  const temperatureC = riseK === 0 ? roomC : roomC + riseK + handlingLossK
  const allowed = temperatureC <= capC
  const clearanceAtCapUm = (Math.max(capC, roomC) - roomC - handlingLossK) * umPerK - interferenceUm
  const shaftC = roomC - (clearanceUm - clearanceAtCapUm) / umPerK
  const method: HeatingMethod
    = riseK === 0 ? 'no heat' : !allowed ? 'cool the shaft too' : temperatureC <= INDUCTION_TO_C ? 'induction heater' : 'oven'
  const c = (value: number) => formatQuantity(value, 'temperature', { decimals: 0 })
  const working: WorkingLine[] = [
    {
      label: 'Growth a kelvin',
      formula: 'α d',
      substituted: `${alphaPerK.toExponential(2)} · ${fitDiameterMm}`,
      result: `${umPerK.toFixed(3)} µm/K`,
      source: 'linear expansion',
    },
    {
      label: 'Warmer than the shaft by',
      formula: '(interference + clearance) ÷ (α d)',
      substituted: `(${interferenceUm} + ${clearanceUm}) ÷ ${umPerK.toFixed(3)}`,
      result: `${riseK.toFixed(0)} K`,
      source: 'linear expansion',
    },
    {
      label: 'Temperature of the part',
      formula: 'room + rise + loss on the way',
      substituted: `${roomC} + ${riseK.toFixed(1)} + ${riseK === 0 ? 0 : handlingLossK}`,
      result: c(temperatureC),
      source: 'general practice for the loss',
    },
    {
      label: 'Allowed up to',
      formula: 'cap of the part',
      substituted: c(capC),
      result: allowed ? 'allowed' : 'too hot',
      source: 'maker’s manual first; general practice',
    },
  ]
  if (!allowed)
    working.push({
      label: 'Clearance at the cap',
      formula: '(cap − loss − room) α d − interference',
      substituted: `(${capC} − ${handlingLossK} − ${roomC}) · ${umPerK.toFixed(3)} − ${interferenceUm}`,
      result: formatQuantity(clearanceAtCapUm / 1000, 'length', { unit: 'µm', decimals: 0, signed: true }),
      source: 'linear expansion',
    })
  return {
    temperatureC,
    allowed,
    method,
    clearanceAtCapUm,
    shaftTemperatureC: !allowed && shaftC >= COLDEST_SHAFT_C ? shaftC : undefined,
    working,
  }
}

export interface GripInput {
  /** What the part has when it leaves the heater, °C. */
  temperatureC: number
  roomC: number
  /** Diameter of the seat in mm and largest interference in µm: they say when it grips. */
  fitDiameterMm: number
  interferenceUm: number
  alphaPerK: number
  massKg: number
  /** Surface that gives heat to the air, m². */
  surfaceM2: number
  /** Heat transfer to still air with radiation, W/(m²·K): 10 to 15 is usual. */
  transferWPerM2K?: number | undefined
  /** Specific heat, J/(kg·K): steel 470. */
  specificHeatJPerKgK?: number | undefined
}

export interface Grip {
  /** From the heater until it grips; Infinity when it never does in this room. */
  seconds: number
  /** Temperature at which its bore has shrunk to the seat. */
  gripC: number
  working: WorkingLine[]
}

/**
 * Temperature at which a heated part grips: what is left of its growth is the interference.
 *
 * Range: seat at the temperature of the room. Source: T = room + δ ÷ (α d), linear expansion.
 * @example gripTemperature({ roomC: 20, interferenceUm: 30, fitDiameterMm: 70, alphaPerK: 12e-6 }) // 55.7
 */
export const gripTemperature = ({
  roomC,
  interferenceUm,
  fitDiameterMm,
  alphaPerK,
}: Pick<GripInput, 'roomC' | 'interferenceUm' | 'fitDiameterMm' | 'alphaPerK'>): number =>
  roomC + interferenceUm / (alphaPerK * fitDiameterMm * 1000)

/**
 * How long a heated part stays loose in the air before its bore has shrunk to the seat.
 *
 * @returns seconds from the heater until it grips, and the temperature at which it does
 * @throws DomainError `heat.input`; `heat.cold` when it is too cold to go on from the beginning
 * Range: in the hand or the sling. Once it touches the cold shaft it grips within seconds: put it on in one move.
 * Source: lumped cooling (Newton), t = m c ÷ (h A) · ln((T − room) ÷ (T_grip − room)); valid while the part is evenly warm.
 * @example gripTime({ temperatureC: 110, roomC: 20, fitDiameterMm: 70, interferenceUm: 30, alphaPerK: 12e-6, massKg: 2.5, surfaceM2:
 *   0.06 }).seconds // 1508
 */
export function gripTime({
  temperatureC,
  roomC,
  fitDiameterMm,
  interferenceUm,
  alphaPerK,
  massKg,
  surfaceM2,
  transferWPerM2K = 12,
  specificHeatJPerKgK = 470,
}: GripInput): Grip {
  for (const [field, value] of Object.entries({ fitDiameterMm, alphaPerK, massKg, surfaceM2, transferWPerM2K, specificHeatJPerKgK })) {
    if (!(value > 0 && Number.isFinite(value)))
      throw new DomainError('heat.input', 'Diameter, expansion, mass, surface, heat transfer and specific heat are greater than zero.', {
        field,
      })
  }
  if (!Number.isFinite(temperatureC + roomC + interferenceUm))
    throw new DomainError('heat.input', 'Temperatures and interference must be numbers.', { field: 'temperatureC' })
  const gripC = gripTemperature({ roomC, interferenceUm, fitDiameterMm, alphaPerK })
  if (gripC >= temperatureC)
    throw new DomainError('heat.cold', `It grips at ${gripC.toFixed(0)} °C already; ${temperatureC.toFixed(0)} °C is not enough to go on.`)
  const working: WorkingLine[] = [
    {
      label: 'Grips at',
      formula: 'room + δ ÷ (α d)',
      substituted: `${roomC} + ${interferenceUm} ÷ (${alphaPerK.toExponential(2)} · ${fitDiameterMm * 1000})`,
      result: formatQuantity(gripC, 'temperature', { decimals: 0 }),
      source: 'linear expansion',
    },
  ]
  if (gripC <= roomC) return { seconds: Infinity, gripC, working }
  const seconds = ((massKg * specificHeatJPerKgK) / (transferWPerM2K * surfaceM2)) * Math.log((temperatureC - roomC) / (gripC - roomC))
  working.push({
    label: 'Stays loose in the air for',
    formula: 'm c ÷ (h A) · ln((T − room) ÷ (T_grip − room))',
    substituted: `${massKg} · ${specificHeatJPerKgK} ÷ (${transferWPerM2K} · ${surfaceM2}) · ln(${(temperatureC - roomC).toFixed(1)} ÷ ${(gripC - roomC).toFixed(1)})`,
    result: formatQuantity(seconds, 'time', { unit: 'min', decimals: 1 }),
    source: 'lumped cooling (Newton)',
  })
  return { seconds, gripC, working }
}
