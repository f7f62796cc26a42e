import { expect, test } from 'vitest'
import { applyEdits, DomainError, type Edit } from '#core'
import { liftPumpDocument } from '../../../../tests/support/demo-sheet'
import { useUnfinished } from './use-unfinished'

/** A step at its form, in a draft that takes what can stay so. */
function atStep() {
  let document = liftPumpDocument()
  const made: (readonly Edit[])[] = []
  const typed: unknown[] = []
  const unfinished = useUnfinished({
    act(edits) {
      try {
        document = applyEdits(document, edits)
      } catch (error) {
        if (error instanceof DomainError) return false
        throw error
      }
      made.push(edits)
      return true
    },
    type: edits => typed.push(edits.map(({ after }) => after)),
  })
  const step = () => document.steps.find(({ lifts, removes }) => removes && !lifts)!
  const { key } = step()
  const now = () => document.steps.find(one => one.key === key)! as unknown as Record<string, unknown>
  const at = (field: string, after: unknown) => ({ list: 'steps' as const, key, field, before: now()[field], after })
  const say = (field: string, after: unknown) => unfinished.say(at(field, after))
  const type = (field: string, after: unknown) => unfinished.type(at(field, after))
  return { unfinished, made, typed, now, say, type }
}

test('half of a field stays in the form, the whole goes into the draft, and nothing is written twice', () => {
  const { unfinished, made, now, say } = atStep()
  say('lifts', { gear: 'chain' })
  expect([unfinished.words.value, unfinished.fields.value]).toEqual(['Lift', { lifts: { gear: 'chain' } }])
  expect([now().lifts, made.length]).toEqual([undefined, 0])
  say('lifts', { gear: 'chain', massKg: 40 })
  expect([unfinished.words.value, now().lifts, made.length]).toEqual(['', { gear: 'chain', massKg: 40 }, 1])
  say('lifts', { gear: 'chain', massKg: 40 })
  expect(made).toHaveLength(1)
  say('lifts', undefined)
  expect([now().lifts, made.length]).toEqual([undefined, 2])
})

test('what the draft refuses stays in the form, beside what else is being written, until it is left out', () => {
  const { unfinished, made, now, say } = atStep()
  const before = now().removes as object[]
  say('removes', [...before, { part: 'nowhere-at-all', count: 1 }])
  say('hold', '')
  expect(unfinished.words.value).toBe('Takes out, Hold point')
  expect([now().removes, made.length]).toEqual([before, 0])
  say('removes', before)
  expect([unfinished.words.value, made.length]).toEqual(['Hold point', 0])
  unfinished.forget()
  expect(unfinished.fields.value).toEqual({})
})

test('what is typed is told and kept nowhere; back where it was, once it is said or left out, nothing is being typed', () => {
  const { unfinished, made, typed, now, say, type } = atStep()
  const { title } = now()
  type('title', 'Lift')
  type('title', 'Lift the cover')
  expect([typed, made.length, unfinished.fields.value]).toEqual([[['Lift'], ['Lift the cover']], 0, {}])
  for (const end of [() => type('title', title), () => say('title', 'Lift the cover'), () => say('title', ''), unfinished.forget]) {
    type('why', 'So that')
    end()
    expect(typed.slice(-2)).toEqual([['So that'], []])
  }
  expect([made.length, now().title]).toEqual([1, 'Lift the cover'])
})
