import { editsBetween, ORDER, type Edit, type SheetDocument, type Step } from '../sheet'

/**
 * The edits that take a step out of its place in the work and put it behind another: what waited for it waits for what it waited for, it
 * waits for the one before it, and what waited for that one waits for it.
 *
 * @param behind the step it comes after; empty for the first of its limb
 * @returns nothing where it stands there already; a circle is refused by `applyEdits`
 * @example applyEdits(sheet, editsToMove(sheet, 'guard-off', 'isolate'))
 */
export function editsToMove(sheet: SheetDocument, key: string, behind: string): Edit[] {
  const step = sheet.steps.find(one => one.key === key)
  const limbOf = sheet.steps.filter(one => one.limb === step?.limb)
  const before = limbOf[limbOf.findIndex(one => one.key === key) - 1]?.key ?? ''
  if (!step || behind === key || behind === before) return []
  const next = limbOf.filter(one => one.key !== key)
  const follower = next[next.findIndex(one => one.key === behind) + 1]
  const steps = sheet.steps.map((one): Step => {
    if (one.key === key) {
      // What it waited for besides its place in the row, it still waits for.
      const kept = one.after.filter(other => other !== before)
      return { ...one, after: behind === '' ? kept : unique([...kept, behind]) }
    }
    if (one.key === follower?.key)
      return { ...one, after: unique(behind === '' ? [...one.after, key] : one.after.map(other => other === behind ? key : other)) }
    return one.after.includes(key) ? { ...one, after: unique(one.after.flatMap(other => other === key ? step.after : [other])) } : one
  })
  const front = sheet.steps.findIndex(one => one.limb === step.limb)
  const place = behind === '' ? sheet.steps[front - 1]?.key ?? '' : behind
  const was = sheet.steps[sheet.steps.indexOf(step) - 1]?.key ?? ''
  return [
    ...editsBetween(sheet, { ...sheet, steps }),
    ...place === was ? [] : [{ list: 'steps' as const, key, field: ORDER, before: was, after: place }],
  ]
}

const unique = (keys: readonly string[]) => [...new Set(keys)]
