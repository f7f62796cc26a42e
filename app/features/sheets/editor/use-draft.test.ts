import { effectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { applyEdits, draftChecker, inverseOf, type DraftNews, type Edit, type SheetDocument } from '#core'
import { liftPumpDocument } from '../../../../tests/support/demo-sheet'
import { makeDraft } from './use-draft'
import { soon } from '../../../../tests/support/soon'

// Before what is imported looks for it.
vi.hoisted(() => {
  vi.stubGlobal('window', new EventTarget())
  vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => {} })
})
/** A worker that breaks at what it is asked next, and starts anew. */
const forgetful = { next: false }
vi.mock('../../../workers/ask-worker', () => ({
  openCoreWorker: () => {
    let check = draftChecker()
    return {
      async ask(_task: string, news: DraftNews) {
        if (forgetful.next) {
          forgetful.next = false
          check = draftChecker()
          throw new Error('broken')
        }
        return check(structuredClone(news))
      },
      stop: () => {},
    }
  },
}))

interface Written { id: string, n: number, undoes: number | null, edits: Edit[], isMine: boolean }
/** The server of these tests: the document, what was written, and whether it is reached. */
const server = { document: liftPumpDocument(), written: [] as Written[], reached: true, sent: [] as string[] }
const write = (edits: Edit[], id: string, isMine: boolean, undoes: number | null = null) => {
  server.document = applyEdits(server.document, edits)
  server.written.push({ id, n: server.written.length + 1, undoes, edits, isMine })
  return { n: server.written.length, seq: server.written.length, edits }
}

vi.mock('../../../net/api', async (original) => {
  const real = await original<typeof import('../../../net/api')>()
  return {
    ...real,
    async callApi(_path: string, { method = 'GET', body }: { method?: string, body?: { id: string, edits?: Edit[], undoes?: number } } = {}) {
      if (!server.reached) {
        if (method === 'POST') server.sent.push(body!.id)
        throw new real.NoNetwork()
      }
      if (method === 'GET') {
        const history = server.written.map(({ n, undoes, isMine, edits }) => ({ n, undoes, isMine, by: '', at: '', carries: null, left: null, edits: edits.length }))
        return { document: server.document, seq: server.written.length, status: 'open', history, isMine: server.written.some(one => one.isMine) }
      }
      server.sent.push(body!.id)
      const twice = server.written.find(one => one.id === body!.id)
      if (twice) return { n: twice.n, seq: server.written.length, edits: twice.edits }
      try {
        return write(body!.edits ?? inverseOf(server.written[body!.undoes! - 1]!.edits), body!.id, true, body!.undoes ?? null)
      } catch (error) {
        const { code, message, details } = error as { code: string, message: string, details: object }
        throw new real.ApiProblem({ type: '', title: '', status: 409, code, detail: message, ...details })
      }
    },
  }
})

const title = (before: string, after: string): Edit => ({ list: 'sheet', key: '', field: 'title', before, after })
const first = liftPumpDocument().title
let scope = effectScope()
async function desk() {
  const opened = scope.run(() => makeDraft('a'))!
  await opened.load()
  return opened
}
const settled = (opened: Awaited<ReturnType<typeof desk>>) => soon(() => expect(opened.saving.value).toBe(0))
const titleOf = (document: SheetDocument | null) => document?.title

beforeEach(() => {
  scope = effectScope()
  Object.assign(server, { document: liftPumpDocument(), written: [], reached: true, sent: [] })
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
})

describe('a draft at the desk', () => {
  it('shows what is written at once, keeps it, and goes back and forth', async () => {
    const opened = await desk()
    expect(opened.act([title(first, 'Second')])).toBe(true)
    expect([titleOf(opened.document.value), opened.saving.value, opened.mayUndo.value]).toEqual(['Second', 1, undefined])
    await settled(opened)
    expect([titleOf(server.document), opened.answer.value!.isMine]).toEqual(['Second', true])
    opened.undo()
    await settled(opened)
    expect([titleOf(opened.document.value), opened.mayUndo.value, opened.mayRedo.value]).toEqual([first, undefined, 2])
    opened.redo()
    await settled(opened)
    expect([titleOf(opened.document.value), opened.mayRedo.value]).toEqual(['Second', undefined])
    // What is written anew ends what could be done again.
    opened.undo()
    await settled(opened)
    opened.act([title(first, 'Third')])
    await settled(opened)
    expect([opened.mayUndo.value, opened.mayRedo.value]).toEqual([5, undefined])
  })

  it('refuses here what could not be, in a sentence, and sends nothing', async () => {
    const opened = await desk()
    expect(opened.act([{ list: 'parts', key: 'rotor', field: 'count', before: 1, after: 'two' }])).toBe(false)
    expect(opened.problem.value).toMatch(/Pieces has to be/)
    expect(opened.act([])).toBe(false)
    expect([server.sent, titleOf(opened.document.value)]).toEqual([[], first])
  })

  it('waits without a link, and counts once however often it was sent', async () => {
    vi.useFakeTimers()
    const opened = await desk()
    server.reached = false
    opened.act([title(first, 'Second')])
    opened.act([title('Second', 'Third')])
    await vi.advanceTimersByTimeAsync(7000)
    expect([opened.isCut.value, opened.saving.value, titleOf(opened.document.value)]).toEqual([true, 2, 'Third'])
    server.reached = true
    await vi.advanceTimersByTimeAsync(7000)
    expect([opened.isCut.value, opened.saving.value, server.written.length, titleOf(server.document)]).toEqual([false, 0, 2, 'Third'])
    expect(new Set(server.sent).size).toBe(2)
    expect(server.sent.length).toBeGreaterThan(2)
  })

  it('takes off the screen what another was faster with, and shows both', async () => {
    const opened = await desk()
    write([title(first, 'Theirs')], 'other', false)
    opened.act([title(first, 'Mine')])
    await soon(() => expect(opened.clash.value).not.toBeNull())
    expect(opened.clash.value).toMatchObject({ now: 'Theirs', edit: { after: 'Mine' } })
    expect(titleOf(opened.document.value)).toBe('Theirs')
    await settled(opened)
    expect(opened.act([title('Theirs', 'Mine after all')])).toBe(true)
    await settled(opened)
    expect([opened.clash.value, titleOf(server.document)]).toEqual([null, 'Mine after all'])
  })

  it('fetches what others have written beside it', async () => {
    const opened = await desk()
    write([{ list: 'sheet', key: '', field: 'family', before: server.document.family, after: 'their family' }], 'other', false)
    opened.act([title(first, 'Mine')])
    await soon(() => expect(opened.document.value?.family).toBe('their family'))
    expect(titleOf(opened.document.value)).toBe('Mine')
    expect(opened.mayUndo.value).toBe(2)
  })

  it('lets the checker read what stands here: what is written, what another wrote, what is taken back', async () => {
    const opened = await desk()
    const isRead = () => soon(() => expect(opened.checked.value).toEqual(draftChecker()({ document: opened.document.value! })))
    const massOf = (after: number, before?: number): Edit => ({ list: 'parts', key: 'seal-glands', field: 'massKg', ...before === undefined ? {} : { before }, after })
    await isRead()
    const untouched = opened.checked.value
    opened.act([massOf(90)])
    opened.act([massOf(95, 90)])
    await settled(opened)
    await isRead()
    expect(opened.checked.value).not.toEqual(untouched)
    write([{ list: 'parts', key: 'hub-key', field: 'massKg', after: 80 }], 'other', false)
    opened.act([massOf(70, 95)])
    await settled(opened)
    await isRead()
    for (let undone = 0; undone < 3; undone++) {
      opened.undo()
      await settled(opened)
    }
    await isRead()
    expect(opened.checked.value).not.toEqual(untouched)
  })

  it('lets the checker read what is typed, and not send it; what is kept then, or left, is no longer typed', async () => {
    const opened = await desk()
    const reads = (edits: Edit[]) =>
      soon(() => expect(opened.checked.value).toEqual(draftChecker()({ document: applyEdits(opened.document.value!, edits) })))
    const mass = (after: number): Edit[] => [{ list: 'parts', key: 'seal-glands', field: 'massKg', after }]
    await reads([])
    const untouched = opened.checked.value
    opened.type(mass(9))
    opened.type(mass(90))
    await reads(mass(90))
    expect(opened.checked.value).not.toEqual(untouched)
    opened.type([])
    await reads([])
    expect([opened.checked.value, server.sent]).toEqual([untouched, []])
    opened.type(mass(90))
    opened.act(mass(90))
    expect(opened.typed.value).toEqual([])
    await settled(opened)
    await reads([])
    expect(opened.checked.value).not.toEqual(untouched)
  })

  it('tells the checker the whole again when it has lost what it kept', async () => {
    const opened = await desk()
    await soon(() => expect(opened.checked.value).not.toBeNull())
    forgetful.next = true
    opened.act([title(first, 'Second')])
    await soon(() => expect(opened.checked.value).toEqual(draftChecker()({ document: opened.document.value! })))
    expect(forgetful.next).toBe(false)
  })
})
