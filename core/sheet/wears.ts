import type { Part } from './schema'

/** What wears or breaks: somebody decides whether it goes back. */
export const WEARS: ReadonlySet<Part['kind']> = new Set([
  'shaft', 'impeller', 'coupling', 'bearing', 'seal', 'sleeve', 'wear ring', 'gear', 'disc', 'piston', 'spring', 'chain', 'diaphragm', 'valve',
  'elastomer', 'key', 'oil ring',
])

/** What has taken its shape, or its edge: it seals or holds only once. */
export const TAKES_A_SET: ReadonlySet<Part['kind']> = new Set(['gasket', 'o-ring', 'lip seal', 'snap ring'])
