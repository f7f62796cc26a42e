import { defineConfig } from 'vitest/config'

// A limit only ends what hangs: how fast something is, `npm run speed` shows.
const testTimeout = 120_000

export default defineConfig({
  test: {
    maxWorkers: '100%',
    projects: [
      { test: { name: 'core', include: ['core/**/*.test.ts', 'shared/**/*.test.ts'], environment: 'node', testTimeout } },
      { test: { name: 'interface', include: ['app/**/*.test.ts'], environment: 'node', testTimeout } },
      {
        test: {
          name: 'api',
          include: ['tests/api/**/*.test.ts'],
          environment: 'node',
          testTimeout,
          hookTimeout: testTimeout,
          fileParallelism: false,
        },
      },
    ],
  },
})
