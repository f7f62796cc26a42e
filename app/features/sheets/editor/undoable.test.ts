import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { undoable } from './undoable'

type Row = Parameters<typeof undoable>[0][number]

describe('undoable', () => {
  it('goes back and forth as a stack of texts would', () => {
    fc.assert(fc.property(fc.array(fc.constantFrom('write', 'undo', 'redo', 'other', 'carry'), { maxLength: 40 }), (acts) => {
      const history: Row[] = []
      const [past, future]: [number[], number[]] = [[], []]
      const put = (undoes: number | null, isMine = true, carries: number | null = null) =>
        history.push({ n: history.length + 1, undoes, isMine, carries })
      let text = 0
      for (const act of acts) {
        const { undo, redo } = undoable(history)
        expect([undo !== undefined, redo !== undefined]).toEqual([past.length > 0, future.length > 0])
        if (act === 'other') put(null, false)
        if (act === 'carry') put(null, true, 5)
        if (act === 'write') {
          past.push(text)
          future.length = 0
          text = put(null)
        }
        if (act === 'undo' && undo !== undefined) {
          put(undo)
          future.push(text)
          text = past.pop()!
        }
        if (act === 'redo' && redo !== undefined) {
          put(redo)
          past.push(text)
          text = future.pop()!
        }
      }
    }))
  })
})
