import { describe, expect, it } from 'vitest'
import { DomainError } from '../domain-error'
import { sheetFaults } from '../sheet'
import { checkCatalogue, factsOf, frameFor, SHIPPED_CATALOGUE, type Catalogue } from '.'

const changed = (change: (catalogue: { -readonly [K in keyof Catalogue]: Catalogue[K] }) => void): Catalogue => {
  const catalogue = structuredClone(SHIPPED_CATALOGUE)
  change(catalogue)
  return catalogue
}
const refused = (given: unknown): string => {
  try {
    checkCatalogue(given)
  } catch (error) {
    if (error instanceof DomainError) return error.message
    throw error
  }
  return ''
}

describe('families, words and frames', () => {
  it('take what ships', () => {
    expect(refused(SHIPPED_CATALOGUE)).toBe('')
  })

  it('begin a machine of a family that a shop has written, and read its own words', () => {
    const ours = changed((catalogue) => {
      const [pump] = catalogue.families
      catalogue.families = [...catalogue.families, { key: 'grinder', name: 'Grinder', parts: ['Cutter'], readings: pump!.readings.slice(0, 1) }]
      catalogue.words = [{ words: ['cutter'], kind: 'disc', says: ['heavy', 'never again'] }, ...catalogue.words]
    })
    expect(refused(ours)).toBe('')
    const frame = frameFor({ key: 'sheet-x', title: 'Grinder at the inlet', energies: ['electric'], family: 'grinder' }, ours)
    expect(sheetFaults(frame)).toEqual([])
    expect(frame.family).toBe('Grinder')
    expect(frame.positions.map(({ name }) => name)).toEqual([ours.families.at(-1)!.readings[0]!.name])
    expect(factsOf('Cutters', ours.words)).toMatchObject({ kind: 'disc', isHeavy: true, neverAgain: true })
    expect(factsOf('Cutters')).toMatchObject({ kind: 'small part', isHeavy: false })
    expect(() => frameFor({ key: 'sheet-x', title: 'x', energies: [], family: 'grinder' })).toThrow(/no family "grinder"/)
  })

  it.each<[string, RegExp, Catalogue]>([
    ['a word that stands twice', /"screw" stands twice/, changed((c) => { c.words = [...c.words, { words: ['screw'], kind: 'nut', says: [] }] })],
    ['a family that stands twice', /"pump" stands twice/, changed((c) => { c.families = [...c.families, c.families[0]!] })],
    ['an energy without its proof', /energies\/0\/off\/proof/,
      changed((c) => { c.energies = c.energies.map((one, i) => i === 0 ? { ...one, off: { ...one.off, proof: 'ok' } } : one) })],
    ['an energy that is left out', /energies/, changed((c) => { c.energies = c.energies.slice(1) })],
    ['an energy in the place of another', /stands twice/,
      changed((c) => { c.energies = c.energies.map((one, i, all) => i === 0 ? all[1]! : one) })],
    ['a kind that there is not', /words\/0\/kind/,
      changed((c) => { c.words = c.words.map((one, i) => i === 0 ? { ...one, kind: 'gizmo' as never } : one) })],
    ['a reading that no instrument can take', /uncertainty/,
      changed((c) => { c.families = c.families.map(one => ({ ...one, readings: one.readings.map(it => ({ ...it, uncertainty: 0 })) })) })],
    ['something else', /At \//, 'a table' as never],
  ])('refuse %s and say where', (_name, sentence, given) => {
    expect(refused(given)).toMatch(sentence)
  })
})
