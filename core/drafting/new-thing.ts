import { LISTS, type ListName, type SheetDocument } from '../sheet'

/** The next mark that nothing in the sheet is. */
export const nextMarkKey = ({ marks }: Pick<SheetDocument, 'marks'>): string =>
  `MK-${Math.max(0, ...marks.map(mark => Number(mark.key.slice(3)))) + 1}`

/**
 * What a new thing of a list begins with: a key of its own, and what most things of its list say. What only its author knows is left out.
 *
 * @param newId makes the rest of a key
 * @example newThing(draft, 'parts', newId) // { key: 'part-…', count: 1, kind: 'small part' }
 */
export function newThing(sheet: SheetDocument, list: ListName, newId: () => string): Record<string, unknown> {
  const key = list === 'marks' ? nextMarkKey(sheet) : `${LISTS[list].kind.replaceAll(' ', '-')}-${newId()}`
  switch (list) {
    case 'parts': return { key, count: 1, kind: 'small part' }
    case 'positions': return { key, quantity: 'length', method: 'values', stations: ['value'], planes: ['value'], limits: {} }
    case 'joints': return { key }
    case 'fits': return { key, hole: {}, shaft: {}, clearanceMm: {} }
    case 'marks': return { key, between: [], symbol: '•', way: 'paint' }
    case 'steps': return { key, limb: 'off', stage: 'take-apart', after: [] }
    case 'assemblies': return { parts: [] }
    default: return { key }
  }
}
