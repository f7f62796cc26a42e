import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoDocuments } from '../../tests/support/demo-sheet'
import { smallSheet, ticked, type SmallStep } from '../../tests/support/small-sheet'
import { sheetForJob } from '../job'
import { groupByAssembly, layOutVee, missingBefore, nextSteps, openRungs, partAccount, rungsOf, standingOn } from '.'

const keys = (steps: readonly { key: string }[]) => steps.map(step => step.key)

describe('nextSteps', () => {
  // The seal can be reached from the cover or from the side; both ways are open at once.
  const sheet = smallSheet({ cover: 1, seal: 1 }, [
    { key: 'lock', limb: 'off' },
    { key: 'cover-off', limb: 'off', after: ['lock'], rung: 'cover', removes: { cover: 1 } },
    { key: 'measure', limb: 'off', after: ['lock'] },
    { key: 'seal-off', limb: 'off', after: ['cover-off', 'measure'], rung: 'seal', removes: { seal: 1 } },
    { key: 'seal-on', limb: 'on', after: ['seal-off'], rung: 'seal', refits: { seal: 1 } },
    { key: 'cover-on', limb: 'on', after: ['seal-on'], rung: 'cover', refits: { cover: 1 } },
  ])

  it('offers what is free, in the order of the sheet, and waits for all that must come before', () => {
    expect(keys(nextSteps(sheet, { done: {} }))).toEqual(['lock'])
    expect(keys(nextSteps(sheet, { done: ticked('lock') }))).toEqual(['cover-off', 'measure'])
    expect(keys(nextSteps(sheet, { done: ticked('lock', 'measure') }))).toEqual(['cover-off'])
    const sealOff = sheet.steps[3]!
    expect(keys(missingBefore(sheet, { done: ticked('lock', 'measure') }, sealOff))).toEqual(['cover-off'])
    expect(keys(standingOn(sheet, { done: ticked('lock', 'measure') }, sheet.steps[0]!))).toEqual(['measure'])
    expect(nextSteps(sheet, { done: ticked(...keys(sheet.steps)) })).toEqual([])
  })

  it('opens a rung with the removal and closes it with the refit', () => {
    expect(openRungs(sheet, { done: ticked('lock') })).toEqual([])
    expect(keys(openRungs(sheet, { done: ticked('lock', 'cover-off', 'measure', 'seal-off') }))).toEqual(['cover', 'seal'])
    expect(keys(openRungs(sheet, { done: ticked('lock', 'cover-off', 'measure', 'seal-off', 'seal-on') }))).toEqual(['cover'])
    expect(openRungs(sheet, { done: ticked(...keys(sheet.steps)) })).toEqual([])
  })
})

describe('partAccount', () => {
  // Six screws in two groups: two behind the guard, four behind the cover.
  const sheet = smallSheet({ screws: 6 }, [
    { key: 'guard-off', limb: 'off', rung: 'guard', removes: { screws: 2 } },
    { key: 'cover-off', limb: 'off', after: ['guard-off'], rung: 'cover', removes: { screws: 4 } },
    { key: 'cover-on', limb: 'on', after: ['cover-off'], rung: 'cover', refits: { screws: 4 } },
    { key: 'guard-on', limb: 'on', after: ['cover-on'], rung: 'guard', refits: { screws: 2 } },
  ])
  const moves = [{ part: 'screws', from: 'loose', to: 'B-01', count: 2 }, { part: 'screws', from: 'loose', to: 'B-02', count: 3 }]
  const line = (...done: string[]) => {
    const [{ inMachine, out, bagged, loose }] = partAccount(sheet, { done: ticked(...done), moves: done.length ? moves : [] }) as [
      ReturnType<typeof partAccount>[number],
    ]
    return { inMachine, out, bagged: bagged.map(bag => `${bag.tag}:${bag.count}`).join(' '), loose }
  }

  it('knows what lies in which bag and what lies loose', () => {
    expect(line()).toEqual({ inMachine: 6, out: 0, bagged: '', loose: 0 })
    expect(line('guard-off', 'cover-off')).toEqual({ inMachine: 0, out: 6, bagged: 'B-01:2 B-02:3', loose: 1 })
  })

  it('takes what goes back out of the bags, and leaves them empty when all is in', () => {
    expect(line('guard-off', 'cover-off', 'cover-on')).toEqual({ inMachine: 4, out: 2, bagged: 'B-02:2', loose: 0 })
    expect(line('guard-off', 'cover-off', 'cover-on', 'guard-on')).toEqual({ inMachine: 6, out: 0, bagged: '', loose: 0 })
  })
})

describe('groupByAssembly', () => {
  it.each(demoDocuments.map(document => [document.key, document] as const))(
    'of %s keeps every row once and in order, under the names of the sheet',
    (_key, document) => {
      const sheet = sheetForJob(document)
      const { rows } = layOutVee(sheet)
      const groups = groupByAssembly(sheet, rows)
      expect(groups.flatMap(group => group.rows)).toEqual(rows)
      const names = sheet.assemblies!.map(assembly => assembly.name)
      for (const { assembly, rows: own } of groups) {
        if (assembly !== undefined) expect(names).toContain(assembly)
        // Whatever a row takes out first belongs to the assembly it stands under.
        for (const { off } of own)
          if (off?.removes) expect(sheet.assemblies!.find(({ name }) => name === assembly)?.parts).toContain(off.removes[0]!.part)
      }
      expect(groups.every((group, i) => group.assembly !== groups[i + 1]?.assembly)).toBe(true)
    },
  )
})

describe('layOutVee', () => {
  it('keeps level what mirrors, and leaves untied what crosses', () => {
    const rung = (name: string): SmallStep[] => [{ key: `${name}-off`, limb: 'off', rung: name, removes: { [name]: 1 } }]
    const back = (name: string): SmallStep => ({ key: `${name}-on`, limb: 'on', rung: name, refits: { [name]: 1 } })
    // Down: a b c; up: c, then a before b. The rungs a and b cross, so one of them cannot be level.
    const sheet = smallSheet({ a: 1, b: 1, c: 1 }, [...rung('a'), ...rung('b'), ...rung('c'), back('c'), back('a'), back('b')])
    const { rows } = layOutVee(sheet)
    expect(rungsOf(sheet).length).toBe(3)
    expect(rows.filter(row => row.rung).length).toBe(2)
    expect(keys(rows.flatMap(row => row.off ?? []))).toEqual(['a-off', 'b-off', 'c-off'])
    expect(keys(rows.flatMap(row => row.on ?? []).reverse())).toEqual(['c-on', 'a-on', 'b-on'])
  })

  it('has every step once and in order, whatever the order of the refits', () => {
    const names = ['a', 'b', 'c', 'd', 'e', 'f']
    const orders = fc.shuffledSubarray(names, { minLength: names.length })
    fc.assert(fc.property(orders, orders, fc.nat({ max: 4 }), (down, up, floor) => {
      const sheet = smallSheet(Object.fromEntries(names.map(name => [name, 1])), [
        ...down.map((name): SmallStep => ({ key: `${name}-off`, limb: 'off', rung: name, removes: { [name]: 1 } })),
        ...Array.from({ length: floor }, (_, i): SmallStep => ({ key: `floor-${i}`, limb: 'floor' })),
        ...up.map((name): SmallStep => ({ key: `${name}-on`, limb: 'on', rung: name, refits: { [name]: 1 } })),
      ])
      const vee = layOutVee(sheet)
      expect(keys(vee.rows.flatMap(row => row.off ?? []))).toEqual(down.map(name => `${name}-off`))
      expect(keys(vee.rows.flatMap(row => row.on ?? []).reverse())).toEqual(up.map(name => `${name}-on`))
      expect(vee.floor.length).toBe(floor)
      for (const row of vee.rows) if (row.rung) expect([row.off!.key, row.on!.key]).toEqual([`${row.rung}-off`, `${row.rung}-on`])
      // A perfect mirror ties all; any order ties at least one.
      const tied = vee.rows.filter(row => row.rung).length
      expect(tied).toBe(String(down) === String([...up].reverse()) ? names.length : tied)
      expect(tied).toBeGreaterThanOrEqual(1)
    }))
  })
})
