import { describe, expect, it } from 'vitest'
import { kindAt, LIST_NAMES, newThing, schemaOf, type ListName } from '#core'
import { liftPumpDocument } from '../../../../../tests/support/demo-sheet'
import { choicesOf, emptyOf, fieldKind, listOfKind, type FieldSchema } from './field-kinds'

const fieldsOf = (list: ListName) => Object.entries(schemaOf(list)!.properties as Record<string, FieldSchema>)

describe('the forms of a sheet', () => {
  it('have a way to fill in every field of every list but what stands on other machines', () => {
    const asWritten = LIST_NAMES.flatMap(list => fieldsOf(list)
      .filter(([field, schema]) => fieldKind(schema, kindAt(list, field), kindAt(list, `${field}/*`)) === 'as it is written')
      .map(([field]) => field))
    expect(new Set(asWritten)).toEqual(new Set(['variants']))
  })

  it('let a thing be named only from those that are there', () => {
    const sheet = liftPumpDocument()
    expect(fieldKind(schemaOf('steps', 'tightens') as FieldSchema, kindAt('steps', 'tightens'), undefined)).toBe('reference')
    expect(fieldKind(schemaOf('steps', 'after') as FieldSchema, undefined, kindAt('steps', 'after/*'))).toBe('references')
    expect(choicesOf(sheet, 'joint').map(({ value }) => value)).toEqual(sheet.joints.map(({ key }) => key))
    expect(choicesOf(sheet, 'step')[0]).toEqual({ value: sheet.steps[0]!.key, label: sheet.steps[0]!.title })
    expect(choicesOf(sheet, 'mark')[0]!.label).toContain('MK-1')
    expect(listOfKind('dry zone')).toBe('dryZones')
  })

  it('begin a part of a form with what it cannot do without', () => {
    // Nobody has said what is lifted.
    expect(emptyOf(schemaOf('steps', 'lifts') as FieldSchema)).toEqual({ gear: '' })
    const [circle] = (schemaOf('joints', 'layout') as FieldSchema).anyOf!
    expect(emptyOf(circle!)).toEqual({ kind: 'circle', bolts: 1 })
    for (const list of LIST_NAMES)
      for (const [field, schema] of fieldsOf(list)) expect(emptyOf(schema) === undefined, `${list} ${field}`).toBe(schema.type === 'number')
  })

  it('begin a new thing with a key of its own', () => {
    const sheet = liftPumpDocument()
    const keys = LIST_NAMES.map(list => newThing(sheet, list, () => '00000000-0000-4000-8000-000000000001').key).filter(key => key !== undefined)
    expect(new Set(keys).size).toBe(keys.length)
    expect(newThing(sheet, 'marks', () => '').key).toBe('MK-8')
  })
})
