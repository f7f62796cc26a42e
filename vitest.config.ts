import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    maxWorkers: '100%',
    projects: [
      { test: { name: 'core', include: ['core/**/*.test.ts'], environment: 'node' } },
      { test: { name: 'interface', include: ['app/**/*.test.ts'], environment: 'node' } },
      { test: { name: 'api', include: ['tests/api/**/*.test.ts'], environment: 'node', testTimeout: 30_000, hookTimeout: 60_000, fileParallelism: false } },
    ],
  },
})
