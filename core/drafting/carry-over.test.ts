import canonicalize from 'canonicalize'
import { describe, expect, it } from 'vitest'
import { demoDocuments, liftPumpDocument } from '../../tests/support/demo-sheet'
import { randomFrom } from '../random'
import { applyEdits, unreadableFaults, type Edit, type SheetDocument } from '../sheet'
import { carryOver } from '.'

const base = liftPumpDocument()
const joint = base.joints[0]!
const torque = (aim: number): Edit => ({ list: 'joints', key: joint.key, field: 'torqueNm', before: joint.torqueNm, after: { ...joint.torqueNm, aim } })
const title = (step: number, after: string): Edit => ({ list: 'steps', key: base.steps[step]!.key, field: 'title', before: base.steps[step]!.title, after })
const made = (...edits: Edit[]) => applyEdits(base, edits)

describe('a draft on top of a newer revision', () => {
  it('keeps what both have changed in different places, and what both have changed alike', () => {
    const { document, left } = carryOver(base, made(torque(90), title(3, 'Ours')), made(title(5, 'Theirs'), torque(90)))
    expect(left).toEqual([])
    expect(canonicalize(document)).toBe(canonicalize(made(torque(90), title(3, 'Ours'), title(5, 'Theirs'))))
  })

  it('leaves to a person what stands against it, with what the draft would have', () => {
    const { document, left } = carryOver(base, made(torque(90), title(3, 'Ours')), made(torque(75)))
    expect(left).toEqual([torque(90)])
    expect(document.joints[0]!.torqueNm.aim).toBe(75)
    expect(document.steps[3]!.title).toBe('Ours')
  })

  it('leaves what stands on a thing that is gone', () => {
    const key = 'part-new'
    const part = { key, name: 'Shim', count: 2, kind: 'small part' }
    const behind = base.parts.at(-1)!.key
    const withShim = made({ list: 'parts', key, after: part, behind })
    const draft = applyEdits(withShim, [{ list: 'parts', key, field: 'massKg', after: 0.1 }])
    expect(carryOver(withShim, draft, base)).toEqual({ document: base, left: [{ list: 'parts', key, field: 'massKg', after: 0.1 }] })
  })

  it('is always a document that can be read, and loses no change of the revision, whatever two people do to any sheet', () => {
    const next = randomFrom(11)
    const pick = <T>(all: readonly T[]): T => all[Math.floor(next() * all.length)]!
    const change = (sheet: SheetDocument): SheetDocument => {
      let changed = sheet
      for (let i = 0; i < 6; i++) {
        const [part, step] = [pick(changed.parts), pick(changed.steps)]
        const edit: Edit = next() < 0.5
          ? { list: 'parts', key: part.key, field: 'name', before: part.name, after: `Part ${Math.floor(next() * 4)}` }
          : { list: 'steps', key: step.key, field: 'minutes', ...step.minutes === undefined ? {} : { before: step.minutes }, after: 1 + Math.floor(next() * 90) }
        changed = applyEdits(changed, [edit])
      }
      return changed
    }
    for (const sheet of demoDocuments) {
      const [draft, newest] = [change(sheet), change(sheet)]
      const { document, left } = carryOver(sheet, draft, newest)
      expect(unreadableFaults(document)).toEqual([])
      // Each place has what the draft wants, or it is told; where the draft wants nothing, what was released stands.
      for (const [i, part] of sheet.parts.entries()) {
        const wanted = draft.parts[i]!.name !== part.name ? draft.parts[i]!.name : newest.parts[i]!.name
        expect(document.parts[i]!.name === wanted || left.some(edit => edit.key === part.key && edit.after === wanted), part.key).toBe(true)
      }
    }
  })
})
