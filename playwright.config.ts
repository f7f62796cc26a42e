import { defineConfig } from '@playwright/test'

export default defineConfig({
  testDir: 'tests/e2e',
  timeout: 240_000,
  expect: { timeout: 20_000 },
  workers: 1,
  fullyParallel: false,
  // What takes ten minutes by itself is asked for.
  ...process.env.NEEDLER_LONG ? {} : { grepInvert: /@long/ },
  reporter: [['list'], ['json', { outputFile: `test-results/${process.env.NEEDLER_SHARD ?? 'e2e'}.json` }]],
  outputDir: `test-results/${process.env.NEEDLER_SHARD ?? 'e2e'}`,
  use: {
    actionTimeout: 20_000,
    baseURL: process.env.NEEDLER_URL ?? 'http://127.0.0.1:3000',
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
    // A trace takes a third of all the time: `npx playwright test --trace on` makes one of what has failed.
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
})
