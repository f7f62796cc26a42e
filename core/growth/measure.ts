import { accountOf } from '../job'
import type { Gap, Link, Position, Step } from '../sheet'
import { partOf, stepOf } from '../sheet'
import { isDone } from '../teardown'
import { branchOf, mirrorLinks, opensBefore, type AtBench, type Grown } from './bench'

/** How something is measured. */
export const MEASURED_HOW = ['one value', 'two ends', 'survey', 'run-out'] as const
export type MeasuredHow = (typeof MEASURED_HOW)[number]

/** What a person says of a reading. */
export interface MeasureSaid {
  name: string
  part: string
  quantity: Position['quantity']
  how: MeasuredHow
  lower?: number | undefined
  upper?: number | undefined
  instrument: string
  /** Expanded uncertainty U (k = 2) of that instrument, SI base. */
  uncertainty: number
  after?: readonly string[] | undefined
}

const GRIDS: Readonly<Record<MeasuredHow, Pick<Position, 'method' | 'stations' | 'planes'>>> = {
  'one value': { method: 'values', stations: ['here'], planes: ['value'] },
  'two ends': { method: 'values', stations: ['drive end', 'non-drive end'], planes: ['value'] },
  'survey': { method: 'diameter survey', stations: ['one end', 'middle', 'other end'], planes: ['0°', '90°'] },
  'run-out': { method: 'run-out', stations: ['here'], planes: ['0°', '90°', '180°', '270°'] },
}

/**
 * A reading that nobody had asked for. Of what is still in the machine it is taken as found and again as left; of what lies on the floor
 * once, before it is decided on.
 *
 * @throws DomainError of `mirrorLinks`
 * @example growMeasure(at, { name: 'End float', part: 'machine', quantity: 'length', how: 'one value', … }).step
 */
export function growMeasure(at: AtBench, said: MeasureSaid): Grown {
  const { sheet, state, newId } = at
  const part = partOf(sheet, said.part)
  const position: Position = {
    key: `position-${newId()}`, name: said.name, part: said.part, quantity: said.quantity, ...GRIDS[said.how],
    limits: { ...said.lower !== undefined ? { lower: said.lower } : {}, ...said.upper !== undefined ? { upper: said.upper } : {} },
    uncertainty: said.uncertainty, instrument: said.instrument, source: 'measured at the bench',
  }
  const isOut = (accountOf(sheet, state).find(line => line.part.key === said.part)?.out ?? 0) > 0
  const decide = isOut
    ? sheet.steps.find(step => step.limb === 'floor' && step.decides?.includes(said.part) && !isDone(state, step.key))
    : undefined
  const [found, left, rung] = [`step-${newId()}`, `step-${newId()}`, `rung-${newId()}`]
  const gaps: Gap[] = [
    { thing: found, field: 'minutes' },
    ...said.lower === undefined && said.upper === undefined ? [{ thing: position.key, field: 'limits' as const }] : [],
  ]
  const title = (stage: string) => `${said.name}, ${stage}`.slice(0, 200)
  const common = { short: said.name.slice(0, 34), done: 'Written down', tools: [said.instrument] }
  const why = `Of ${part.name}: what is not measured now cannot be compared later.`
  const drafts = (steps: Step[], links: Link[]): Grown => ({
    step: found, drafts: [{ type: 'sheet-grown', body: { adds: { positions: [position], steps, gaps }, links } }],
  })
  if (isOut) {
    const off = sheet.steps.filter(step => step.removes?.some(piece => piece.part === said.part)).map(step => step.key)
    const clean = decide ? sheet.steps.filter(step => decide.after.includes(step.key)).flatMap(look => look.after) : []
    return drafts([{
      ...common, key: found, limb: 'floor', stage: 'inspect', title: title('as found'), why, after: [...new Set([...off, ...clean])],
      reads: [{ position: position.key, stage: 'as-found' }],
    }], decide ? [{ step: decide.key, after: [found] }] : [])
  }
  const after = said.after?.map(key => stepOf(sheet, key)) ?? branchOf(sheet, state, at.personId)
  gaps.push({ thing: left, field: 'minutes' })
  return drafts([
    { ...common, key: found, limb: 'off', stage: 'as-found', title: title('as found'), why, after: after.map(step => step.key), rung,
      reads: [{ position: position.key, stage: 'as-found' }] },
    { ...common, key: left, limb: 'on', stage: 'as-left', title: title('as left'), why: 'Against the reading as found.', after: [found], rung,
      reads: [{ position: position.key, stage: 'as-left' }] },
  ], [...mirrorLinks(sheet, state, after, left), ...opensBefore(at, found)])
}
