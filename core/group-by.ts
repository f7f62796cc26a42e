/**
 * The members of a list by a key, in the order of the list.
 *
 * @example groupBy(['ab', 'c', 'ad'], text => text[0]) // Map { 'a' => ['ab', 'ad'], 'c' => ['c'] }
 */
export function groupBy<T, K>(list: Iterable<T>, keyOf: (one: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>()
  for (const one of list) {
    const key = keyOf(one)
    const group = groups.get(key)
    if (group) group.push(one)
    else groups.set(key, [one])
  }
  return groups
}
