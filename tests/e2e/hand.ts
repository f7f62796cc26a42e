import { test, type Locator, type Page } from '@playwright/test'

/*
 * With what a run presses: NEEDLER_HAND=keyboard or touch works every journey with that alone, so that nothing on a screen is out of reach
 * of it. Without it journeys press with a mouse, those of the tablet with a thumb.
 */
const hand = process.env.NEEDLER_HAND as 'keyboard' | 'touch' | undefined

/** Presses of Tab after which something counts as out of reach. */
const REACH = 400

/** The control that answers for an element: of a label its field, of a word in a button the button. */
const controlOf = (element: Element): Element =>
  (element.closest('label') as HTMLLabelElement | null)?.control
  ?? element.closest('a, button, input, textarea, summary, [tabindex]:not([tabindex="-1"])')
  ?? element

/** A menu or list that has unfolded: arrows go through it; the focus is on the item, or the list shows where it is. */
async function byArrows(item: Locator): Promise<void> {
  const { keyboard } = item.page()
  const isThere = () => item.evaluate(element => element === document.activeElement || element.classList.contains('is-hovering'))
  for (let i = 0; i < REACH && !(await isThere()); i++) await keyboard.press('ArrowDown')
  await keyboard.press('Enter')
}

/** Goes to it with Tab as a person without a mouse would, and presses it. */
async function byKeyboard(target: Locator): Promise<void> {
  const keyboard = target.page().keyboard
  await target.waitFor()
  if (['option', 'menuitem'].includes(await target.getAttribute('role') ?? '')) return byArrows(target)
  const control = await target.evaluateHandle(controlOf)
  const type = await control.evaluate(element => element instanceof HTMLInputElement ? element.type : '')
  const isThere = () => control.evaluate((element) => {
    const at = document.activeElement
    // Tab goes to one of a group of radio buttons; arrows go on from there.
    const inGroup = at instanceof HTMLInputElement && element instanceof HTMLInputElement && at.type === 'radio' && at.name === element.name
    return at === element || (element.getAttribute('role') === 'tab' && at?.parentElement === element.parentElement) || inGroup
  })
  for (let i = 0; !(await isThere()); i++) {
    if (i === REACH) throw new Error(`Not reached by keyboard: ${target}`)
    await keyboard.press('Tab')
  }
  if (type === 'radio') {
    for (let i = 0; i < 20 && !(await control.evaluate(element => (element as HTMLInputElement).checked)); i++)
      await keyboard.press(i === 0 ? 'Space' : 'ArrowRight')
  } else if (['checkbox', 'file'].includes(type)) {
    await keyboard.press('Space')
  } else if (!['text', 'search', 'password', 'number'].includes(type)) {
    await keyboard.press('Enter')
  }
}

/** Lets a page be pressed with what this run presses with. */
export function giveHand(page: Page): void {
  if (!hand) return
  // Going round with Tab takes its time.
  test.setTimeout(1_200_000)
  const press = Object.getPrototypeOf(page.locator('body')) as Locator
  if (hand === 'touch') press.click = function (this: Locator) { return this.tap() }
  else press.click = press.tap = function (this: Locator) { return byKeyboard(this) }
}

/** What a browser must be able to do for that. */
export const handOptions = hand === 'touch' ? { hasTouch: true } : {}
