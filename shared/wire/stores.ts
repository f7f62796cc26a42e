import Joi from 'joi'
import { DEPTHS, LEDGER_DEEDS, type Depth, type KitCheck, type LedgerDeed, type LotStock, type Shortage } from '#core'
import { list } from './list'
import { id } from './id'
import { day, words, type PieceRun, type PLAN_STATUSES } from './fleet'

/* What crosses the wire of planned jobs and of the stores. */

const count = Joi.number().integer().min(1).max(100_000)

export interface PlanInput {
  id: string
  day: string
  reason: string
  depth: Depth
  target: string | null
  kitComplete: boolean
  who: string | null
  note: string | null
}
export const planShape = {
  day, reason: words(300).min(3), depth: Joi.valid(...DEPTHS), target: Joi.string().max(60).allow(null), kitComplete: Joi.boolean(),
  who: id('the number of a person').allow(null), note: words(500).allow(null),
}

export interface PlanRow {
  id: string
  unit: string
  unitName: string
  site: string
  day: string
  reason: string
  depth: Depth
  target: string | null
  kitComplete: boolean
  who: { id: string, name: string } | null
  note: string | null
  status: (typeof PLAN_STATUSES)[number]
  job: string | null
  version: number
  by: string
  /** How it stands with what it needs; null for a machine without a sheet. */
  kit: { state: KitCheck['state'], short: number, held: number, lines: number } | null
}

/** One line of what a planned job needs, with where it comes from. */
export interface PlanNeedLine {
  part: string
  name: string
  count: number
  why: string
  inKit: number
  fromStock: { item: string, number: string, name: string, count: number }[]
  held: number
  short: number
  neverInKit: boolean
  alternatives: { number: string, name: string }[]
}
/** `waiting`: pieces that are held and still on the shelf. */
export interface PlanNeed { plan: PlanRow, waiting: number, kit: { number: string, name: string, held: boolean } | null,
  lines: PlanNeedLine[] }

export interface ItemInput {
  number: string
  name: string
  makersNumber: string | null
  shelfLifeMonths: number | null
  leastStock: number
  leadDays: number
  kitOf: string | null
  contents: { part: string, count: number }[]
}
export const itemShape = {
  number: Joi.string().trim().pattern(/^[A-Z0-9][A-Z0-9.-]{0,29}$/, 'capital letters, digits, dots and hyphens'), name: words(120),
  makersNumber: words(80).allow(null), shelfLifeMonths: Joi.number().integer().min(1).max(600).allow(null),
  leastStock: Joi.number().integer().min(0).max(100_000), leadDays: Joi.number().integer().min(0).max(2000), kitOf: words(80).allow(null),
  contents: list().items(Joi.object({ part: Joi.string().max(60).required(), count: count.required() })).max(300),
}

export interface ItemRow extends ItemInput {
  id: string
  retired: boolean
  version: number
  /** Over the sites within reach. */
  quarantine: number
  shelf: number
  free: number
  held: number
  expired: number
  ordered: number
}

export interface LotRow {
  site: string
  lot: string
  cured: string | null
  /** The last day on which it may go in; null keeps for ever. */
  goodUntil: string | null
  isExpired: boolean
  extendedTo: string | null
  stock: LotStock
  /** Of a piece with a number: where it has run. */
  runs: PieceRun[]
}

/** One line that is written into the book. */
export interface EntryInput {
  id: string
  item: string
  site: string
  lot: string
  deed: LedgerDeed
  count: number
  plan?: string
  order?: string
  cured?: string
  fromQuarantine?: boolean
  note?: string
}
export const MOST_ENTRIES = 500
export const entryInput = Joi.object<EntryInput>({
  id: id('the number of an entry').required(), item: id('the number of an item').required(), site: words(60).required(),
  lot: Joi.string().trim().max(60).allow('').required(), deed: Joi.valid(...LEDGER_DEEDS).required(),
  count: Joi.number().integer().min(0).max(100_000).required(), plan: id('the number of a planned job'), order: id('the number of an order'),
  cured: day, fromQuarantine: Joi.boolean(), note: words(300),
})
export interface EntryOutcome { id: string, outcome: 'recorded' | 'known' | 'refused', code?: string, message?: string }

export interface EntryRow {
  id: string
  site: string
  lot: string
  deed: LedgerDeed
  count: number
  plan: string | null
  order: number | null
  fromQuarantine: boolean
  note: string | null
  by: string
  at: string
}

export interface OrderInput { id: string, item: string, site: string, count: number, expected: string, note: string | null }
export const orderInput = Joi.object<OrderInput>({
  id: id('the number of an order').required(), item: id('the number of an item').required(), site: words(60).required(), count: count.required(),
  expected: day.required(), note: words(300).allow(null).default(null),
})
export interface OrderRow {
  id: string
  number: number
  item: string
  itemNumber: string
  itemName: string
  site: string
  count: number
  received: number
  expected: string
  note: string | null
  closed: boolean
  by: string
  at: string
}

export interface FitInput { sheet: string, part: string, when: Record<string, string[]> | null, units: string[] | null, rank: number }
export const fitInput = Joi.object<FitInput>({
  sheet: words(80).required(), part: Joi.string().max(60).required(),
  when: Joi.object().pattern(words(60), list().items(words(60)).min(1).max(20)).max(10).allow(null).default(null),
  units: list().items(words(40)).min(1).max(200).allow(null).default(null), rank: Joi.number().integer().min(1).max(99).default(1),
})
/** Where an item fits; `builds` names the ways of building that it is for, an option each. */
export interface FitRow extends FitInput { id: string, partName: string, sheetTitle: string, builds: string[], by: string, at: string }

export interface ItemAnswer { item: ItemRow, lots: LotRow[], entries: EntryRow[], orders: OrderRow[], fits: FitRow[] }

/** What must be ordered, with what it is. */
export interface ShortageRow extends Shortage { site: string, number: string, name: string, leadDays: number, units: string[] }

/** What the stores write of a part at a shop outside; `version` 0 is the first time. */
export interface OutsideInput { shop: string, instruction: string, promised: string | null, version: number }
export const outsideInput = Joi.object<OutsideInput>({
  shop: words(120).required(), instruction: words(1000).required(), promised: day.allow(null).required(),
  version: Joi.number().integer().min(0).max(1_000_000).required(),
})
export interface OutsideRow {
  job: string
  number: number
  unit: string
  site: string
  part: string
  name: string
  count: number
  since: string
  sentBy: string
  order: { shop: string, instruction: string, promised: string | null, version: number, by: string } | null
}
