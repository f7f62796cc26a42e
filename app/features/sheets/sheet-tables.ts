import { formatQuantity, type Finding, type SheetDocument } from '#core'
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

/** The lists of a machine, or of all machines of a sheet, beside their steps; a name that nothing has is shown as it is written. */
export function tablesOf(machine: SheetDocument): SheetTable[] {
  const { parts, positions, joints, fits = [], marks, energies = [], temporary = [], steps } = machine
  const { assemblies = [], seals = [], options = [], choices = [], envelopes = [], dryZones = [], axes = [] } = machine
  const titles = (where: (step: SheetDocument['steps'][number]) => unknown) => steps.filter(where).map(({ title }) => title).join(', ')
  const names = new Map([...parts, ...options, ...options.flatMap(({ values }) => values)].map(({ key, name }) => [key, name]))
  const nameOf = (key: string) => names.get(key) ?? key
  const listed = (keys: readonly string[]) => keys.map(nameOf).join(', ')
  return [
    {
      list: 'parts', title: 'Parts', columns: ['Item', 'Pieces', 'Kind', 'Mass', 'Mind'],
      rows: parts.map(({ key, name, item = '', count, kind, massKg, neverAgain, holdsPressure, places, handling }) => ({
        key, name,
        cells: [`${item}`, `${count}`, kind, mass(massKg), [neverAgain && 'new each time', holdsPressure && 'holds pressure', places?.join(', '), handling].filter(Boolean).join('; ')],
      })),
    },
    {
      list: 'positions', title: 'Positions', columns: ['Part', 'Limits', 'Values', 'Instrument', 'Class'],
      rows: positions.map(position => ({
        key: position.key, name: position.name,
        cells: [
          nameOf(position.part), limitsInWords(position), `${position.stations.length} × ${position.planes.length}`,
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
        key, name: `${key} ${name}`, cells: [between.map(nameOf).join(' and '), symbol, way, place],
      })),
    },
    {
      list: 'seals', title: 'Seals', columns: ['Faces', 'Rings and springs', 'Set by', 'Set at'],
      rows: seals.map(({ key, name, faces, rings = [], springs = [], setting }) => ({
        key, name,
        cells: [
          faces.map(({ part, motion, material = '' }) => `${nameOf(part)} ${motion} ${material}`.trim()).join(', '),
          listed([...rings, ...springs].map(({ part }) => part)), setting?.method ?? '', setting ? titles(step => step.key === setting.step) : '',
        ],
      })),
    },
    {
      list: 'assemblies', title: 'Assemblies', columns: ['Parts'],
      rows: assemblies.map(assembly => ({ key: assembly.name, name: assembly.name, cells: [listed(assembly.parts)] })),
    },
    {
      list: 'options', title: 'Options', columns: ['Built as'],
      rows: options.map(({ key, name, values }) => ({ key, name, cells: [values.map(value => value.name).join(', ')] })),
    },
    {
      list: 'choices', title: 'Forks', columns: ['Ways', 'Chosen at'],
      rows: choices.map(({ key, question, ways }) => ({
        key, name: question, cells: [ways.map(({ name }) => name).join(', '), titles(step => step.chooses === key)],
      })),
    },
    {
      list: 'envelopes', title: 'Envelopes', columns: ['Limit', 'Up to it', 'Above it'],
      rows: envelopes.map(({ key, name, quantity, limit, upTo, above }) => ({
        key, name, cells: [formatQuantity(limit, quantity), nameOf(upTo), nameOf(above)],
      })),
    },
    {
      list: 'dryZones', title: 'Dry places', columns: ['Stays dry', 'Near it', 'Why'],
      rows: dryZones.map(({ key, name, parts: dry, near, why }) => ({ key, name, cells: [listed(dry), listed(near), why] })),
    },
    {
      list: 'axes', title: 'Axes', columns: ['Along', 'Across', 'Direction'],
      rows: axes.map(({ key, name, alongMm = 0, acrossMm = 0, direction = 'along' }) => ({
        key, name, cells: [signed(alongMm), signed(acrossMm), direction],
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
