import { LISTS, thingsOf, type ListName, type SheetDocument } from '#core'
import { v4 as newId } from 'uuid'

/** The key of a thing that is new: its kind and a number that nothing else has; a mark has the next free one. */
export function newKey(sheet: SheetDocument, list: ListName): string {
  if (list === 'marks') return `MK-${Math.max(0, ...sheet.marks.map(mark => Number(mark.key.slice(3)))) + 1}`
  return `${LISTS[list].kind.replaceAll(' ', '-')}-${newId()}`
}

/** What a new thing of a list begins with. */
export function newThing(sheet: SheetDocument, list: ListName): Record<string, unknown> {
  const key = newKey(sheet, list)
  switch (list) {
    case 'parts': return { key, name: '', count: 1, kind: 'small part' }
    case 'positions':
      return { key, name: '', quantity: 'length', method: 'values', stations: ['value'], planes: ['value'], limits: {}, instrument: '', source: '' }
    case 'joints': return { key, name: '', lubricant: { kind: 'oil', text: 'thread oiled' }, source: '' }
    case 'fits': return { key, name: '', hole: {}, shaft: {}, clearanceMm: {}, source: '' }
    case 'marks': return { key, name: '', between: [], symbol: '•', way: 'paint', place: '' }
    case 'steps': return { key, limb: 'off', stage: 'take-apart', title: '', after: [] }
    case 'assemblies': return { name: '', parts: [] }
    default: return { key, name: '' }
  }
}

/** The key of the last thing of a list: what comes new stands behind it. */
export const lastKey = (sheet: SheetDocument, list: ListName): string => {
  const last = thingsOf(sheet, list).at(-1)
  return last?.[LISTS[list].key] ?? ''
}
