import { applyPatch } from 'rfc6902'
import { describe, expect, it } from 'vitest'
import { demoDocuments, liftPumpDocument } from '../../../tests/support/demo-sheet'
import type { SheetDocument } from '../schema'
import { applyEdits, editsBetween, inverseOf, jsonPatchOf, type Edit } from '.'

function patched(document: SheetDocument, edits: readonly Edit[]) {
  const copy = structuredClone(document)
  const refused = applyPatch(copy, structuredClone(jsonPatchOf(document, edits))).filter(Boolean)
  return { copy, refused }
}

describe('jsonPatchOf', () => {
  it('makes of a sheet what the edits make of it, for programs that know no keys: every shipped sheet of another, and its order turned', () => {
    for (const [i, from] of demoDocuments.entries()) {
      const to = demoDocuments[(i + 7) % demoDocuments.length]!
      const turned = { ...from, parts: from.parts.toReversed(), positions: from.positions?.toReversed() }
      for (const edits of [editsBetween(from, to), editsBetween(from, turned), inverseOf(editsBetween(to, from))])
        expect(patched(from, edits)).toEqual({ copy: applyEdits(from, edits), refused: [] })
    }
  })

  it('tests what it takes away or writes over: on a sheet that says something else by now it fails', () => {
    const pump = liftPumpDocument()
    const edits: Edit[] = [
      { list: 'sheet', key: '', field: 'title', before: pump.title, after: 'Another' },
      { list: 'parts', key: 'rotor', field: 'massKg', before: pump.parts.find(({ key }) => key === 'rotor')!.massKg, after: 9 },
    ]
    const operations = jsonPatchOf(pump, edits)
    expect(operations.map(({ op }) => op)).toEqual(['test', 'replace', 'test', 'replace'])
    expect(applyPatch({ ...structuredClone(pump), title: 'Theirs' }, operations).map(one => one?.name ?? null)).toEqual(['TestError', null, null, null])
  })
})
