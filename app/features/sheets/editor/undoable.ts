import type { DeedRow } from '#shared/wire/drafts'

/**
 * Which deed of one's own is taken back next, and which taking back is taken back itself. What is written anew ends what could be redone.
 *
 * @example undoable([{ n: 1, undoes: null, carries: null, isMine: true }]) // { undo: 1, redo: undefined }
 */
export function undoable(
  history: readonly Pick<DeedRow, 'n' | 'undoes' | 'isMine' | 'carries'>[],
): { undo: number | undefined, redo: number | undefined } {
  const [undo, redo]: [number[], number[]] = [[], []]
  // A revision that was brought in is nobody's deed: it stands, and so does what was written before it.
  for (const { n, undoes, carries } of history.filter(deed => deed.isMine)) {
    if (carries !== null) continue
    if (undoes === null) {
      undo.push(n)
      redo.length = 0
    } else if (undo.at(-1) === undoes) {
      undo.pop()
      redo.push(n)
    } else if (redo.at(-1) === undoes) {
      redo.pop()
      undo.push(n)
    }
  }
  return { undo: undo.at(-1), redo: redo.at(-1) }
}
