import { PDFArray, PDFDict, PDFDocument, PDFName, PDFObjectCopier, PDFPageLeaf, PDFRef, PDFStream, type PDFObject } from '@cantoo/pdf-lib'

/** What a page is: where it is, what is on it, and what that is drawn with. */
const OF_A_PAGE = ['Resources', 'MediaBox', 'CropBox', 'BleedBox', 'TrimBox', 'ArtBox', 'Rotate', 'UserUnit', 'Contents', 'Group']
/** What hangs on something drawn and is not drawn: other files, actions, forms, notes of programs. */
const NOT_DRAWN = [
  'AA', 'A', 'OpenAction', 'JS', 'JavaScript', 'AF', 'OPI', 'Ref', 'EF', 'Metadata', 'PieceInfo', 'StructParent', 'StructParents', 'Alternates',
  'Measure', 'PtData', 'Properties', 'OC', 'Movie', 'Sound', 'Rendition', 'RichMediaContent', 'Thread', 'B', 'Tabs', 'Trans', 'PresSteps',
]
/** The bytes of a stream stand in the paper, not at an address. */
const ELSEWHERE = ['F', 'FFilter', 'FDecodeParms']
/** Their keys are names that somebody has given, of fonts and letters too. */
const NAMES_GIVEN = new Set(['Font', 'XObject', 'ExtGState', 'ColorSpace', 'Pattern', 'Shading', 'CharProcs'])
const named = (keys: readonly string[]) => keys.map(key => PDFName.of(key))
const [PAGE_KEYS, HANGING, OUTSIDE] = [named(OF_A_PAGE), named(NOT_DRAWN), named(ELSEWHERE)]

/** Takes off everything that is not drawn, from a thing and all it leads to. */
function strip(first: PDFObject, paper: PDFDocument, seen: Set<PDFObject>): void {
  const waiting: { next: PDFObject, isNames?: boolean }[] = [{ next: first }]
  while (waiting.length > 0) {
    const { next, isNames = false } = waiting.pop()!
    const object = next instanceof PDFRef ? paper.context.lookup(next) : next
    if (!object || seen.has(object)) continue
    seen.add(object)
    if (object instanceof PDFArray) {
      waiting.push(...object.asArray().map(one => ({ next: one })))
      continue
    }
    const dict = object instanceof PDFStream ? object.dict : object instanceof PDFDict ? object : undefined
    if (!dict) continue
    if (object instanceof PDFStream) for (const key of OUTSIDE) dict.delete(key)
    if (!isNames || dict !== object) for (const key of HANGING) dict.delete(key)
    for (const [key, value] of dict.entries()) waiting.push({ next: value, isNames: !isNames && NAMES_GIVEN.has(key.decodeText()) })
  }
}

/**
 * The pages of a paper, written anew: nothing of the bytes that came is kept but what is drawn, however they were put together. The same
 * paper comes out the same.
 */
export async function paperAnew(paper: PDFDocument): Promise<Uint8Array> {
  const anew = await PDFDocument.create({ updateMetadata: false })
  const copier = PDFObjectCopier.for(paper.context, anew.context)
  const seen = new Set<PDFObject>()
  for (const [i, { node }] of paper.getPages().entries()) {
    const page = new Map<PDFName, PDFObject>([[PDFName.of('Type'), PDFName.of('Page')]])
    for (const key of PAGE_KEYS) {
      const value = node.getInheritableAttribute(key)
      if (!value) continue
      strip(value, paper, seen)
      page.set(key, copier.copy(value))
    }
    const leaf = PDFPageLeaf.fromMapWithContext(page, anew.context)
    leaf.setParent(anew.catalog.insertLeafNode(anew.context.register(leaf), i))
  }
  return anew.save({ useObjectStreams: true, addDefaultPage: false, updateFieldAppearances: false })
}
