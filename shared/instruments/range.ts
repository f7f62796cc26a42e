import type { InstrumentRow } from '../wire/types'

/** Whether a value at rest lies outside what the register says of the instrument. What starts at zero shows changes, which go both ways. */
export function beyondOf({ rangeFrom, rangeTo }: Pick<InstrumentRow, 'rangeFrom' | 'rangeTo'>, value: number): 'over' | 'under' | undefined {
  if (value > rangeTo) return 'over'
  return value < (rangeFrom === 0 ? -rangeTo : rangeFrom) ? 'under' : undefined
}
