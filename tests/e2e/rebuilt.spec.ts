import { expect, test, type Locator, type Page } from '@playwright/test'
import { fieldWord, kindAt, LIST_NAMES, LISTS, schemaOf, type Kind, type ListName, type SheetDocument } from '#core'
import { fieldKind, listOfKind, type FieldSchema } from '../../app/features/sheets/editor/fields/field-kinds'
import { mapReferences } from '../../core/sheet/lists'
import { demoSheet } from '../support/demo-sheet'
import { signedIn } from './bench'

const asWritten = (text: string) => text.replaceAll(/[.*+?^${}()|[\]\\]/g, String.raw`\$&`)
/** What ships and is written once more by hand, from nothing: every field that a sheet can say is within reach of its desk. */
const SHEET = demoSheet('diaphragm-dosing-pump')
/** What others name comes first; what is named later is said once it is there. */
const ORDER: readonly ListName[] = [
  'options', 'axes', 'energies', 'temporary', 'parts', 'assemblies', 'positions', 'marks', 'joints', 'fits', 'steps', 'choices', 'dryZones',
]
type Thing = Record<string, unknown> & { key?: string, name?: string, title?: string, question?: string }
const things = (document: SheetDocument, list: ListName) => (document[list] ?? []) as readonly Thing[]
const idOf = ({ key, name }: Thing) => (key ?? name)!
const nameOf = (thing: Thing) => (thing.name ?? thing.title ?? thing.question)!

/** The author at the desk: knows what is there already, and writes field by field. */
class Author {
  /** Kind and key of a thing in what ships → what it is called here. */
  private readonly keys = new Map<string, string>()
  private readonly made = new Set<string>()
  private readonly later: { list: ListName, i: number, fields: string[] }[] = []

  constructor(readonly page: Page, readonly draft: string) {}

  async written(): Promise<SheetDocument> {
    await expect(this.page.getByText('Kept', { exact: true })).toBeVisible()
    return (await (await this.page.request.get(`/api/drafts/${this.draft}`)).json() as { document: SheetDocument }).document
  }

  /** What a thing is on other machines, with the names that things have here. */
  private variants(list: ListName, shipped: readonly { when: Record<string, string[]>, set: object }[]) {
    const keyHere = (kind: Kind, key: string) => this.keys.get(`${kind} ${key}`)!
    return shipped.map(({ when, set }) => ({
      when: Object.fromEntries(Object.entries(when).map(([option, values]) => [keyHere('option', option), values])),
      set: mapReferences(set, LISTS[list].refers, keyHere),
    }))
  }

  /** What was written, with the names that its things have in what ships. */
  named(document: SheetDocument): unknown {
    let text = JSON.stringify(document)
    for (const [shipped, here] of this.keys)
      text = text.replaceAll(`"${here}"`, JSON.stringify(shipped.slice(shipped.lastIndexOf(' ') + 1)))
    return JSON.parse(text)
  }

  /** What the frame of a new sheet has brought, the first of their lists, goes again. */
  async takeOut(list: 'steps' | 'parts', count: number): Promise<void> {
    await this.open(list)
    const first = list === 'steps'
      ? this.pane('Order').getByRole('button', { name: /^1 / })
      : this.row('parts', SHEET.title)
    for (let i = 0; i < count; i++) {
      await first.click()
      const form = this.page.getByRole('dialog')
      await form.getByRole('button', { name: 'Take out', exact: true }).click()
      const all = form.getByRole('button', { name: 'Take it out of all of them' })
      if (await all.isVisible()) await all.click()
      await expect(form).toBeHidden()
    }
  }

  /** What is said of the machine as a whole. */
  async sayWhole(): Promise<void> {
    await this.page.getByRole('tab', { name: 'Sheet' }).click()
    const pane = this.pane('Sheet')
    const { properties } = schemaOf('sheet') as unknown as FieldSchema
    for (const [field, schema] of Object.entries(properties!)) {
      const value = (SHEET as unknown as Record<string, unknown>)[field]
      if (value === undefined || ['$schema', 'format', 'key', 'revision', 'title', ...LIST_NAMES].includes(field)) continue
      await this.write(await within(pane, field), schema, 'sheet', field, value)
    }
  }

  async writeList(list: ListName): Promise<void> {
    if (things(SHEET, list).length === 0) return
    const { properties } = schemaOf(list) as unknown as FieldSchema
    await this.open(list)
    for (const [i, thing] of things(SHEET, list).entries()) {
      await this.page.getByRole('button', { name: list === 'steps' ? 'New step' : 'New', exact: true }).click()
      const form = this.page.getByRole('dialog')
      const waits: string[] = []
      for (const field of Object.keys(thing)) {
        if (['key', 'outlines'].includes(field)) continue
        if (this.waits(list, field, thing[field])) waits.push(field)
        else await this.say(form, list, field, properties![field]!, thing[field])
      }
      await form.getByRole('button', { name: 'Put it in' }).click()
      await expect(form).toBeHidden()
      if (waits.length > 0) this.later.push({ list, i, fields: waits })
      this.made.add(`${LISTS[list].kind} ${idOf(thing)}`)
    }
    const there = things(await this.written(), list).slice(-things(SHEET, list).length)
    for (const [i, { key }] of things(SHEET, list).entries()) if (key) this.keys.set(`${LISTS[list].kind} ${key}`, there[i]!.key!)
  }

  /** What had to wait until what it names was there. */
  async writeLater(): Promise<void> {
    for (const { list, i, fields } of this.later) {
      const thing = things(SHEET, list)[i]!
      await this.open(list)
      const same = things(SHEET, list).slice(0, i).filter(one => nameOf(one) === nameOf(thing)).length
      await this.row(list, nameOf(thing)).nth(same).click()
      const form = this.page.getByRole('dialog')
      for (const field of fields)
        await this.say(form, list, field, (schemaOf(list) as unknown as FieldSchema).properties![field]!, thing[field])
      await form.getByRole('button', { name: 'Done' }).click()
      await expect(form).toBeHidden()
    }
  }

  async draw(): Promise<void> {
    await this.page.getByRole('tab', { name: 'Section' }).click()
    for (const part of SHEET.parts.filter(({ outlines }) => outlines)) {
      await this.pick(this.page.getByRole('combobox', { name: 'Part', exact: true }), [`${part.name} · not drawn`])
      await this.page.getByRole('button', { name: 'Tapers, axis, side …' }).click()
      const form = this.page.getByRole('dialog')
      await this.write(form, schemaOf('parts', 'outlines') as FieldSchema, 'parts', 'outlines', part.outlines)
      await form.getByRole('button', { name: 'Done' }).click()
      await expect(form).toBeHidden()
    }
  }

  private readonly pane = (name: string) => this.page.getByRole('tabpanel', { name })

  private row(list: ListName, name: string): Locator {
    return list === 'steps'
      ? this.pane('Order').getByRole('button', { name: new RegExp(String.raw`^\d+ ${asWritten(name)}`) })
      : this.pane('Tables').getByRole('button', { name: list === 'marks' ? new RegExp(` ${asWritten(name)}$`) : name, exact: true })
  }

  private async open(list: ListName): Promise<void> {
    await this.page.getByRole('tab', { name: list === 'steps' ? 'Order' : 'Tables' }).click()
    if (list === 'steps') return
    const lists = this.page.getByRole('radiogroup', { name: 'List' })
    await lists.getByRole('radio').nth(TABLES.indexOf(list)).check({ force: true })
  }

  /** True where a field names something that is not there yet. */
  private waits(list: ListName, field: string, value: unknown): boolean {
    return LISTS[list].refers.some(({ path, to }) => path.replaceAll('!', '').split('/')[0] === field
      && things(SHEET, listOfKind(to)).map(idOf).some(id => !this.made.has(`${to} ${id}`) && JSON.stringify(value).includes(JSON.stringify(id))))
  }

  private async say(form: Locator, list: ListName, field: string, schema: FieldSchema, value: unknown): Promise<void> {
    if (!await form.getByRole('group', { name: fieldWord(field), exact: true }).first().isVisible())
      await this.pick(form.getByRole('combobox', { name: MORE }), [fieldWord(field)])
    await this.write(await within(form, field), schema, list, field, value)
  }

  /** Fills a field in, as its schema says. */
  private async write(at: Locator, schema: FieldSchema, list: ListName | 'sheet', path: string, value: unknown): Promise<void> {
    const word = fieldWord(path.split('/').findLast(name => name !== '*')!)
    const [refersTo, itemsTo] = list === 'sheet' ? [] : [kindAt(list, path), kindAt(list, `${path}/*`)]
    const kind = fieldKind(schema, refersTo, itemsTo)
    const box = at.getByRole('textbox', { name: word, exact: true }).first()
    const put = async (text: string) => {
      await box.fill(text)
      await box.blur()
    }
    switch (kind) {
      case 'yes': return at.getByRole('switch', { name: word }).press('Space')
      case 'number': return put(String(value))
      case 'line': case 'text': return put(value as string)
      case 'lines': return put((value as string[]).join('\n'))
      case 'numbers': return put((value as number[]).join('  '))
      case 'as it is written': return put(JSON.stringify(this.variants(list as ListName, value as never)))
      case 'choice': return this.pick(at.getByRole('combobox', { name: word, exact: true }).first(), [value as string])
      case 'choices': return this.pick(at.getByRole('combobox', { name: word, exact: true }).first(), value as string[])
      case 'reference': case 'references': {
        const named = things(SHEET, listOfKind((refersTo ?? itemsTo)!))
        const labels = [value].flat().map(key => named.find(one => idOf(one) === key)!)
          .map(one => (refersTo ?? itemsTo) === 'mark' ? `${this.keys.get(`mark ${one.key}`)} ${one.name}` : nameOf(one))
        return this.pick(at.getByRole('combobox', { name: word, exact: true }).first(), labels)
      }
      case 'condition': {
        for (const [key, values] of Object.entries(value as Record<string, string[]>)) {
          const asked = [
            ...SHEET.options ?? [], ...(SHEET.choices ?? []).map(({ key, question, ways }) => ({ key, name: question, values: ways })),
          ].find(one => one.key === key)!
          await this.pick(at.getByRole('combobox', { name: asked.name }), values.map(one => asked.values.find(way => way.key === one)!.name))
        }
        return
      }
      case 'list': {
        for (const [i, one] of (value as object[]).entries()) {
          await at.getByRole('button', { name: 'One more' }).last().click()
          await this.writeGroup(await within(at, `Number ${i + 1}`), schema.items!, list, `${path}/*`, one)
        }
        return
      }
      case 'shapes': {
        const shape = schema.anyOf!.find(one => one.properties?.kind?.const === (value as { kind: string }).kind)!
        await this.pick(at.getByRole('combobox', { name: word, exact: true }).first(), [shape.properties!.kind!.const!])
        return this.writeGroup(at, shape, list, path, value as object)
      }
      case 'group': {
        const say = at.getByRole('button', { name: 'Say it' }).first()
        if (await say.isVisible()) await say.click()
        return this.writeGroup(at, schema, list, path, value as object)
      }
      default: throw new Error(`nobody fills in ${kind} here: ${path}`)
    }
  }

  private async writeGroup(at: Locator, schema: FieldSchema, list: ListName | 'sheet', path: string, value: object): Promise<void> {
    for (const [field, one] of Object.entries(schema.properties ?? {})) {
      const said = (value as Record<string, unknown>)[field]
      if (said !== undefined && one.const === undefined) await this.write(await within(at, field), one, list, `${path}/${field}`, said)
    }
  }

  /** Chooses from a list until it shows what was chosen: it may still be folding up from the last time. */
  private async pick(list: Locator, labels: readonly string[]): Promise<void> {
    const shown = list.locator('xpath=ancestor::div[contains(concat(" ", @class, " "), " el-select ")][1]')
    for (const label of labels) {
      const option = this.page.getByRole('option', { name: label, exact: true }).first()
      await expect(async () => {
        if (!await option.isVisible()) await list.press('Enter')
        await option.click({ timeout: 3000 })
        if (await list.getAttribute('aria-label') !== MORE) await expect(shown).toContainText(label, { timeout: 1000 })
      }).toPass()
    }
    if (await list.getAttribute('aria-expanded') === 'true') await list.press('Tab')
  }
}

const MORE = 'Say more'
/** The lists of the desk from the top. */
const TABLES: readonly ListName[] = [
  'parts', 'positions', 'joints', 'fits', 'marks', 'seals', 'assemblies', 'options', 'choices', 'envelopes', 'dryZones', 'axes', 'energies',
  'temporary',
]

/** The field that stands directly in a form or in another field, by its word. */
async function within(at: Locator, field: string): Promise<Locator> {
  const named = at.getByRole('group', { name: field.startsWith('Number ') ? field : fieldWord(field), exact: true })
  await named.first().waitFor()
  const outer = await at.elementHandle()
  const at0 = await named.evaluateAll((all, root) =>
    all.findIndex(one => one.parentElement!.closest('[role=group], [role=dialog], [role=tabpanel]') === root), outer)
  return named.nth(at0)
}

test('@long a sheet that ships is written once more by hand, from nothing, and says the same', async ({ browser }) => {
  test.setTimeout(1_500_000)
  const { page, faults } = await signedIn(browser, 'holm')
  await page.goto('/sheets')
  await page.getByRole('button', { name: 'New sheet' }).click()
  const start = page.getByRole('dialog', { name: 'A new sheet' })
  await start.getByText('Frame of its family').click()
  await start.getByLabel('The machine').fill(SHEET.title)
  await start.getByText('None of these: it stands').click()
  await start.getByRole('button', { name: 'Begin it' }).click()
  await page.waitForURL(/\/drafts\//)
  const author = new Author(page, page.url().split('/').at(-1)!)
  const frame = await author.written()
  for (const list of ORDER) await author.writeList(list)
  await author.writeLater()
  await author.draw()
  await author.sayWhole()
  await author.takeOut('steps', frame.steps.length)
  await author.takeOut('parts', frame.parts.length)
  // Which sheet it is, the release says.
  const { key, revision, $schema } = SHEET as SheetDocument & { $schema?: string }
  expect({ ...author.named(await author.written()) as object, key, revision, $schema }).toEqual(SHEET)
  expect(faults).toEqual([])
})
