import { defineConfig } from '@playwright/test'
import { addressOf, BROWSING, dataOf, LAUNCHING, portOf, WORKERS } from './tests/e2e/fixture'

/** The real interface in Debian's Chromium, against the production build; a server and a data folder for each worker. */
export default defineConfig({
  testDir: 'tests/e2e',
  workers: WORKERS,
  fullyParallel: true,
  // Generous: a shared machine may be several times slower than usual, and no test is a timed one.
  timeout: 240_000,
  expect: { timeout: 40_000 },
  retries: process.env['CI'] ? 1 : 0,
  reporter: [['list'], ['json', { outputFile: '.cache/checks/e2e.json' }]],
  use: { ...BROWSING, launchOptions: LAUNCHING },
  webServer: Array.from({ length: WORKERS }, (_, worker) => ({
    command: `npx next start --hostname 127.0.0.1 --port ${portOf(worker)} --keepAliveTimeout 65000`,
    url: `${addressOf(worker)}/api/projects`,
    timeout: 180_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 1000 },
    env: { EAGER_STENCIL_DATA: dataOf(worker), NEXT_TELEMETRY_DISABLED: '1' },
  })),
})
