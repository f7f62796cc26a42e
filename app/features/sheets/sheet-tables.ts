import { formatQuantity, partOf, type Finding, type Sheet } from '#core'
import { limitsInWords } from './sheet-words'

/** One list of a sheet as people read it. */
export interface SheetTable {
  list: Finding['list']
  title: string
  columns: readonly string[]
  rows: readonly { key: string, name: string, cells: readonly string[] }[]
}

const mass = (massKg: number | undefined) => massKg === undefined ? '' : formatQuantity(massKg, 'mass')
const signed = (mm: number | undefined) => mm === undefined ? '' : formatQuantity(mm, 'length', { signed: true })

/** The lists of a machine beside its steps. */
export function tablesOf(machine: Sheet): SheetTable[] {
  const { parts, positions, joints, fits = [], marks, energies = [], temporary = [], steps } = machine
  const titles = (where: (step: Sheet['steps'][number]) => unknown) => steps.filter(where).map(({ title }) => title).join(', ')
  return [
    {
      list: 'parts', title: 'Parts', columns: ['Item', 'Pieces', 'Kind', 'Mass', 'Mind'],
      rows: parts.map(({ key, name, item = '', count, kind, massKg, neverAgain, places, handling }) => ({
        key, name,
        cells: [`${item}`, `${count}`, kind, mass(massKg), [neverAgain && 'new each time', places?.join(', '), handling].filter(Boolean).join('; ')],
      })),
    },
    {
      list: 'positions', title: 'Positions', columns: ['Part', 'Limits', 'Values', 'Instrument', 'Class'],
      rows: positions.map(position => ({
        key: position.key, name: position.name,
        cells: [
          partOf(machine, position.part).name, limitsInWords(position), `${position.stations.length} × ${position.planes.length}`,
          position.instrument, position.toleranceClass ?? '',
        ],
      })),
    },
    {
      list: 'joints', title: 'Joints', columns: ['Fasteners', 'Strength', 'Torque', 'Lubricant', 'Purpose'],
      rows: joints.map(({ key, name, count, thread, propertyClass = '', torqueNm, lubricant, purpose = 'clamp' }) => ({
        key, name, cells: [`${count} × ${thread}`, propertyClass, formatQuantity(torqueNm.aim, 'torque'), lubricant.text, purpose],
      })),
    },
    {
      list: 'fits', title: 'Fits', columns: ['Clearance', 'Class'],
      rows: fits.map(({ key, name, clearanceMm: { lower, upper }, class: written = '' }) => ({
        key, name, cells: [`${signed(lower)} to ${signed(upper)}`, written],
      })),
    },
    {
      list: 'marks', title: 'Marks', columns: ['Between', 'Symbol', 'Way', 'Place'],
      rows: marks.map(({ key, name, between, symbol, way, place }) => ({
        key, name: `${key} ${name}`, cells: [between.map(part => partOf(machine, part).name).join(' and '), symbol, way, place],
      })),
    },
    {
      list: 'energies', title: 'Energies', columns: ['Kind', 'Isolated at'],
      rows: energies.map(({ key, name, kind }) => ({ key, name, cells: [kind, titles(({ isolates }) => isolates?.includes(key))] })),
    },
    {
      list: 'temporary', title: 'Put in', columns: ['Mind', 'Goes in at', 'Comes out at'],
      rows: temporary.map(({ key, name, blocks }) => ({
        key, name,
        cells: [
          blocks ? 'nothing turns while it is in' : '', titles(({ puts }) => puts?.includes(key)), titles(({ takes }) => takes?.includes(key)),
        ],
      })),
    },
  ]
}
