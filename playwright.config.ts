import { defineConfig } from '@playwright/test'

const PORT = Number(process.env['TEST_PORT'] ?? 3271)

/** The real interface in Debian's Chromium, against the production build with a data folder of its own. */
export default defineConfig({
  testDir: 'tests/e2e',
  workers: 1,
  // Generous: a shared machine may be several times slower than usual, and no test is a timed one.
  timeout: 240_000,
  expect: { timeout: 40_000 },
  retries: process.env['CI'] ? 1 : 0,
  reporter: [['list'], ['json', { outputFile: '.cache/checks/e2e.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    deviceScaleFactor: 1,
    locale: 'en-GB',
    timezoneId: 'UTC',
    colorScheme: 'light',
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
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
  webServer: {
    command: `npx next start --hostname 127.0.0.1 --port ${PORT} --keepAliveTimeout 65000`,
    url: `http://127.0.0.1:${PORT}/api/projects`,
    timeout: 180_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 1000 },
    env: { EAGER_STENCIL_DATA: 'test-results/data', NEXT_TELEMETRY_DISABLED: '1' },
  },
})
