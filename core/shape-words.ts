import type { TSchema } from '@sinclair/typebox'
import { ValueErrorType, type ValueError } from '@sinclair/typebox/errors'
import { Value } from '@sinclair/typebox/value'
import { fieldWord } from './field-words'

/**
 * What is wrong with the shape of something that was written, for whoever wrote it.
 *
 * @param error as the schema found it
 * @param field where it was found, if its path does not say
 * @example shapeSentence(error) // 'Mass has to be more than 0.'
 */
export function shapeSentence({ type, schema, path }: ValueError, field = 'it'): string {
  const name = path.split('/').findLast(segment => segment !== '' && !/^\d+$/.test(segment)) ?? field
  return `${fieldWord(name)} ${predicate(type, schema)}.`
}

/** More than these nobody reads before mending the first. */
export const MOST_FAULTS_SHOWN = 20

/** What is wrong, and where: a JSON pointer (RFC 6901). */
export interface Fault { place: string, reason: string }

/**
 * All that is wrong with the shape of a document, as far as somebody reads it.
 *
 * @returns at most 20, in the order of the schema
 * @example shapeFaults(SheetSchema, document)[0]?.place // '/parts/3/massKg'
 */
export function shapeFaults(schema: TSchema, given: unknown): Fault[] {
  // Whether there is anything to say is known much sooner than what.
  if (Value.Check(schema, given)) return []
  const faults: Fault[] = []
  for (const error of Value.Errors(schema, given)) {
    faults.push({ place: error.path, reason: shapeSentence(error) })
    if (faults.length >= MOST_FAULTS_SHOWN) break
  }
  return faults
}

function predicate(type: ValueErrorType, schema: TSchema): string {
  const { minLength, maxLength, minItems, maxItems } = schema as Readonly<Record<string, number>>
  const { minimum, exclusiveMinimum, maximum, exclusiveMaximum } = schema as Readonly<Record<string, number>>
  switch (type) {
    case ValueErrorType.ObjectRequiredProperty: return 'is missing'
    case ValueErrorType.ObjectAdditionalProperties: return 'is nothing that is known here'
    case ValueErrorType.Number: return 'has to be a number'
    case ValueErrorType.Integer: return 'has to be a whole number'
    case ValueErrorType.NumberMinimum: case ValueErrorType.IntegerMinimum: return `has to be ${minimum} or more`
    case ValueErrorType.NumberExclusiveMinimum: case ValueErrorType.IntegerExclusiveMinimum: return `has to be more than ${exclusiveMinimum}`
    case ValueErrorType.NumberMaximum: case ValueErrorType.IntegerMaximum: return `has to be ${maximum} or less`
    case ValueErrorType.NumberExclusiveMaximum: case ValueErrorType.IntegerExclusiveMaximum: return `has to be less than ${exclusiveMaximum}`
    case ValueErrorType.String: return 'has to be a text'
    case ValueErrorType.StringMinLength: return minLength === 1 ? 'is empty' : `needs ${minLength} characters or more`
    case ValueErrorType.StringMaxLength: return `may have ${maxLength} characters at most`
    case ValueErrorType.StringPattern: return 'cannot be written so'
    case ValueErrorType.Boolean: return 'has to be true or false'
    case ValueErrorType.Array: return 'has to be a list'
    case ValueErrorType.ArrayMinItems: return `needs ${minItems} or more`
    case ValueErrorType.ArrayMaxItems: return `may have ${maxItems} at most`
    case ValueErrorType.ArrayUniqueItems: return 'names one twice'
    case ValueErrorType.Object: return 'has to be a group of fields'
    case ValueErrorType.Literal: return `has to be ${String(schema.const)}`
    case ValueErrorType.Union: return unionPredicate(schema.anyOf as readonly TSchema[])
    default: return 'cannot be that'
  }
}

const unionPredicate = (shapes: readonly TSchema[]) => shapes.every(shape => shape.const !== undefined)
  ? `has to be one of: ${shapes.map(shape => String(shape.const)).join(', ')}`
  : 'has none of the shapes that it may have'
