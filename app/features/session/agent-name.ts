const SYSTEMS: readonly [RegExp, string][] = [
  [/Android/, 'Android'],
  [/iPhone|iPad/, 'iOS'],
  [/Windows/, 'Windows'],
  [/Mac OS/, 'Mac'],
  [/Linux|X11/, 'Linux'],
]
const PROGRAMS: readonly [RegExp, string][] = [
  [/Edg\//, 'Edge'],
  [/Firefox\//, 'Firefox'],
  [/Chrome\/|Chromium/, 'Chrome'],
  [/Safari\//, 'Safari'],
]

const first = (list: readonly [RegExp, string][], agent: string) => list.find(([pattern]) => pattern.test(agent))?.[1]

/** What a device calls itself, in two words: `Chrome, Android`. */
export const agentName = (agent: string): string =>
  [first(PROGRAMS, agent), first(SYSTEMS, agent)].filter(Boolean).join(', ') || 'Another program'
