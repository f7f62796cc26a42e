import { sheetForJob, type Disposition, type JobSetup } from '../job'
import { TAKES_A_SET, WEARS, type Part, type SheetDocument } from '../sheet'

export const NEED_REASONS = ['new each time', 'decided', 'whole kit'] as const
export type NeedReason = (typeof NEED_REASONS)[number]

/** New pieces that an overhaul needs of one part. */
export interface Need { part: string, name: string, count: number, why: NeedReason }

/** What a kit may carry: what wears, what has taken its shape, what holds only once. */
export const isOfAKit = ({ kind, neverAgain }: Part) => neverAgain === true || kind === 'locking part' || WEARS.has(kind) || TAKES_A_SET.has(kind)

/**
 * The new pieces that an overhaul needs: what is never put in a second time, what was decided to be replaced, or, where the job is
 * kit-complete, everything that a kit may carry.
 *
 * Only what the steps of this job put back counts: as far as its target, and as the unit is built.
 *
 * @param sheet the document; options and target of the setup are worked out
 * @param decisions what was decided of parts so far; `reuse` of a part that is new each time does not take it off the list
 * @throws DomainError of `sheetForJob`
 * @example kitNeed(pump, { options: {} }, { 'wear-rings': 'replace' }).map(({ part, count }) => `${count} ${part}`)
 */
export function kitNeed(sheet: SheetDocument, setup: JobSetup, decisions: Readonly<Record<string, Disposition>> = {}): Need[] {
  const own = sheetForJob(sheet, setup)
  const back = new Map<string, number>()
  for (const { refits = [] } of own.steps) for (const { part, count } of refits) back.set(part, (back.get(part) ?? 0) + count)
  return own.parts.flatMap((part): Need[] => {
    const { key, name } = part
    // A part that goes in and out again on the way is needed once.
    const count = Math.min(back.get(key) ?? 0, part.count)
    if (count === 0) return []
    const said = decisions[key]
    const why = part.neverAgain
      ? 'new each time' as const
      : said === 'replace' || said === 'scrap' ? 'decided' as const : setup.kitComplete && isOfAKit(part) ? 'whole kit' as const : undefined
    return why ? [{ part: key, name, count, why }] : []
  })
}
