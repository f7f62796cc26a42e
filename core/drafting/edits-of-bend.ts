import { bentSheet, editsBetween, type Bend, type Edit, type Sheet, type SheetDocument } from '../sheet'

/**
 * What a figure of one machine would be in the sheet of its kind: the edits that write it there.
 *
 * @returns nothing where the sheet says so already, or has no such thing any more
 * @example editsOfBend(draft, { of: 'joint', joint: 'casing-joint', torqueNm: { aim: 300 } })
 */
export const editsOfBend = (sheet: SheetDocument, bend: Bend): Edit[] => editsBetween(sheet, bentSheet(sheet as Sheet, [bend]))
