import { kindName } from '../evidence'
import { assessTaken, neverConceded, readingAt, type Disposition, type JobState } from '../job'
import { partOf, type Part, type Position, type Sheet } from '../sheet'
import { thousands } from '../numbers'
import { formatQuantity } from '../units'
import { ACCEPTED_RISK } from '../wear'
import { isOfAKit } from './kit-need'

/** How likely a position is still within its limit of wear when the machine comes to its next overhaul. */
export interface LastsUntil {
  position: string
  /** Hours of the machine then. */
  untilHours: number
  /** From 0 to 1. */
  chance: number
}

/** Who stands for putting the old one back: whoever works, a lead, an engineer by a concession, or nobody. */
export type KeptBy = 'anybody' | 'lead' | 'concession' | 'nobody'

export interface DispositionProposal {
  disposition: Disposition
  /** Sentences, the weightiest first. */
  reasons: string[]
  keptBy: KeptBy
  /** False where nothing was read or seen: somebody looks first. */
  isFounded: boolean
}

/** What speaks for a word on a part, with who may still keep it. */
interface Argument { weight: number, keptBy: KeptBy, reason: string }

/** Worn ones of these are built up, sleeved or machined; there is seldom another on the shelf. */
const IS_REWORKED: ReadonlySet<Part['kind']> = new Set(['housing', 'shaft'])
const [SEVERE, PLAIN] = [3, 2]
const KEPT: readonly KeptBy[] = ['anybody', 'lead', 'concession', 'nobody']

/**
 * What is to become of a part, with the reasons and who may still decide to put it back: by its class (new each time), by what was read and
 * seen on it in this job, by what its history and its sisters say of the time to the next overhaul, and by whether the job renews the kit.
 *
 * It proposes; the word is with the people at the bench, under the maker's manual.
 *
 * @param forecasts of positions of this machine; those of other parts are left alone
 * @param acceptedRisk chance that is accepted that a limit is passed before the next overhaul; 2 % on machines that nobody can do without
 * @example proposeDisposition(sheet, state, 'wear-rings', []).reasons // ['Wear ring clearance, 0.95 mm, is out.']
 */
export function proposeDisposition(
  sheet: Sheet, state: JobState, key: string, forecasts: readonly LastsUntil[], acceptedRisk = ACCEPTED_RISK,
): DispositionProposal {
  const part = partOf(sheet, key)
  const positions = sheet.positions.filter(position => position.part === key)
  const against: Argument[] = [
    ...part.neverAgain ? [{ weight: 5, keptBy: 'nobody' as const, reason: 'New each time: it seals, locks or holds only once.' }] : [],
    ...positions.flatMap(position => ofReading(sheet, state, position)),
    ...state.findings.filter(found => found.part === key && found.severity === SEVERE).map(({ kind, note }) =>
      ({ weight: 3, keptBy: 'lead' as const, reason: `Seen on it, and severe: ${kindName(kind)}${note ? ` (${note})` : ''}.` })),
    ...state.opened?.kitComplete && isOfAKit(part)
      ? [{ weight: 2, keptBy: 'anybody' as const, reason: 'This job renews the whole kit.' }]
      : [],
    // What is out already has no time left to be told of.
    ...positions.filter(position => verdictAt(sheet, state, position) !== 'out').flatMap(position => ofForecast(position, forecasts, acceptedRisk)),
  ].sort((a, b) => b.weight - a.weight)
  const doubts = positions.flatMap(position => verdictAt(sheet, state, position) === 'doubtful'
    ? [`${position.name} is doubtful, within what the reading may be wrong by: read it again, or with a finer instrument.`]
    : [])
  const plain = state.findings.filter(found => found.part === key && found.severity === PLAIN).map(({ kind }) => `Seen on it: ${kindName(kind)}.`)
  if (against.length === 0) {
    const read = positions.filter(position => verdictAt(sheet, state, position) === 'in').map(({ name }) => `${name} is in.`)
    const reasons = [...doubts, ...plain, ...read, ...lasting(positions, forecasts)]
    return {
      disposition: 'reuse', keptBy: doubts.length > 0 ? 'lead' : 'anybody', isFounded: reasons.length > 0,
      reasons: reasons.length > 0 ? reasons : ['Nothing was read or seen on it in this job: look at it before it goes back.'],
    }
  }
  const isReworked = IS_REWORKED.has(part.kind) && against[0]!.weight < 5
  return {
    disposition: isReworked ? 'repair' : 'replace', isFounded: true,
    reasons: [...against.map(({ reason }) => reason), ...doubts, ...plain],
    keptBy: KEPT[Math.max(...against.map(({ keptBy }) => KEPT.indexOf(keptBy)))]!,
  }
}

const takenAt = (state: JobState, { key }: Position) => readingAt(state, key, 'as-found')

const verdictAt = (sheet: Sheet, state: JobState, position: Position) => {
  const taken = takenAt(state, position)
  return taken && assessTaken(sheet, state, taken).verdict
}

function ofReading(sheet: Sheet, state: JobState, position: Position): Argument[] {
  const taken = takenAt(state, position)
  if (!taken) return []
  const { verdict, value, against: { lower } } = assessTaken(sheet, state, taken)
  if (verdict !== 'out') return []
  const part = partOf(sheet, position.part)
  const isNobodys = neverConceded(sheet, part.key) !== null || (part.holdsPressure === true && lower !== undefined && value < lower)
  return [{
    weight: 4, keptBy: isNobodys ? 'nobody' : 'concession', reason: `${position.name}, ${formatQuantity(value, position.quantity)}, is out.`,
  }]
}

const percent = (share: number) => `${Math.round(share * 100)} %`

const ofForecast = ({ key, name }: Position, forecasts: readonly LastsUntil[], acceptedRisk: number): Argument[] =>
  forecasts.filter(({ position, chance }) => position === key && 1 - chance > acceptedRisk).map(({ untilHours, chance }) => ({
    weight: 1, keptBy: 'lead',
    reason: `Fits now; ${percent(1 - chance)} that ${name} does not last to the next overhaul at ${thousands(untilHours)} h.`,
  }))

const lasting = (positions: readonly Position[], forecasts: readonly LastsUntil[]): string[] => positions.flatMap(({ key, name }) =>
  forecasts.filter(({ position }) => position === key).map(({ untilHours, chance }) =>
    `${percent(chance)} that ${name} lasts to the next overhaul at ${thousands(untilHours)} h.`))
