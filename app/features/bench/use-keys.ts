import { onKeyStroke } from '@vueuse/core'
import { isField } from '../../ui/is-field'
import type { Bench } from '../../job/use-bench'

/** What each key does, as the help shows it. */
export const KEYS: readonly (readonly [string, string])[] = [
  ['↓ →', 'next step'], ['↑ ←', 'step before'], ['Enter', 'tick the step'], ['U', 'undo my last'], ['N', 'note'], ['M', 'to the mark'],
  ['R', 'to the reading'], ['T', 'to the torque'], ['Page down', 'foot switch: takes what the instrument shows, or does what is next'], ['P', 'photo'],
  ['B', 'to the bags'], ['0', 'to the work at hand'], ['?', 'this help'],
]

const typing = (target: EventTarget | null) =>
  isField(target) || (target instanceof HTMLElement && target.closest('[role="dialog"]') !== null)
const isBehindDialog = () => document.querySelector('.el-overlay:not([style*="display: none"])') !== null
/** The first thing of that kind in the step or the tray that a hand could use now. */
function focusFirst(selector: string): void {
  document.querySelector<HTMLElement>(selector)?.focus()
}

/** The keyboard of the bench. Keys rest while somebody types, and while a dialog is open. */
export function useKeys(bench: Bench, open: { note: () => void, help: () => void }): void {
  const keys: Record<string, () => void> = {
    'ArrowDown': () => bench.lookBy(1),
    'ArrowRight': () => bench.lookBy(1),
    'ArrowUp': () => bench.lookBy(-1),
    'ArrowLeft': () => bench.lookBy(-1),
    'Enter': () => {
      if (bench.mayWork.value && bench.obstacle.value === null) bench.tick()
    },
    'u': () => {
      if (bench.mayWork.value && bench.undoable.value) bench.takeBack(bench.undoable.value.event)
    },
    'n': open.note,
    'm': () => focusFirst('[data-duty="make mark"] button, [data-duty="check mark"] button'),
    'r': () => focusFirst('[data-duty="reading"] input, [data-duty="reading"] button'),
    't': () => focusFirst('[data-torque], [data-foot]'),
    'p': () => document.querySelector<HTMLInputElement>('[aria-label="This step"] input[type=file]')?.click(),
    'b': () => focusFirst('[aria-label="Tray"] input'),
    '0': () => bench.look(null),
    '?': open.help,
  }
  // A foot switch sends one key, whatever the hands are typing: the next deed of the step, or its tick.
  onKeyStroke('PageDown', (event) => {
    if (isBehindDialog()) return
    event.preventDefault()
    const deeds = [...document.querySelectorAll<HTMLButtonElement>('[aria-label="This step"] [data-foot]')]
    deeds.find(deed => !deed.disabled)?.click()
  })
  onKeyStroke((event) => {
    const work = keys[event.key.length === 1 ? event.key.toLowerCase() : event.key]
    if (
      !work
      || event.ctrlKey
      || event.metaKey
      || event.altKey
      || typing(event.target)
      || isBehindDialog()
    )
      return
    // Enter belongs to what has the focus and does something with it.
    if (event.key === 'Enter' && event.target instanceof Element && event.target.closest('button, a, label, summary, [role="button"]')) return
    event.preventDefault()
    work()
  })
}
