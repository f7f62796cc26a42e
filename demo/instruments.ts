import type { InstrumentRow } from '#shared/wire/types'

/** An instrument of the demonstration; its calibration ends that many days after the seeding, negative when it is over. */
export type DemoInstrument = Omit<InstrumentRow, 'calibratedUntil' | 'serial' | 'site' | 'retired' | 'linePattern' | 'baudRate'>
  & { calibrationDays: number, linePattern?: string }

const STEEL = 11.5e-6
const length = (
  tag: string,
  kind: string,
  name: string,
  rangeFrom: number,
  rangeTo: number,
  uncertainty: number,
  step: number,
  calibrationDays: number,
  alphaPerK = STEEL,
): DemoInstrument => ({ tag, kind, name, quantity: 'length', rangeFrom, rangeTo, uncertainty, step, alphaPerK, calibrationDays })

const other = (
  tag: string, kind: string, name: string, quantity: InstrumentRow['quantity'], [rangeFrom, rangeTo]: [number, number], uncertainty: number,
  step: number, calibrationDays: number,
): DemoInstrument => ({ tag, kind, name, quantity, rangeFrom, rangeTo, uncertainty, step, alphaPerK: 0, calibrationDays })

/** A torque wrench, good to 4 % (ISO 6789). */
const wrench = (tag: string, rangeFrom: number, rangeTo: number, step: number, calibrationDays: number, old = ''): DemoInstrument => ({
  tag, kind: 'torque wrench', name: `Torque wrench ${rangeFrom}–${rangeTo} N·m${old}`, quantity: 'torque', rangeFrom, rangeTo,
  uncertainty: 0.04 * rangeTo, step, alphaPerK: 0, calibrationDays,
})

/** The measuring cupboard of Merrow Sound. Tags and figures are invented. */
export const DEMO_INSTRUMENTS: readonly DemoInstrument[] = [
  length('MIC-11', 'micrometer', 'Micrometer 0–25 mm', 0, 25, 0.002, 0.001, 160),
  length('MIC-12', 'micrometer', 'Micrometer 25–50 mm', 25, 50, 0.002, 0.001, 214),
  length('MIC-13', 'micrometer', 'Micrometer 50–75 mm', 50, 75, 0.002, 0.001, 121),
  length('MIC-14', 'micrometer', 'Micrometer 50–75 mm, old', 50, 75, 0.004, 0.01, -19),
  length('MIC-15', 'micrometer', 'Micrometer 75–100 mm', 75, 100, 0.003, 0.001, 88),
  length('MIC-16', 'micrometer', 'Micrometer 100–125 mm', 100, 125, 0.003, 0.001, 88),
  length('MIC-19', 'micrometer', 'Micrometer 175–200 mm', 175, 200, 0.005, 0.001, 240),
  length('MIC-21', 'micrometer', 'Micrometer 250–275 mm', 250, 275, 0.008, 0.01, 33),
  length('BG-03', 'bore gauge', 'Bore gauge 35–60 mm', 35, 60, 0.004, 0.001, 190),
  length('BG-04', 'bore gauge', 'Bore gauge 50–160 mm', 50, 160, 0.005, 0.001, 12),
  length('DI-07', 'dial indicator', 'Dial indicator 0.01 mm', 0, 10, 0.008, 0.01, 301),
  length('DI-09', 'dial indicator', 'Dial test indicator 0.001 mm', 0, 0.2, 0.002, 0.001, 145),
  length('CAL-02', 'caliper', 'Caliper 0–150 mm', 0, 150, 0.03, 0.01, 77),
  length('FG-05', 'feeler', 'Feeler gauges 0.05–1 mm', 0.05, 1, 0.02, 0.01, 260, 0),
  length('DG-01', 'depth gauge', 'Depth gauge 0–150 mm', 0, 150, 0.02, 0.01, 171),
  // Plugged into the tablet itself: its lines say which gauge of a multiplexer it is, the value, and a word that means nothing here.
  { ...length('CAL-05', 'caliper', 'Caliper 0–150 mm, with cable', 0, 150, 0.03, 0.01, 233), linePattern: 'A1 {value} {unit} {any}' },
  other('TH-02', 'thermometer', 'Contact thermometer', 'temperature', [-40, 300], 1.5, 0.1, 130),
  other('IR-01', 'infrared thermometer', 'Infrared thermometer', 'temperature', [-30, 500], 2, 0.1, 87),
  other('PG-08', 'gauge', 'Test gauge 0–16 bar', 'pressure', [0, 1.6], 0.01, 0.01, 45),
  other('VM-01', 'vibration meter', 'Vibration meter 10–1000 Hz', 'velocity', [0, 100], 0.3, 0.1, 205),
  other('IT-01', 'insulation tester', 'Insulation tester 500 V', 'resistance', [0, 20_000], 5, 0.1, 119),
  other('ST-01', 'spring', 'Spring tester 0–2000 N', 'force', [0, 2000], 4, 0.5, 198),
  other('SC-01', 'scale', 'Scale 0–30 kg', 'mass', [0, 30], 0.01, 0.005, 256),
  wrench('TW-01', 1, 5, 0.05, 92),
  wrench('TW-02', 4, 20, 0.1, 151),
  wrench('TW-03', 20, 100, 0.5, 226),
  wrench('TW-04', 40, 200, 1, 64),
  wrench('TW-05', 80, 400, 1, 18),
  wrench('TW-06', 300, 1500, 5, 283),
  wrench('TW-07', 20, 100, 0.5, -24, ', old'),
]

/** How long a calibration of the shop is good for. */
const YEAR = 365
/** The bore gauge that came back out of tolerance: what was measured with it in the year before is to be looked at again. */
const FOUND_OUT = 'BG-04'

/** The calibrations of an instrument so far, days counted from the seeding: the one that holds now, and the one before. */
export const calibrationsOf = ({ tag, uncertainty, calibrationDays }: DemoInstrument) => [2, 1].map(back => ({
  tag, uncertainty, dayOffset: calibrationDays - back * YEAR, untilOffset: calibrationDays - (back - 1) * YEAR,
  certificate: `MS-${tag}-${3 - back}`,
  result: tag === FOUND_OUT && back === 1 ? 'adjusted' as const : 'in tolerance' as const,
  note: tag === FOUND_OUT && back === 1 ? 'Showed 9 µm too much at 150 mm; anvil changed.' : null,
}))
