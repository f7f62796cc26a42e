import Joi from 'joi'
import { ENERGY_KINDS, PRODUCTS, type countsOf, type Edit, type EnergyKind, type DraftLeft, type FrameAsked, type SheetDocument } from '#core'
import type { DraftOrigin, DraftStatus, ProposalStatus } from '../draft-words'
import { list } from './list'
import { id } from './id'

/** A sheet that is being written, as lists show it. */
export interface DraftRow {
  id: string
  key: string
  title: string
  origin: DraftOrigin
  status: DraftStatus
  /** The released revision it was begun from. */
  basedOn: number | null
  at: string
  changedAt: string
  /** Who closed the job that left it, brought it in or began it. */
  by: string
  /** The job that left it, and its unit. */
  job: number | null
  jobId: string | null
  tag: string | null
  parts: number
  steps: number
  positions: number
  /** How much of it nobody knows yet. */
  gaps: number
}

/** One deed of an author, without what it changed. */
export interface DeedRow {
  n: number
  by: string
  at: string
  isMine: boolean
  undoes: number | null
  /** The revision that it brought in, and what of the draft stands against that. */
  carries: number | null
  left: Edit[] | null
  edits: number
}

export interface DraftAnswer extends Omit<DraftRow, 'parts' | 'steps' | 'positions' | 'gaps'> {
  document: SheetDocument
  photos: DraftLeft['photos']
  /** The number of its newest deed. */
  seq: number
  /** All who have written in it; none of them releases it. */
  authors: string[]
  isMine: boolean
  remark: { text: string, by: string } | null
  releasedAs: number | null
  /** The revision that was released since it was begun; null where that is the newest. */
  behind: number | null
  /** The newest of its deeds, in their order. */
  history: DeedRow[]
}

/** What the checker says of a document, in numbers: what does not hold, and findings, the gravest first. */
export interface SheetSaid { faults: number, findings: ReturnType<typeof countsOf> }

/** What is said of sheets, by key, and of drafts, by id; null where the checker could not read one. */
export interface FindingsAnswer {
  sheets: Record<string, SheetSaid | null>
  drafts: Record<string, SheetSaid | null>
  /** Some are still being read: who asks again is told more. */
  isReading: boolean
}

/** A deed that was written down: its number, and the newest by now. */
export interface DeedAnswer { n: number, seq: number, edits: Edit[] }

/** One released revision in the history of a sheet. */
export interface RevisionRow { revision: number, sha256: string, at: string, by: string | null, note: string | null }

/** A sheet of the library with all that hangs on it. */
export interface SheetAnswer {
  key: string
  title: string
  /** The newest first. */
  revisions: RevisionRow[]
  /** Units that are overhauled by it, within reach, with the open job and the revision that goes by. */
  units: { tag: string, name: string, job: { id: string, number: number, revision: number } | null }[]
  drafts: Pick<DraftRow, 'id' | 'origin' | 'status' | 'changedAt' | 'by'>[]
}

/** A figure of one machine that is proposed for all of its kind, and what became of it. */
export interface ProposalRow {
  id: string
  sheet: string
  title: string
  revision: number
  tag: string
  job: number
  jobId: string
  name: string
  says: string
  source: string
  note: string | null
  by: string
  at: string
  status: ProposalStatus
  reason: string | null
  decidedBy: string | null
  draftId: string | null
}

/** Where overhauls departed from a step of a sheet: how often, on which units, and why. */
export interface DepartedRow {
  sheet: string
  title: string
  step: string
  stepTitle: string
  times: number
  /** Of these, those that nobody has decided on. */
  open: number
  tags: string[]
  reasons: string[]
  decided: { says: 'changed' | 'refused', reason: string, by: string } | null
}

export interface DepartureDecided { sheet: string, step: string, says: 'changed' | 'refused', reason: string }

export interface ProposalsAnswer { proposals: ProposalRow[], departures: DepartedRow[] }

/** From what a draft begins. */
export type DraftStart
  = | { from: 'revision', key: string }
    | { from: 'copy', key: string, title: string }
    | { from: 'import', documents: unknown[] }
    | { from: 'frame', title: string, energies: EnergyKind[], product?: FrameAsked['product'], family?: string }

const line = Joi.string().trim().min(1).max(200)
const sheetKey = Joi.string().max(60)
/** What an overhaul, or a draft, without a sheet is asked first. */
export const frameShape = {
  energies: list().items(Joi.valid(...ENERGY_KINDS)).unique().max(ENERGY_KINDS.length),
  product: Joi.valid(...PRODUCTS),
  /** Of the families that stand; the core refuses another. */
  family: Joi.string().max(40),
}

export const draftStartSchema = Joi.object({
  from: Joi.valid('revision', 'copy', 'import', 'frame').required(),
}).when('.from', {
  switch: [
    { is: 'revision', then: Joi.object({ key: sheetKey.required() }) },
    { is: 'copy', then: Joi.object({ key: sheetKey.required(), title: line.required() }) },
    // The core checks a document and names the place of a fault; here it only has to be an object.
    { is: 'import', then: Joi.object({ documents: list().items(Joi.object().unknown(true)).min(1).max(50).required() }) },
    { is: 'frame', then: Joi.object({ title: line.required(), ...frameShape, energies: frameShape.energies.required() }) },
  ],
}) as Joi.ObjectSchema<DraftStart>

/** As many changes as one deed makes. */
export const MOST_EDITS = 2000
const edit = Joi.object({
  list: Joi.string().max(20).required(),
  key: Joi.string().max(200).allow('').required(),
  field: Joi.string().max(40),
  before: Joi.any(), after: Joi.any(),
  behind: Joi.string().max(200).allow(''),
})

/** A deed of an author: edits, or the number of the own deed that is taken back. */
export const deedSchema = Joi.object({
  id: id('the number of a deed').required(),
  edits: list().items(edit).min(1).max(MOST_EDITS),
  undoes: Joi.number().integer().min(1),
}).xor('edits', 'undoes') as Joi.ObjectSchema<{ id: string, edits?: Edit[], undoes?: number }>

/** Who looks at a draft says which state of it they have seen. */
export const reviewSchema = Joi.object({
  seq: Joi.number().integer().min(0).required(),
  says: Joi.valid('ready', 'back', 'dropped').required(),
  remark: Joi.string().trim().min(1).max(1200).when('says', { is: 'back', then: Joi.required() }),
}) as Joi.ObjectSchema<{ seq: number, says: 'ready' | 'back' | 'dropped', remark?: string }>

/** What becomes of a proposal; a reason is always given, its author reads it. */
export const decideSchema = Joi.object({
  says: Joi.valid('accepted', 'changed', 'refused').required(),
  reason: Joi.string().trim().min(3).max(1200).required(),
}) as Joi.ObjectSchema<{ says: 'accepted' | 'changed' | 'refused', reason: string }>

/** What becomes of departures from a step: the next revision is written otherwise, or the sheet stays as it is. */
export const decideDepartureSchema = Joi.object({
  sheet: sheetKey.required(), step: Joi.string().max(60).required(),
  says: Joi.valid('changed', 'refused').required(), reason: Joi.string().trim().min(3).max(1200).required(),
}) as Joi.ObjectSchema<DepartureDecided>

export const releaseSchema = Joi.object({
  seq: Joi.number().integer().min(0).required(),
  note: Joi.string().trim().min(1).max(1200).required(),
  units: list().items(Joi.string().max(40)).unique().max(200).default([]),
}) as Joi.ObjectSchema<{ seq: number, note: string, units: string[] }>
