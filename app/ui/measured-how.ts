import type { ReadingConditions } from '#core'

/** With what and how warm a reading was taken, in one line: `with MIC-13 · part 27 °C, instrument 24 °C: taken to 20 °C`. */
export const measuredHow = ({ instrument, temperature }: ReadingConditions): string => [
  instrument ? `with ${instrument.tag}` : '',
  temperature ? `part ${temperature.partC} °C, instrument ${temperature.instrumentC} °C: taken to 20 °C` : '',
].filter(Boolean).join(' · ')
