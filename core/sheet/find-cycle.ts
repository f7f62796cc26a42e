/**
 * A circle in a "must be done before" relation, or undefined when there is none.
 *
 * @param after for each key the keys that must come before it; unknown keys are passed over
 * @returns the keys of one circle in order, the first repeated at the end
 * Source: depth-first search with three colours (Cormen et al., Introduction to Algorithms, "Depth-first search").
 * @example findCycle(new Map([['a', ['b']], ['b', ['a']]])) // ['a', 'b', 'a']
 */
export function findCycle(after: ReadonlyMap<string, readonly string[]>): string[] | undefined {
  const finished = new Set<string>()
  const path: string[] = []
  const onPath = new Set<string>()

  const visit = (key: string): string[] | undefined => {
    if (finished.has(key) || !after.has(key)) return undefined
    if (onPath.has(key)) return [...path.slice(path.indexOf(key)), key]
    path.push(key)
    onPath.add(key)
    for (const before of after.get(key)!) {
      const circle = visit(before)
      if (circle) return circle
    }
    path.pop()
    onPath.delete(key)
    finished.add(key)
    return undefined
  }
  for (const key of after.keys()) {
    const circle = visit(key)
    if (circle) return circle
  }
  return undefined
}
