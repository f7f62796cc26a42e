import type { GeometryFamily, GeometryRow } from './geometry'
import type { Reach } from './finding'
import type { EvidenceReadingOf, EvidenceRole } from './words'

/** A finding that a rule looks for: one of the kinds, on one of the roles. */
export interface FindingWanted {
  roles: readonly EvidenceRole[]
  kinds: readonly string[]
  zones?: readonly string[]
  motion?: 'turning' | 'still'
  /** How far round the part such findings reach together. */
  reach?: readonly Reach[]
}

/** What a rule looks for. */
export type RuleWhen
  = | { finding: FindingWanted }
  /** Out; with a side only there. `in` speaks against by a part of the weight, by itself. */
    | { reading: { of: EvidenceReadingOf, side?: 'tight' | 'wide', motion?: 'turning' | 'still' } }
    | { circumstance: string }
    | { geometry: GeometryRow, family?: GeometryFamily }

export interface EvidenceRule {
  cause: string
  when: RuleWhen
  /** For (positive) or against the cause, in natural logarithms of the odds: 1 makes it 2.7 times as likely, 3 twenty times. */
  weight: number
  source: string
}

/** Twenty times as likely is three; more than this is no sign but a verdict. */
export const MOST_WEIGHT = 6

export interface CauseFacts {
  key: string
  /** How often it is met before anything is known, as logarithm of the odds against the usual cause. */
  prior: number
  /** What is looked at or measured next, when no reading that speaks for it is open. */
  check: { text: string, minutes: number }
}

/** All that the ranking knows, as a document: engineers change it, nobody changes the program. */
export interface RuleDocument {
  format: 'needler-evidence/1'
  key: string
  revision: number
  /** How each reading is taken as a next check. */
  checks: readonly { of: EvidenceReadingOf, text: string, minutes: number }[]
  causes: readonly CauseFacts[]
  rules: readonly EvidenceRule[]
}
