import { describe, expect, it } from 'vitest'
import { factsOf, SHIPPED_CATALOGUE, type WordFacts } from '.'

type Says = Partial<WordFacts>
const [fresh, screw, heavy, opens]: Says[] = [{ neverAgain: true }, { isScrewed: true, isSmall: true }, { isHeavy: true }, { opens: true }]

describe('the word for a part', () => {
  it.each<[string, WordFacts['kind'], Says]>([
    ['Snap ring', 'snap ring', fresh!], ['Circlip', 'snap ring', fresh!], ['Split pin', 'locking part', fresh!], ['Cotter', 'locking part', fresh!],
    ['Lock washer', 'locking part', fresh!], ['Tab washers', 'locking part', fresh!], ['O-ring', 'o-ring', fresh!], ['O-rings', 'o-ring', fresh!],
    ['Casing gasket', 'gasket', fresh!], ['Lip seal', 'lip seal', fresh!], ['Oil seal', 'lip seal', fresh!],
    ['Cover screws', 'fastener', screw!], ['Casing bolts', 'fastener', screw!], ['Impeller nut', 'nut', screw!], ['Guard screws', 'fastener', screw!],
    ['Drain plug', 'fastener', { ...screw, opens: true }], ['Dowel pins', 'small part', { isSmall: true }], ['Shims', 'small part', { isSmall: true }],
    ['Coupling guard', 'guard', {}], ['Key', 'key', { isSmall: true }], ['Wear ring', 'wear ring', {}], ['Mechanical seal', 'seal', {}],
    ['Bearing', 'bearing', {}], ['Bearing cover', 'housing', opens!], ['Cover', 'housing', opens!], ['Suction pipe', 'housing', opens!],
    ['Casing upper half', 'housing', { ...opens, isHeavy: true }], ['Rotor', 'impeller', heavy!], ['Motor', 'housing', heavy!], ['Shaft', 'shaft', heavy!],
    ['Shaft sleeve', 'sleeve', {}], ['Gearbox', 'housing', heavy!], ['Gear', 'gear', {}], ['Thingummy', 'small part', {}], ['', 'small part', {}],
    // A word is a word: what only begins like one says nothing.
    ['Motorised flap', 'small part', {}], ['Keyboard', 'small part', {}],
  ])('%s', (name, kind, says) => {
    const plain = { neverAgain: false, isScrewed: false, isSmall: false, opens: false, isHeavy: false }
    const { isSmall, ...rest } = factsOf(name)
    const { isSmall: small, ...expected } = { ...plain, ...says, kind }
    expect(rest).toEqual(expected)
    // What is replaced each time may be small or large.
    if (!says.neverAgain) expect(isSmall).toBe(small)
  })

  it('is offered once, and each of a family tells its kind', () => {
    expect(new Set(SHIPPED_CATALOGUE.usualParts).size).toBe(SHIPPED_CATALOGUE.usualParts.length)
    for (const { parts } of SHIPPED_CATALOGUE.families) expect(new Set(parts).size).toBe(parts.length)
  })
})
