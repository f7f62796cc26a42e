import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { kitNeed, randomFrom, upgradeSheet, type Need, type Part, type SheetDocument } from '#core'
import type { EntryInput, PlanInput } from '#shared/wire/stores'
import type { Person } from '#shared/wire/types'
import type { Database } from '../server/db/client'
import { stockItem } from '../server/db/schema'
import { addPlan } from '../server/services/plans'
import { writeEntries } from '../server/services/stock-book'
import { approveFit, addItem, holdForPlan, orderItem } from '../server/services/stores'
import { newestReleased } from '../server/services/sheets'

/* The stores of Merrow Sound: parts for the kinds that are overhauled most, some shelves too empty, one ring too old,
  and what is planned. */

/** Which kinds have parts in the stores: sheet, prefix of their numbers, site, and whether there is a kit in a box. */
const KINDS = [
  ['split-casing-lift-pump', 'LP', 'intake', true], ['cycloidal-reducer', 'CR', 'intake', false], ['hygienic-pump', 'HP', 'desalting', true],
  ['diaphragm-dosing-pump', 'DP', 'desalting', true], ['gear-pump', 'GP', 'sludge', false], ['turbocharger', 'TC', 'sludge', true],
  ['dual-cartridge-pump', 'CP', 'sludge', false], ['sliding-vane-pump', 'VP', 'sludge', false],
] as const
const DAY_MS = 86_400_000
const SHELF_LIFE_MONTHS = 84
/** On the shelves stands what an overhaul needs; of these shares of it there is none, or more than enough. */
const [NONE, PLENTY] = [0.18, 0.6]

/** Days from the day of seeding, who plans it, and what is planned; the one in a week is held for. */
const PLANS: readonly (readonly [string, number, string, string, Partial<PlanInput>, boolean])[] = [
  ['P-101', 12, 'Planned overhaul at 31 000 h', 'okafor', { kitComplete: true }, true],
  ['DP-431', 7, 'Diaphragm due', 'lindqvist', {}, true],
  ['P-441', 40, 'Seal and bearings, planned', 'lindqvist', { kitComplete: true }, false],
  ['TC-546', 25, 'Planned overhaul at 16 000 h', 'duarte', { kitComplete: true }, false],
  ['CP-592', 44, 'Both cartridges', 'duarte', { depth: 'failure-analysis' }, false],
  ['R-202', 71, 'Backlash, planned', 'marsh', { kitComplete: true }, false],
]

const dayAfter = (now: Date, days: number) => new Date(now.getTime() + days * DAY_MS).toISOString().slice(0, 10)

/** Fills shelves and plan, through the same services as people do. */
export async function seedStores(db: Database, people: ReadonlyMap<string, Person>, now: Date): Promise<void> {
  const [planner, engineer] = [people.get('osei')!, people.get('varga')!]
  const random = randomFrom(77)
  let hasOld = false
  for (const [sheetKey, prefix, site, hasKit] of KINDS) {
    const document = upgradeSheet((await newestReleased(db, sheetKey))!.document)
    const parts = new Map(document.parts.map(part => [part.key, part]))
    const need = needOf(document)
    const entries: EntryInput[] = []
    for (const [i, { part, name, count }] of need.entries()) {
      const keeps = doesNotKeep(parts.get(part)!)
      const number = `${prefix}-${String(110 + i * 5)}`
      await addItem(db, {
        number, name, makersNumber: null, shelfLifeMonths: keeps ? SHELF_LIFE_MONTHS : null, leastStock: count > 4 ? count : 1,
        leadDays: 7 + Math.floor(random() * 40),
        kitOf: null, contents: [],
      })
      await approveFit(db, engineer, number, { sheet: sheetKey, part, when: null, units: null, rank: 1 })
      const item = await idOf(db, number)
      const chance = random()
      const pieces = chance < NONE ? 0 : chance < PLENTY ? count : count * 2
      if (pieces === 0) continue
      // One batch of the lift pump's rings was cured so long ago that its days are over.
      const isOld: boolean = prefix === 'LP' && keeps && !hasOld
      hasOld ||= isOld
      const cured = dayAfter(now, isOld ? -(SHELF_LIFE_MONTHS * 31) : -Math.floor(200 + random() * 900))
      const lot = keeps ? cured.slice(2, 7).replace('-', '') : ''
      const at = { item, site, lot, ...keeps ? { cured } : {} }
      entries.push({ id: randomUUID(), ...at, deed: 'received', count: pieces })
      if (!isOld) entries.push({ id: randomUUID(), item, site, lot, deed: 'released', count: pieces })
    }
    if (hasKit) {
      // Lock washers and split pins have never been in the box.
      const contents = need.filter(({ part }) => !['locking part', 'fastener'].includes(parts.get(part)!.kind))
        .map(({ part, count }) => ({ part, count }))
      const number = `${prefix}-100`
      await addItem(db, { number, name: `Kit, ${document.title.toLowerCase()}`, makersNumber: null, shelfLifeMonths: null, leastStock: 1, leadDays: 42, kitOf: sheetKey, contents })
      const item = await idOf(db, number)
      if (prefix !== 'TC') entries.push(...(['received', 'released'] as const).map(deed => ({ id: randomUUID(), item, site, lot: 'K1', deed, count: 1 })))
      else await orderItem(db, planner, { id: randomUUID(), item, site, count: 1, expected: dayAfter(now, 18), note: null })
    }
    const refused = (await writeEntries(db, planner, entries)).find(({ outcome, code }) => outcome === 'refused' && code !== 'lot.expired')
    if (refused) throw new Error(`The demonstration stumbles in the stores: ${refused.message}`)
  }
  for (const [tag, days, reason, who, more, isHeld] of PLANS) {
    const id = randomUUID()
    await addPlan(db, planner, tag, {
      id, day: dayAfter(now, days), reason, depth: 'routine', target: null, kitComplete: false, who: people.get(who)!.id, note: null, ...more,
    })
    if (isHeld) await holdForPlan(db, planner, id)
  }
}

/** What a whole overhaul of the kind needs, as it is built by its first options. */
const needOf = (document: SheetDocument): Need[] => kitNeed(document, { kitComplete: true })

/** Rubber ages on the shelf. */
const RUBBER: ReadonlySet<Part['kind']> = new Set(['o-ring', 'lip seal', 'elastomer', 'diaphragm'])
const doesNotKeep = ({ kind }: Part) => RUBBER.has(kind)

async function idOf(db: Database, number: string): Promise<string> {
  const [row] = await db.select({ id: stockItem.id }).from(stockItem).where(eq(stockItem.number, number))
  return row!.id
}
