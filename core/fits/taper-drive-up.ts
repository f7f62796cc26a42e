import { DomainError } from '../domain-error'
import { formatQuantity } from '../units'
import type { WorkingLine } from '../working'

export interface TaperDriveUp {
  /** Way along the axis from firm contact to the wanted interference, mm. */
  driveUpMm: number
  /** Whether the blued contact is enough; undefined when none was named. */
  contactIsEnough: boolean | undefined
  working: WorkingLine[]
}

/**
 * How far a hub or bearing is driven up its taper for a wanted interference on the diameter.
 *
 * @param taperRatio n of a taper 1 : n on the diameter, e.g. 12 or 10
 * @param interferenceUm wanted interference on the diameter, µm
 * @param smoothedUm loss by roughness on the diameter, µm, added to the way; 0 when it was driven up before
 * @param contactShare blued share of the seat, 0 to 1, with `neededShare` (0.8 is general practice for hydraulic and keyless hubs)
 * @throws DomainError `taper.input`
 * Range: shaft and hub even warm; the zero is firm metal contact, taken up by hand with the maker's start load.
 * Source: geometry of the taper, way = n · (δ + loss).
 * @example taperDriveUp({ taperRatio: 12, interferenceUm: 60 }).driveUpMm // 0.72
 */
export function taperDriveUp({
  taperRatio,
  interferenceUm,
  smoothedUm = 0,
  contactShare,
  neededShare = 0.8,
}: {
  taperRatio: number
  interferenceUm: number
  smoothedUm?: number | undefined
  contactShare?: number | undefined
  neededShare?: number | undefined
}): TaperDriveUp {
  if (!(taperRatio >= 1 && taperRatio <= 100))
    throw new DomainError('taper.input', 'A taper is written 1 : n with n from 1 to 100.', { field: 'taperRatio' })
  if (!(interferenceUm > 0 && Number.isFinite(interferenceUm)))
    throw new DomainError('taper.input', 'The wanted interference is greater than zero.', { field: 'interferenceUm' })
  if (!(smoothedUm >= 0 && Number.isFinite(smoothedUm)))
    throw new DomainError('taper.input', 'The loss by roughness is zero or more.', { field: 'smoothedUm' })
  if (contactShare !== undefined && !(contactShare >= 0 && contactShare <= 1))
    throw new DomainError('taper.input', 'The contact is a share from 0 to 100 %.', { field: 'contactShare' })
  const driveUpMm = (taperRatio * (interferenceUm + smoothedUm)) / 1000
  const contactIsEnough = contactShare === undefined ? undefined : contactShare >= neededShare
  const working: WorkingLine[] = [
    {
      label: 'Drive-up',
      formula: 'n · (interference + loss by roughness)',
      substituted: `${taperRatio} · (${interferenceUm} + ${smoothedUm}) µm`,
      result: formatQuantity(driveUpMm, 'length', { decimals: 2 }),
      source: 'geometry of the taper; zero at firm contact',
    },
  ]
  if (contactShare !== undefined)
    working.push({
      label: 'Contact',
      formula: 'blued share ≥ needed share',
      substituted: `${Math.round(contactShare * 100)} % ≥ ${Math.round(neededShare * 100)} %`,
      result: contactIsEnough ? 'enough' : 'not enough: lap or replace',
      source: 'general practice',
    })
  return { driveUpMm, contactIsEnough, working }
}
