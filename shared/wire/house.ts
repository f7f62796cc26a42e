/* The house: its sites, its tablets, and its first day, as the server tells of them. */

/** How somebody has come in. */
export const ENTRY_WAYS = ['password', 'code', 'badge'] as const
export type EntryWay = (typeof ENTRY_WAYS)[number]

/** What a new house does, one after the other. */
export const FIRST_STEPS = ['sites', 'people', 'machines', 'instruments', 'overhaul'] as const
export type FirstStep = (typeof FIRST_STEPS)[number]

/** A site as the office keeps it; `used` counts what names it. */
export interface SitePlan {
  key: string
  name: string
  place: number
  timeZone: string
  bays: string[]
  closedAt: string | null
  version: number
  units: number
  openJobs: number
}

/** A tablet of the house. */
export interface HouseDeviceRow {
  id: string
  name: string
  site: string
  siteName: string
  bay: string | null
  restMinutes: number
  by: string
  at: string
  /** Who works at it now. */
  who: string | null
  /** The one that asks. */
  isThis: boolean
}

/** What a tablet of the house knows of itself. */
export interface HouseHere { name: string, site: string, siteName: string, bay: string | null, restMinutes: number }

export interface BadgeRow { id: string, name: string, at: string, usedAt: string | null }

/** The first day of a house: what is done, what was left out, and whether it is over. */
export interface FirstDay {
  steps: { step: FirstStep, isDone: boolean, isLeftOut: boolean }[]
  /** The overhaul that is on the bench, where there is one. */
  openJob: { id: string, tag: string } | null
  /** Nobody else could release a hold point. */
  isAlone: boolean
  /** A first overhaul was closed. */
  isOver: boolean
}

/** Whom a code is for. */
export interface EntryGreeting { name: string, login: string, needsPin: boolean }

/** What a tablet signs to show that it is the one: bound to what is entered with it. */
export const houseText = (challenge: string, badge: string, pin: string): string =>
  ['needler house entry', challenge, badge, pin].join('\n')
