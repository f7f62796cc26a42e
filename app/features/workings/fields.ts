import { DomainError, KINDS, parseQuantity, type QuantityKind } from '#core'

/** One input of a calculator: how it looks, what it starts with, and how its text is read. */
export interface Field<T = unknown> {
  label: string
  /** Text it starts with; the address carries it only when it was changed. */
  start: string
  hint?: string | undefined
  input:
    | { as: 'line'; unit: string; kind?: QuantityKind }
    | { as: 'choice'; choices: readonly { value: string; name: string }[] }
    | { as: 'rows'; columns: readonly string[] }
  /** Throws a `DomainError` with a sentence for the person. */
  read: (text: string) => T
  /** Only asked for when another field says so. */
  when?: ((texts: Readonly<Record<string, string>>) => boolean) | undefined
}

export type Fields = Readonly<Record<string, Field>>
export type Values<F extends Fields> = { [K in keyof F]: F[K] extends Field<infer T> ? T : never }

interface Extra { unit?: string, hint?: string, when?: Field['when'] }

/** A measured value; a bare number is in the unit shown beside the field. */
export function quantity(
  label: string,
  kind: QuantityKind,
  start: string,
  { unit = KINDS[kind].base, hint, when }: Extra = {},
): Field<number> {
  const base = parseQuantity(`0 ${unit}`, kind).value
  const factor = parseQuantity(`1 ${unit}`, kind).value - base
  return {
    label,
    start,
    hint,
    when,
    input: { as: 'line', unit, kind },
    read: text => tidy((parseQuantity(text, kind, { bareUnit: unit }).value - base) / factor),
  }
}

/** The same, but it may stay empty. */
export function optional<T>(field: Field<T>): Field<T | undefined> {
  return { ...field, label: `${field.label} (if known)`, read: text => text.trim() ? field.read(text) : undefined }
}

/** Several values of one kind, with semicolons or blanks between them. */
export function several(label: string, kind: QuantityKind, start: string, extra: Extra = {}): Field<number[]> {
  const one = quantity(label, kind, start, extra)
  return {
    ...one,
    input: { ...one.input, as: 'line', unit: `${extra.unit ?? KINDS[kind].base}; …` },
    read: text =>
      text
        .split(/[;\s]+/)
        .filter(Boolean)
        .map(one.read),
  }
}

/** A plain number without a unit. */
export function plain(label: string, start: string, { unit = '', hint, when }: Extra = {}): Field<number> {
  return { label, start, hint, when, input: { as: 'line', unit }, read: (text) => {
    const typed = text.trim().replace('−', '-').replace(',', '.')
    if (!/^[+-]?\d*\.?\d+(e[+-]?\d+)?$/i.test(typed))
      throw new DomainError('field.not-a-number', typed ? `"${text}" is no number.` : 'A number is wanted here.')
    return Number(typed)
  } }
}

/** A text that only the core can read, such as a thread. */
export const checked = <T>(label: string, start: string, read: (text: string) => T, hint?: string): Field<T> =>
  ({ label, start, hint, input: { as: 'line', unit: '' }, read: text => read(text.trim()) })

/** Plain numbers with semicolons or blanks between them. */
export function numbers(label: string, start: string, hint?: string): Field<number[]> {
  const one = plain(label, start)
  return { ...one, hint, read: text => text.split(/[;\s]+/).filter(Boolean).map(one.read) }
}

export function word(label: string, start: string, extra: Extra = {}): Field<string> {
  return { label, start, hint: extra.hint, when: extra.when, input: { as: 'line', unit: '' }, read: text => text.trim() }
}

export function choice<const V extends string>(label: string, choices: Readonly<Record<V, string>>, extra: Extra = {}): Field<V> {
  const list = Object.entries<string>(choices).map(([value, name]) => ({ value, name }))
  return {
    label,
    start: list[0]!.value,
    hint: extra.hint,
    when: extra.when,
    input: { as: 'choice', choices: list },
    read: text => (list.find(({ value }) => value === text) ?? list[0]!).value as V,
  }
}

/** A table of numbers, row by row; rows that are wholly empty are left out. As text, cells stand apart by `:` and rows by `;`. */
export function rows(label: string, columns: readonly string[], start: string, extra: Extra = {}): Field<number[][]> {
  const cell = plain('', '')
  return {
    label,
    start,
    hint: extra.hint,
    when: extra.when,
    input: { as: 'rows', columns },
    read: text =>
      splitRows(text)
        .filter(row => row.some(Boolean))
        .map((row, i) =>
          columns.map((column, j) => {
            try {
              return cell.read(row[j] ?? '')
            } catch (error) {
              throw error instanceof DomainError ? new DomainError(error.code, `Row ${i + 1}, ${column}: ${error.message}`) : error
            }
          }),
        ),
  }
}

export const splitRows = (text: string): string[][] => text.split(';').map(row => row.split(':').map(part => part.trim()))
export const joinRows = (table: readonly (readonly string[])[]): string => table.map(row => row.join(':')).join(';')

/** A unit that is not the base costs a division: its binary noise goes. */
const tidy = (value: number) => Number(value.toPrecision(13))
