/**
 * One line of a shown working: what was computed, by which formula, with which numbers, where the formula comes from.
 * Every calculator returns its result together with these lines, so that a person can check the arithmetic.
 */
export interface WorkingLine {
  label: string
  /** The formula in words or symbols, e.g. `max − min of the planes`. */
  formula: string
  /** The same with the values put in, e.g. `70.012 − 70.006`. */
  substituted: string
  /** Result with unit, e.g. `0.006 mm`. */
  result: string
  /** Standard with clause, textbook, or "general practice". */
  source: string
}
