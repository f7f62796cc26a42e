import { widestGap } from '../angles'
import { DomainError } from '../domain-error'
import { boltCount, refusedPattern } from '../fastening'
import { MOST_FAULTS_SHOWN, shapeFaults } from '../shape-words'
import { keyedPlace } from './edit/place'
import { LIST_NAMES, LISTS, thingsOf, type ListName } from './lists'
import { machineFaults, type SheetFault } from './machine-faults'
import { anglesOf } from './plane-angles'
import { GrowthSchema, SheetSchema, type Position, type Seal, type SheetDocument } from './schema'
import { settingOf } from './setting-of'
import { unsoundFaults } from './unsound-faults'
import { upgradeSheet } from './upgrade-sheet'

/**
 * Reads a machine sheet from outside: the shape by its schema, then what a schema cannot say (keys that are used twice,
 * references to nothing, circles in the order of steps, rungs without two sides, counts that do not add up), for every machine its
 * options describe and every way its forks allow.
 *
 * @param given anything, usually parsed JSON, of this format or an earlier one
 * @returns the document as a `SheetDocument` of the format of today, otherwise unchanged
 * @throws DomainError `sheet.bad` with `details.faults: SheetFault[]` (at most 20) and the first of them in the sentence
 * @example checkSheet(JSON.parse(text)).title
 */
export function checkSheet(given: unknown): SheetDocument {
  const document = upgradeSheet(given)
  const faults = sheetFaults(document)
  if (faults.length > 0) {
    const [first] = faults
    const more = faults.length > 1 ? ` (and ${faults.length - 1} more)` : ''
    throw new DomainError('sheet.bad', `The sheet cannot be used: ${first!.reason} At ${first!.place || '/'}${more}.`, {
      faults: faults.slice(0, MOST_FAULTS_SHOWN),
    })
  }
  return document as SheetDocument
}

/**
 * Everything that `checkSheet` refuses a document of today's format for; empty when it is a sheet.
 *
 * @returns places named by key: `/steps/cover-off/after/0`
 * @example sheetFaults(draft).filter(({ place }) => placeOfPointer(place).list === 'parts')
 */
export function sheetFaults(document: unknown): SheetFault[] {
  const unreadable = unreadableFaults(document)
  return unreadable.length > 0 ? unreadable : draftFaults(document as SheetDocument)
}

/**
 * What `sheetFaults` says of a document that can be read, as every draft can after every edit: its shape, keys and references are not
 * gone through again, which is half the time while somebody types.
 *
 * @example draftFaults(applyEdits(draft, edits))
 */
export const draftFaults = (draft: SheetDocument): SheetFault[] => keyed(draft, meaningFaults(draft))

/**
 * What keeps a document from being read at all: its shape, keys that are used twice, references to nothing, an order in a circle. A draft
 * has none of it, whatever else is wrong with it.
 *
 * @example unreadableFaults(JSON.parse(text)).length === 0
 */
export function unreadableFaults(document: unknown): SheetFault[] {
  const shape = shapeFaults(SheetSchema, document)
  return keyed(document, shape.length > 0 ? shape : unsoundFaults(document as SheetDocument))
}

const keyed = (document: unknown, faults: readonly SheetFault[]): SheetFault[] =>
  faults.map(({ place, reason }) => ({ place: keyedPlace(document, place), reason }))

/** What may have worn is never held tighter than what must hold as left. */
function reuseFaults({ name, limits, reuse }: Position, at: string): SheetFault[] {
  if (!reuse) return []
  const faults: SheetFault[] = []
  const isTighter = (reuse.lower ?? -Infinity) > (limits.lower ?? -Infinity) || (reuse.upper ?? Infinity) < (limits.upper ?? Infinity)
  if ((reuse.lower ?? -Infinity) > (reuse.upper ?? Infinity))
    faults.push({ place: `${at}/reuse`, reason: `The lower limit of reuse of ${name} lies above the upper one.` })
  else if (isTighter)
    faults.push({ place: `${at}/reuse`,
      reason: `${name} may wear less than it must hold as left: its limits of reuse are the tighter ones.` })
  return faults
}

/** By the lengths of its sheet alone a seal can be set, and its spring is pressed as it may be. */
function sealFaults({ name, setting }: Seal, at: string): SheetFault[] {
  if (!setting) return []
  try {
    const { verdict } = settingOf(setting, { method: setting.method })
    return verdict === 'out' ? [{ place: `${at}/setting`, reason: `By its own lengths the spring of ${name} is not pressed as it may be.` }] : []
  } catch (error) {
    if (!(error instanceof DomainError)) throw error
    return [{ place: `${at}/setting`, reason: `${name}: ${error.message}` }]
  }
}

/**
 * What is wrong with the shape of an addition from the bench; null when it is one. What it means is judged where it is put in.
 *
 * @example growthFault({ adds: { parts: [part] } })
 */
export const growthFault = (given: unknown): SheetFault | null => shapeFaults(GrowthSchema, given)[0] ?? null

function meaningFaults(sheet: SheetDocument): SheetFault[] {
  const faults: SheetFault[] = []
  const fault = (place: string, reason: string) => faults.push({ place, reason })

  const goesBack = (key: string, place: string) => {
    if (sheet.steps.some(step => step.key === key && step.limb === 'off'))
      fault(place, `The work goes back to the floor or the way up, not to "${key}" on the way down.`)
  }
  const waysOf = (key: string) => new Set(sheet.choices?.find(choice => choice.key === key)?.ways.map(way => way.key))
  sheet.choices?.forEach((choice, i) => {
    const at = `/choices/${i}`
    const choosers = sheet.steps.filter(step => step.chooses === choice.key)
    if (choosers.length !== 1) fault(at, `The choice "${choice.key}" needs one step that makes it; it has ${choosers.length}.`)
    for (const side of ['allIn', 'otherwise'] as const) {
      if (choice.proposal && !waysOf(choice.key).has(choice.proposal[side]))
        fault(`${at}/proposal/${side}`, `There is no way "${choice.proposal[side]}".`)
    }
  })
  const assembled = new Set<string>()
  sheet.assemblies?.forEach((assembly, i) => assembly.parts.forEach((part, j) => {
    if (assembled.has(part)) fault(`/assemblies/${i}/parts/${j}`, `"${part}" is in two assemblies.`)
    assembled.add(part)
  }))
  sheet.parts.forEach((part, i) => {
    if (part.places && part.places.length !== part.count)
      fault(`/parts/${i}/places`, `${part.name} has ${part.count} pieces but ${part.places.length} places.`)
  })

  sheet.positions.forEach((position, i) => {
    const { lower, upper } = position.limits
    if (lower !== undefined && upper !== undefined && lower > upper)
      fault(`/positions/${i}/limits`, `The lower limit of ${position.name} lies above the upper one.`)
    faults.push(...reuseFaults(position, `/positions/${i}`))
    if (position.method !== 'values' && position.quantity !== 'length')
      fault(`/positions/${i}/quantity`, `A ${position.method} of ${position.name} must be a length.`)
    if (position.method === 'run-out' && !goesRound(anglesOf(position)))
      fault(
        `/positions/${i}/planes`,
        `The run-out of ${position.name} needs four angles or more in rising order, written as 0°, 45° …, with no gap over 100°.`,
      )
    if (position.atMm && (position.method !== 'run-out' || position.atMm.length !== position.stations.length))
      fault(
        `/positions/${i}/atMm`,
        `${position.name} is no run-out with a place along the axis for each of its ${position.stations.length} stations.`,
      )
    if (position.bowMm !== undefined && !position.atMm)
      fault(`/positions/${i}/bowMm`, `The bow of ${position.name} needs the places of its stations.`)
  })
  sheet.joints.forEach((joint, i) => {
    const { aim, from = aim, to: most = aim } = joint.torqueNm
    if (from > aim || aim > most) fault(`/joints/${i}/torqueNm`, `The torque of ${joint.name} lies outside its own range.`)
    if (joint.snug && joint.snug.torqueNm >= aim) fault(`/joints/${i}/snug`, `${joint.name} is snug below its final torque, not at it.`)
    const places = joint.layout && boltCount(joint.layout)
    // One layout may stand for several joints of a kind: two heads of sixteen.
    if (places !== undefined && joint.count % places !== 0)
      fault(`/joints/${i}/layout`, `The layout of ${joint.name} has ${places} places for its ${joint.count} fasteners.`)
    const senseless = joint.layout && joint.pattern && refusedPattern(joint.layout, joint.pattern)
    if (senseless) fault(`/joints/${i}/pattern`, `${joint.name}: ${senseless}`)
    const shares = joint.passes?.shares
    if (shares && (shares.at(-1) !== 1 || shares.some((share, j) => share <= (shares[j - 1] ?? 0))))
      fault(`/joints/${i}/passes/shares`, `The passes of ${joint.name} rise to the whole torque.`)
  })
  sheet.fits?.forEach((fit, i) => {
    for (const side of ['hole', 'shaft'] as const) {
      const { position, part, lowerMm, upperMm } = fit[side]
      const place = `/fits/${i}/${side}`
      if (position !== undefined) {
        if (sheet.positions.some(one => one.key === position && one.quantity !== 'length'))
          fault(`${place}/position`, `A partner of ${fit.name} must be a length.`)
      } else if (part === undefined || lowerMm === undefined || upperMm === undefined || lowerMm > upperMm) {
        fault(place, `A partner of ${fit.name} is a position, or a part with its smallest and largest size.`)
      }
    }
    const { lower, upper } = fit.clearanceMm
    if (lower !== undefined && upper !== undefined && lower > upper)
      fault(`/fits/${i}/clearanceMm`, `The smallest clearance of ${fit.name} lies above the largest.`)
  })
  sheet.seals?.forEach((seal, i) => faults.push(...sealFaults(seal, `/seals/${i}`)))
  sheet.steps.forEach((step, i) => {
    const at = `/steps/${i}`
    for (const field of ['why', 'minutes'] as const)
      if (step[field] === undefined && !sheet.gaps?.some(gap => gap.thing === step.key && gap.field === field))
        fault(`${at}/${field}`, `"${step.title}" says nothing of its ${field}, and does not say that it is not known (gaps).`)
    if (step.removes && step.limb !== 'off') fault(`${at}/removes`, 'Parts come out on the off limb only.')
    if (step.refits && step.limb !== 'on') fault(`${at}/refits`, 'Parts go back on the on limb only.')
    step.reads?.forEach((read, j) => {
      if (read.backTo) goesBack(read.backTo, `${at}/reads/${j}/backTo`)
      if (!read.keeps) return
      const quantityOf = (key: string) => sheet.positions.find(position => position.key === key)?.quantity
      if (quantityOf(read.keeps.position) !== quantityOf(read.position))
        fault(`${at}/reads/${j}/keeps/position`, `"${read.position}" can only keep to a reading of the same quantity.`)
    })
    step.feels?.forEach((check, j) => check.wrong.forEach((wrong, k) => wrong.causes.forEach((cause, l) => {
      if (cause.backTo) goesBack(cause.backTo, `${at}/feels/${j}/wrong/${k}/causes/${l}/backTo`)
    })))
  })

  for (const [i, { outlines = [] }] of sheet.parts.entries()) {
    for (const [j, outline] of outlines.entries()) {
      const at = `/parts/${i}/outlines/${j}`
      if (outline.toMm <= outline.fromMm) fault(`${at}/toMm`, 'An outline ends behind where it begins.')
      const { innerMm, outerMm, innerEndMm = innerMm, outerEndMm = outerMm } = outline
      if (outerMm <= innerMm || outerEndMm <= innerEndMm) fault(`${at}/outerMm`,
        'The outer diameter of an outline is larger than its inner one.')
    }
  }

  sheet.audited?.forEach(({ list, key }, i) => {
    const things = LIST_NAMES.includes(list as ListName) ? thingsOf(sheet, list as ListName) : undefined
    if (!things) fault(`/audited/${i}/list`, `There is no list "${list}".`)
    else if (!things.some(thing => thing[LISTS[list as ListName].key] === key)) fault(`/audited/${i}/key`, `"${list}" has no "${key}".`)
  })
  // In the sheet of a unit its options are settled.
  if (sheet.options) sheet.envelopes?.forEach(({ name, option, upTo, above }, i) => {
    const values = sheet.options?.find(({ key }) => key === option)?.values.map(({ key }) => key)
    for (const [field, value] of Object.entries({ upTo, above })) {
      if (!values?.includes(value)) fault(`/envelopes/${i}/${field}`, `${name}: the option "${option}" has no value "${value}".`)
    }
  })

  const items = new Map<number, number>()
  for (const [i, { item, when }] of sheet.parts.entries()) {
    // Parts of other options may stand at the same number.
    if (item === undefined || when) continue
    if (items.has(item)) fault(`/parts/${i}/item`, `Item ${item} is another part already.`)
    items.set(item, i)
  }

  if (faults.length === 0) faults.push(...machineFaults(sheet))
  return faults
}

/** Angles in rising order, once round, close enough together to see the high side. */
const goesRound = (angles: readonly number[]): boolean => angles.length >= 4
  && angles.every((angle, i) => angle >= 0 && angle < 360 && (i === 0 || angle > angles[i - 1]!)) && widestGap(angles).widthDeg <= 100
