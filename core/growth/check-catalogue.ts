import { Type } from '@sinclair/typebox'
import { DomainError } from '../domain-error'
import { MOST_FAULTS_SHOWN, shapeFaults, type Fault } from '../shape-words'
import { schemaOf, sheetFaults } from '../sheet'
import type { Catalogue } from './catalogue'
import { ENERGY_KINDS } from './energies'
import { frameFor } from './frame'
import { SAYS } from './words'

/* The shape of the document, also for the forms in which it is written. */

const object = <T extends Parameters<typeof Type.Object>[0]>(properties: T) => Type.Object(properties, { additionalProperties: false })
const oneOf = (values: readonly string[]) => Type.Union(values.map(value => Type.Literal(value)))
/** The words that a field of a thing of a sheet may have. */
const wordsOf = (list: 'parts' | 'positions', field: string): string[] =>
  ((schemaOf(list)!.properties as Record<string, { anyOf: { const: string }[] }>)[field]!).anyOf.map(one => one.const)
const Line = Type.String({ minLength: 1, maxLength: 120 })
const Text = Type.String({ minLength: 12, maxLength: 400 })
const Minutes = Type.Integer({ minimum: 1, maximum: 600 })

const Reading = object({
  name: Line,
  quantity: oneOf(wordsOf('positions', 'quantity')),
  instrument: Line,
  uncertainty: Type.Number({ exclusiveMinimum: 0, description: 'U (k = 2) of the usual instrument, in the SI base.' }),
  asked: oneOf(['found', 'run', 'both']),
  stations: Type.Array(Line, { minItems: 1, maxItems: 12 }),
  planes: Type.Array(Line, { minItems: 1, maxItems: 12 }),
})
const FamilySchema = object({
  key: Type.String({ pattern: '^[a-z][a-z0-9-]*$', maxLength: 40, description: 'Lower-case; found in the family or title of a machine.' }),
  name: Line,
  parts: Type.Array(Line, { maxItems: 60, description: 'What usually comes off, in the words of the shop.' }),
  readings: Type.Array(Reading, { maxItems: 20 }),
})
const WordSchema = object({
  words: Type.Array(Type.String({ minLength: 2, maxLength: 40, pattern: '^[^A-Z]+$' }), {
    minItems: 1, maxItems: 30, description: 'In small letters; with an s behind it a word is the same word.',
  }),
  kind: oneOf(wordsOf('parts', 'kind')),
  says: Type.Array(oneOf(SAYS), { maxItems: SAYS.length }),
})
const side = {
  title: Line, short: Type.String({ minLength: 1, maxLength: 34 }), done: Type.String({ minLength: 1, maxLength: 60 }), why: Text,
  minutes: Minutes,
}
const proof = Type.String({ minLength: 12, maxLength: 200, description: 'What a second person must have seen.' })
const EnergySchema = object({
  kind: oneOf(ENERGY_KINDS), ask: Line, name: Line,
  off: object({ ...side, danger: Text, proof }), back: object({ ...side, proof }),
})

export const CatalogueSchema = object({
  format: Type.Literal('needler-catalogue/1'),
  revision: Type.Integer({ minimum: 1, maximum: 9999 }),
  families: Type.Array(FamilySchema, { minItems: 1, maxItems: 80 }),
  words: Type.Array(WordSchema, { minItems: 1, maxItems: 300 }),
  usualParts: Type.Array(Line, { maxItems: 100 }),
  energies: Type.Array(EnergySchema, { minItems: ENERGY_KINDS.length, maxItems: ENERGY_KINDS.length }),
})

/**
 * Reads families, words and frames from outside: their shape, that each stands once, that every energy keeps its danger and its proof, and
 * that each family begins with a sheet that can be worked from.
 *
 * @throws DomainError `catalogue.bad` with `details.faults` (at most 20), each with its place
 * @example checkCatalogue(JSON.parse(text)).revision
 */
export function checkCatalogue(given: unknown): Catalogue {
  const faults = shapeFaults(CatalogueSchema, given)
  if (faults.length === 0) faults.push(...meaning(given as Catalogue))
  if (faults.length > 0)
    throw new DomainError('catalogue.bad', `It cannot be used: ${faults[0]!.reason} At ${faults[0]!.place || '/'}.`,
      { faults: faults.slice(0, MOST_FAULTS_SHOWN) })
  return given as Catalogue
}

function* meaning(catalogue: Catalogue): Generator<Fault> {
  const { families, words, energies } = catalogue
  const doubles = [
    ...twice('families', families.map(({ key }) => [key])), ...twice('energies', energies.map(({ kind }) => [kind])),
    ...twice('words', words.map(row => row.words)),
  ]
  yield* doubles
  // Only what is whole is made a frame of.
  if (doubles.length > 0) return
  for (const [i, { key }] of families.entries()) {
    const frame = frameFor({ key: 'frame', title: 'Machine', energies: ENERGY_KINDS, family: key }, catalogue)
    const [fault] = sheetFaults(frame)
    if (fault) yield { place: `/families/${i}`, reason: `Its frame cannot be worked from: ${fault.reason}` }
  }
}

/** A word that stands twice is never found the second time. */
function* twice(list: string, all: readonly (readonly string[])[]): Generator<Fault> {
  const seen = new Set<string>()
  for (const [i, names] of all.entries()) {
    for (const name of names) {
      if (seen.has(name)) yield { place: `/${list}/${i}`, reason: `"${name}" stands twice.` }
      seen.add(name)
    }
  }
}
