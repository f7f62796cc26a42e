import { threadSize } from '../fastening'
import type { Joint, SheetDocument } from './schema'
import { SHEET_FORMAT, type LUBRICANTS, type PATTERNS } from './terms'

type Lubricant = (typeof LUBRICANTS)[number]
type Pattern = (typeof PATTERNS)[number]

/** A released sheet as it is stored, of this format or an earlier one: `upgradeSheet` makes it one that can be used. */
export interface StoredSheet { readonly format: string }

/** A joint as format 1 had it. */
interface Joint1 { thread?: string, torqueNm?: number, pattern?: string, lubricant?: string, note?: string }

/**
 * Brings the document of a sheet to the format of today. What it cannot read stays as text (`note`), so that nothing that was written is
 * lost; limits without `reuse` hold at both stages, as they did.
 *
 * @param document parsed JSON of format 1 or 2; anything else comes back as it is, for `checkSheet` to refuse
 * @returns a new document where something changes; the one given is never changed
 * @example upgradeSheet({ format: 'needler-sheet/1', joints: [{ thread: 'M14 × 1.5', torqueNm: 150, … }], … })
 */
export function upgradeSheet(document: StoredSheet): SheetDocument
export function upgradeSheet(document: unknown): unknown
export function upgradeSheet(document: unknown): unknown {
  if (!isRecord(document) || document.format !== 'needler-sheet/1') return document
  const joints = Array.isArray(document.joints) ? document.joints.map(upgradeConditional) : document.joints
  return { ...document, format: SHEET_FORMAT, joints }
}

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value)

function upgradeConditional(joint: unknown): unknown {
  if (!isRecord(joint)) return joint
  const upgradeVariant = (variant: unknown) =>
    isRecord(variant) && isRecord(variant.set) ? { ...variant, set: upgradeJoint(variant.set) } : variant
  return { ...upgradeJoint(joint), ...(Array.isArray(joint.variants) ? { variants: joint.variants.map(upgradeVariant) } : {}) }
}

function upgradeJoint({ thread, torqueNm, pattern, lubricant, ...rest }: Record<string, unknown> & Joint1): Record<string, unknown> {
  return {
    ...rest,
    ...typeof thread === 'string' ? readThread(thread) : {},
    ...typeof torqueNm === 'number' ? { torqueNm: { aim: torqueNm } } : {},
    ...typeof pattern === 'string' ? readPattern(pattern) : {},
    ...typeof lubricant === 'string' ? { lubricant: readLubricant(lubricant) } : {},
  }
}

/** A second figure is a pitch where there is such a thread, otherwise the length of the screw. */
function readThread(text: string): Pick<Joint, 'thread' | 'leftHand' | 'lengths'> {
  const [, size, second, left] = /^(M\s?\d+(?:\.\d+)?)(?:\s*[×x]\s*(\d+(?:\.\d+)?))?(,?\s*left-hand)?$/.exec(text) ?? []
  if (!size) return { thread: text }
  const hand = left ? { leftHand: true } : {}
  if (!second) return { thread: size, ...hand }
  try {
    return { thread: threadSize(`${size}x${second}`).name, ...hand }
  } catch {
    return { thread: size, lengths: [{ lengthMm: Number(second) }], ...hand }
  }
}

const PATTERN_WORDS: readonly (readonly [RegExp, Pattern])[] = [
  [/from the middle outwards/, 'middleOutwards'], [/evenly by small turns/, 'evenTurns'], [/crosswise/, 'crosswise'],
]

/** Order and passes of what was one line; the line stays as a note where they do not say all of it. */
function readPattern(text: string): Pick<Joint, 'pattern' | 'passes' | 'note'> {
  const pattern = PATTERN_WORDS.find(([words]) => words.test(text))?.[1]
  const shares = /(\d+(?:–\d+)+) ?%/.exec(text)?.[1]?.split('–').map(share => Number(share) / 100)
  const finalRound = /then (?:once )?round/.test(text)
  const said = [/^crosswise$/, /^crosswise, \d+(–\d+)+ ?%(, then (once )?round)?$/].some(whole => whole.test(text))
  return {
    ...(pattern ? { pattern } : {}),
    ...(shares || finalRound ? { passes: { ...(shares ? { shares } : {}), ...(finalRound ? { finalRound } : {}) } } : {}),
    ...(said ? {} : { note: text }),
  }
}

const LUBRICANT_WORDS: readonly (readonly [RegExp, Lubricant])[] = [
  [/anti-seize/, 'anti-seize'], [/thread lock/, 'thread lock'], [/oil/, 'oil'], [/grease/, 'grease'], [/sealant/, 'sealant'], [/dry/, 'dry'],
]

function readLubricant(text: string): Joint['lubricant'] {
  const kind = LUBRICANT_WORDS.find(([words]) => words.test(text))?.[1]
  return { ...(kind ? { kind } : {}), text }
}
