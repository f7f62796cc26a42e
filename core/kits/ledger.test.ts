import * as fc from 'fast-check'
import { expect, test } from 'vitest'
import { EMPTY_LOT, freeOf, LEDGER_DEEDS, ledgerStock, lotKey, refuseEntry, withEntry, type LedgerEntry, type LotStock } from './ledger'

const entry: fc.Arbitrary<LedgerEntry> = fc.record({
  id: fc.integer({ min: 0, max: 60 }).map(String), deed: fc.constantFrom(...LEDGER_DEEDS), item: fc.constantFrom('A', 'B'), lot: fc.constantFrom('', 'L1'),
  count: fc.integer({ min: 0, max: 9 }), job: fc.constantFrom('1', '2'), fromQuarantine: fc.boolean(),
})
const all = ({ quarantine, shelf, reserved, issued }: LotStock) => [quarantine, shelf, ...Object.values(reserved), ...Object.values(issued)]

test('nothing ever falls below zero, nobody holds what is not there, and nothing is made or lost but by name', () => {
  fc.assert(fc.property(fc.array(entry, { maxLength: 80 }), (entries) => {
    let lot = EMPTY_LOT
    for (const one of entries) {
      if (refuseEntry(lot, one)) continue
      const after = withEntry(lot, one)
      expect(Math.min(...all(after), freeOf(after))).toBeGreaterThanOrEqual(0)
      const sum = (of: LotStock) => of.quarantine + of.shelf + Object.values(of.issued).reduce((total, count) => total + count, 0)
      const by = one.deed === 'received' ? one.count : one.deed === 'scrapped' ? -one.count : one.deed === 'counted' ? one.count - lot.shelf : 0
      expect(sum(after)).toBe(sum(lot) + by)
      lot = after
    }
  }))
})

test('an entry that comes again counts once, however the sendings are mixed', () => {
  const book = fc.uniqueArray(entry, { selector: ({ id }) => id, maxLength: 40 })
  fc.assert(fc.property(book, fc.array(fc.nat(), { maxLength: 40 }), (entries, again) => {
    const once = ledgerStock(entries)
    // A retry comes any time after its first sending.
    const mixed = [...entries]
    for (const at of again) {
      if (entries.length === 0) break
      const first = mixed.indexOf(entries[at % entries.length]!)
      mixed.splice(first + 1 + at % (mixed.length - first), 0, entries[at % entries.length]!)
    }
    // One that could not stand at its first sending is refused to its sender, and not tried again by itself.
    const stood = new Set<string>()
    const sums = new Map<string, LotStock>()
    for (const one of entries) {
      const lot = sums.get(lotKey(one)) ?? EMPTY_LOT
      if (refuseEntry(lot, one)) continue
      stood.add(one.id)
      sums.set(lotKey(one), withEntry(lot, one))
    }
    expect(ledgerStock(mixed.filter(({ id }) => stood.has(id)))).toEqual(once)
  }))
})

test('a job takes what is held for it, then what is free, and never what is held for another', () => {
  const lot = [
    { deed: 'received', count: 10 }, { deed: 'released', count: 8 }, { deed: 'reserved', count: 5, job: 'mine' }, { deed: 'reserved', count: 2, job: 'other' },
  ].reduce((sum, one) => withEntry(sum, one as LedgerEntry), EMPTY_LOT)
  expect([lot.quarantine, freeOf(lot)]).toEqual([2, 1])
  expect(refuseEntry(lot, { deed: 'issued', count: 7, job: 'mine' })?.message).toBe('Only 6 are free or held for this job; 7 cannot be taken.')
  const after = withEntry(lot, { deed: 'issued', count: 6, job: 'mine' })
  expect(after).toEqual({ quarantine: 2, shelf: 2, reserved: { other: 2 }, issued: { mine: 6 } })
  expect(refuseEntry(after, { deed: 'counted', count: 1 })?.code).toBe('stock.held')
  expect(refuseEntry(after, { deed: 'returned', count: 7, job: 'mine' })?.code).toBe('stock.too-few')
  expect(withEntry(after, { deed: 'returned', count: 1, job: 'mine' })).toMatchObject({ quarantine: 3, issued: { mine: 5 } })
  for (const wrong of [{ deed: 'received', count: 0 }, { deed: 'received', count: 1.5 }, { deed: 'issued', count: 1 }, { deed: 'released', count: 3 }])
    expect(refuseEntry(after, wrong as LedgerEntry)).not.toBeNull()
})
