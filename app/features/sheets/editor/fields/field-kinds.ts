import type { Kind, ListName, SheetDocument } from '#core'
import { LIST_NAMES, LISTS, thingsOf } from '#core'

/** What of a schema a form has to know. */
export interface FieldSchema {
  type?: string
  const?: string
  description?: string
  maxLength?: number
  maxItems?: number
  pattern?: string
  required?: readonly string[]
  properties?: Record<string, FieldSchema>
  items?: FieldSchema
  anyOf?: readonly FieldSchema[]
  patternProperties?: Record<string, FieldSchema>
}

/** How a field is filled in. */
export type FieldKind
  = 'choice' | 'choices' | 'yes' | 'number' | 'reference' | 'references' | 'line' | 'text' | 'lines' | 'numbers'
    | 'group' | 'list' | 'shapes' | 'condition' | 'attachments' | 'as it is written'

export function fieldKind(schema: FieldSchema, refersTo: Kind | undefined, itemRefersTo: Kind | undefined): FieldKind {
  if (schema.anyOf) return schema.anyOf.every(one => one.const !== undefined) ? 'choice' : 'shapes'
  switch (schema.type) {
    case 'boolean': return 'yes'
    case 'integer': case 'number': return 'number'
    case 'string': return refersTo ? 'reference' : (schema.maxLength ?? 0) > 250 ? 'text' : 'line'
    case 'array': {
      if (itemRefersTo) return 'references'
      if (schema.items?.type === 'string') return 'lines'
      if (schema.items?.type === 'number') return 'numbers'
      if (schema.items?.anyOf?.every(one => one.const !== undefined)) return 'choices'
      if (schema.items?.properties?.sha256) return 'attachments'
      return schema.items?.type === 'object' && !isVariants(schema) ? 'list' : 'as it is written'
    }
    case 'object': return schema.patternProperties ? 'condition' : 'group'
    default: return 'as it is written'
  }
}

const orNothing = (said: readonly unknown[]) => said.length > 0 ? said : undefined
/** What a text says in a field that is written as one, by its kind. */
export const WRITTEN: Partial<Record<FieldKind, (text: string) => unknown>> = {
  line: text => text.trim() || undefined,
  text: text => text.trim() || undefined,
  lines: text => orNothing(text.split('\n').map(line => line.trim()).filter(Boolean)),
  numbers: text => orNothing(text.split(/[;\s]+/).filter(Boolean).map(one => Number(one.replace(',', '.')))),
}

/** What a thing is on other machines is written down as it stands in the document. */
const isVariants = ({ items }: FieldSchema) => items?.properties?.set !== undefined

export const listOfKind = (kind: Kind): ListName => LIST_NAMES.find(list => LISTS[list].kind === kind)!

/** The things of a kind, to be picked from by name. */
export function choicesOf(sheet: SheetDocument, kind: Kind): { value: string, label: string }[] {
  const list = listOfKind(kind)
  return thingsOf(sheet, list).map((thing) => {
    const { key, name, title, question } = thing as { key?: string, name?: string, title?: string, question?: string }
    const label = name ?? title ?? question ?? key!
    return { value: thing[LISTS[list].key]!, label: kind === 'mark' ? `${key} ${label}` : label }
  })
}

/** The least that a part of a form can be: what its schema cannot do without, empty; a figure that is measured or set is nobody's guess. */
export function emptyOf(schema: FieldSchema): unknown {
  if (schema.const !== undefined) return schema.const
  if (schema.anyOf) return emptyOf(schema.anyOf[0]!)
  switch (schema.type) {
    case 'object': return Object.fromEntries((schema.required ?? [])
      .map(field => [field, emptyOf(schema.properties![field]!)]).filter(([, value]) => value !== undefined))
    case 'array': return []
    case 'boolean': return false
    case 'number': return undefined
    case 'integer': return 1
    default: return ''
  }
}
