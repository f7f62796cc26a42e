import type { LedgerDeed } from '#core'

/** What was done at the shelf, for the book. */
export const DEED_WORDS: Readonly<Record<LedgerDeed, string>> = {
  received: 'came, into quarantine', released: 'looked at, on the shelf', reserved: 'held', unreserved: 'let go', issued: 'went to the bench',
  returned: 'came back, into quarantine', scrapped: 'scrapped', counted: 'counted',
}
