import { defineConfig } from 'vitest/config'

// A limit only ends what hangs: how fast something is, `npm run speed` shows.
const testTimeout = 120_000

/** The core keeps nothing from one test to the next, so its files share what they import: half of the time was importing. */
const core = { environment: 'node', testTimeout, isolate: false } as const

/** Thousands of whole jobs: what takes longest and waits for nothing. */
const walks = ['core/job/simulator-*.test.ts', 'core/growth/growth.test.ts']

export default defineConfig({
  test: {
    maxWorkers: '100%',
    projects: [
      { test: { ...core, name: 'core', include: ['core/**/*.test.ts', 'shared/**/*.test.ts', 'scripts/**/*.test.ts'], exclude: walks } },
      { test: { ...core, name: 'walks', include: walks } },
      { test: { name: 'interface', include: ['app/**/*.test.ts', 'server/**/*.test.ts'], environment: 'node', testTimeout } },
      {
        test: {
          name: 'api',
          include: ['tests/api/**/*.test.ts'],
          environment: 'node',
          // Some start whole installations, one after the other.
          testTimeout: 3 * testTimeout,
          hookTimeout: 3 * testTimeout,
          fileParallelism: false,
        },
      },
    ],
  },
})
