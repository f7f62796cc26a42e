import { piecesMoved } from '../machine-faults'
import type { Found, Rule } from './finding'

/** On every way, what comes off goes back, once. */
export const partAccount: Rule = {
  name: 'part-account',
  source: 'general practice: the account of parts closes at zero',
  scope: 'way',
  find: (sheet) => {
    const [out, back] = [piecesMoved(sheet, 'removes'), piecesMoved(sheet, 'refits')]
    return sheet.parts.flatMap(({ key, name, count: all }): Found[] => {
      const [off, on] = [out(key), back(key)]
      const at = { list: 'parts' as const, key, severity: 'wrong' as const }
      if (off > on) return [{ ...at, sentence: `${name}: ${off} come off and ${on} go back.` }]
      if (on > off) return [{ ...at, sentence: `${name}: ${on} go back and ${off} came off.` }]
      return off > all ? [{ ...at, field: 'count', sentence: `${name}: ${off} come off a machine that has ${all}.` }] : []
    })
  },
}
