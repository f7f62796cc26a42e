import type { Found, Rule } from './finding'

/** Each way of a fork has steps of its own somewhere, and a step that the way opens for good is followed by another that closes it. */
export const wayClosed: Rule = {
  name: 'way-closed',
  source: 'general practice',
  find: sheet => (sheet.choices ?? []).flatMap(({ key, ways }): Found[] => {
    const steps = sheet.steps.filter(step => step.ways?.[key])
    const at = { list: 'choices' as const, key, severity: 'wrong' as const }
    if (steps.length === 0) return [{ ...at, sentence: 'The decision opens nothing: no step belongs to any of its ways.' }]
    return ways.flatMap((way) => {
      const own = steps.filter(step => step.ways![key]!.includes(way.key))
      const [off, on] = [own.filter(step => step.removes), own.filter(step => step.refits)]
      if (off.length > 0 && on.length === 0) return [{ ...at, sentence: `"${way.name}" opens "${off[0]!.title}" and nothing of it closes again.` }]
      const decides = own.some(step => step.decides) || sheet.steps.some(step => step.decides && !step.ways?.[key])
      return off.length > 0 && !decides ? [{ ...at, sentence: `"${way.name}" takes parts out and decides none of them.` }] : []
    })
  }),
}
