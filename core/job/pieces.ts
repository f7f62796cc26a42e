import { partOf, stepName, type Part, type Sheet, type Step } from '../sheet'
import { isDone, sheetNow, type PartLine, type PartMove } from '../teardown'
import { accountOf, dispositionOf, lineOf, movedBy } from './account'
import { askReason, refuse } from './refusal'
import type { Stamp } from './stamp'
import type { JobState } from './state'
import { intoList, type CloseBlocker, type Subject } from './subject'

export const DISPOSITIONS = ['reuse', 'repair', 'replace', 'scrap'] as const
export type Disposition = (typeof DISPOSITIONS)[number]

/** What is written on a piece that comes from the stores. */
export interface NewPiece { lot?: string, serial?: string }

export interface PieceEvents {
  'part-bagged': { part: string, count: number, tag: string }
  /** From and to: a tag, or one of the places of the account. */
  'part-moved': { part: string, count: number, from: string, to: string, reason?: string } & NewPiece
  /** `lot` and `serial` are those of the new one. */
  'part-disposed': { part: string, disposition: Disposition, reason?: string } & NewPiece
}

export interface PartMoved extends Stamp, PartMove, NewPiece { reason?: string }
export interface PartDisposed extends Stamp, NewPiece { part: string, disposition: Disposition, reason?: string }
export interface PieceState {
  moves: PartMoved[]
  dispositions: PartDisposed[]
}

/** A tag is wanted before the work goes on in a failure analysis; parts of reserved work go out and come back; a word on a part. */
export type PieceDuty = { kind: 'tag', part: string } | { kind: 'outside', part: string } | { kind: 'decision', part: string }

/** Pieces that are out of the machine, where each is, and what becomes of it. */
export const pieces: Subject<PieceEvents, PieceState, PieceDuty> = {
  empty: () => ({ moves: [], dispositions: [] }),
  events: {
    'part-bagged': {
      name: 'Bag',
      right: 'job:work',
      ...intoList<PieceEvents['part-bagged']>('moves', ({ part, count, tag }) => ({ part, count, from: 'loose', to: tag })),
      guard: ({ sheet, state }, { part: key, count, tag }) => {
        const { name } = partOf(sheet, key)
        const { loose } = lineOf(sheet, state, key)
        if (count <= loose) return null
        return refuse(
          'bag.not-out',
          loose === 0
            ? `No ${name} is out and loose, so none can go into ${tag}.`
            : `Only ${loose} of ${name} ${loose === 1 ? 'is' : 'are'} out and loose; ${count} cannot go into ${tag}.`,
        )
      },
    },
    'part-moved': {
      name: 'Move of a part',
      right: 'job:work',
      ...intoList('moves'),
      guard: ({ sheet, state }, { part: key, count, from, to, reason, ...piece }) => {
        const { name } = partOf(sheet, key)
        if (isNamed(piece) && from !== 'kit') return onlyNew(name)
        if (from === to) return refuse('move.nowhere', `${name} is in ${from} already.`)
        if (to === 'kit') return refuse('move.into-kit', 'Nothing that was in the machine goes back into the kit.')
        if (from === 'scrapped')
          return refuse('move.scrapped', `What was scrapped does not come back. Take a new ${name} from the kit, or undo the scrapping.`)
        if (to === 'scrapped' && !reason) return askReason('move.no-reason', `Why is ${name} written off? The reason stays in the record.`)
        const line = lineOf(sheet, state, key)
        if (from === 'kit') {
          const wanted = line.scrapped - line.fromKit
          return count <= wanted
            ? null
            : refuse(
                'move.kit-not-wanted',
                `New pieces replace what was scrapped: ${wanted} of ${name} ${wanted === 1 ? 'is' : 'are'} wanted, not ${count}.`,
              )
        }
        const there = countAt(line, from)
        const [some, are] = [there === 0 ? 'No' : `Only ${there} of`, there === 1 || there === 0 ? 'is' : 'are']
        return count <= there ? null : refuse('move.not-there', `${some} ${name} ${are} in ${from}; ${count} cannot go to ${to}.`)
      },
    },
    'part-disposed': {
      name: 'Decision',
      right: 'job:work',
      ...intoList('dispositions'),
      guard: ({ sheet, state, after, hanging }, body, { actor, happenedAt }) => {
        const { part: key, disposition, reason } = body
        const part = partOf(sheet, key)
        if (isNamed(body) && disposition !== 'replace') return onlyNew(part.name)
        const refit = sheet.steps.find(
          step => isDone(state, step.key) && movedBy(state, step, 'refits').some(piece => piece.part === key && piece.count > 0),
        )
        if (refit) return refuse('part.back-in', `${part.name} is back in the machine. Undo ${stepName(sheet, refit)} first.`)
        if (part.neverAgain && (disposition === 'reuse' || disposition === 'repair') && !reason) {
          return askReason(
            'part.never-again',
            `${part.name} never goes back a second time. Say "replace", or give the reason for fitting the old one for now; the job cannot close with it.`,
          )
        }
        // A step that was done without the old part, because a new one was to come, would hang in the air; a first word takes nothing away.
        const said = dispositionOf(state, key)
        const step = said && hanging(after('part-disposed', body, { byId: actor.id, by: actor.name, at: happenedAt }))
        return step
          ? refuse(
              'part.stood-on',
              `${stepName(sheet, step)} was done on the word "${said!.disposition}". Undo that step first.`,
            )
          : null
      },
    },
  },
  duties: {
    tag: {
      turn: 'evidence',
      of: (sheet, state, step) => cameOutLoose(sheet, state, step).map(part => ({ duty: { kind: 'tag', part: part.key }, met: false })),
      say: ({ part }, sheet) => `put a tag on ${partOf(sheet, part).name}`,
    },
    outside: {
      turn: 'work',
      asks: ['outside'],
      of: (sheet, state, { key, outside }) =>
        (outside?.parts ?? []).map((part) => {
          const wasOut
            = state.moves.some(move => move.part === part && move.to === 'outside') || dispositionOf(state, part)?.disposition === 'replace'
          return { duty: { kind: 'outside', part }, met: wasOut && (isDone(state, key) || lineOf(sheet, state, part).outside === 0) }
        }),
      say: ({ part }, sheet, step) => `${partOf(sheet, part).name} goes to the ${step.outside?.shop ?? 'shop'} and comes back`,
    },
    decision: {
      turn: 'decide',
      asks: ['decides', 'refits'],
      of: (sheet, state, step) =>
        toDecide(sheet, step).map(part => ({
          duty: { kind: 'decision', part: part.key },
          met: dispositionOf(state, part.key) !== undefined,
        })),
      say: ({ part }, sheet) => `decide on ${partOf(sheet, part).name}`,
    },
  },
  blockers: (sheet, state) => [...refittedOld(sheet, state), ...stillOutside(sheet, state)],
  reopens: [],
  // What was found and moved stays as it is.
  overtakes: () => ({}),
}

const isNamed = ({ lot, serial }: NewPiece): boolean => lot !== undefined || serial !== undefined
const onlyNew = (name: string) => refuse('piece.not-new', `Lot and serial are those of a new piece: ${name} does not come from the stores.`)

function countAt(line: PartLine, place: string): number {
  if (place === 'loose' || place === 'washing' || place === 'outside') return line[place]
  return line.bagged.find(bag => bag.tag === place)?.count ?? 0
}

/** In a failure analysis: parts that came out just before this step and still lie without a tag. */
function cameOutLoose(sheet: Sheet, state: JobState, step: Step): Part[] {
  if (state.opened?.depth !== 'failure-analysis' || isDone(state, step.key)) return []
  const before = new Set(step.after)
  const cameOut = new Set(
    sheetNow(sheet, state)
      .steps.filter(other => before.has(other.key))
      .flatMap(other => other.removes ?? [])
      .map(piece => piece.part),
  )
  return cameOut.size === 0
    ? []
    : accountOf(sheet, state)
        .filter(({ part, loose }) => cameOut.has(part.key) && loose > 0)
        .map(line => line.part)
}

/** Parts on which a step wants a word: those it decides, and those it puts back although a new one is always due. */
function toDecide(sheet: Sheet, step: Step): Part[] {
  const named = (step.decides ?? []).map(key => partOf(sheet, key))
  const due = (step.refits ?? []).map(piece => partOf(sheet, piece.part)).filter(part => part.neverAgain)
  return [...new Set([...named, ...due])]
}

/** Parts of the class "never again" that are back in the machine although they were not replaced. */
function refittedOld(sheet: Sheet, state: JobState): CloseBlocker[] {
  const back = new Set(
    sheet.steps
      .filter(step => isDone(state, step.key))
      .flatMap(step => movedBy(state, step, 'refits'))
      .map(piece => piece.part),
  )
  return sheet.parts
    .filter(part => part.neverAgain && back.has(part.key) && dispositionOf(state, part.key)?.disposition !== 'replace')
    .map(part => ({
      code: 'never-again-refitted-old',
      part: part.key,
      message: `${part.name} went back old. A new one is due each time: take it out again and replace it.`,
    }))
}

const stillOutside = (sheet: Sheet, state: JobState): CloseBlocker[] =>
  accountOf(sheet, state)
    .filter(line => line.outside > 0)
    .map(({ part, outside }) => ({
      code: 'part-outside',
      part: part.key,
      message: `${part.name}: ${outside} ${outside === 1 ? 'is' : 'are'} still at a shop outside.`,
    }))
