import { defineConfig } from '@playwright/test'

const args = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
]

export default defineConfig({
  testDir: '.',
  globalSetup: './setup.ts',
  outputDir: '../test-results',
  timeout: 90_000,
  expect: { timeout: 10_000 },
  // Trials run by the clock: a third worker on two cores makes them late.
  workers: 2,
  fullyParallel: true,
  forbidOnly: !!process.env['CI'],
  reporter: process.env['MANO_REPORTS']
    ? [['line'], ['json', { outputFile: `${process.env['MANO_REPORTS']}/e2e.json` }]]
    : [['line']],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    launchOptions: { executablePath: process.env['MANO_CHROMIUM'] ?? '/usr/bin/chromium', args },
    trace: process.env['MANO_TRACE'] ? 'retain-on-failure' : 'off',
    actionTimeout: 20_000,
    serviceWorkers: 'block',
    contextOptions: { reducedMotion: 'reduce' },
  },
  projects: [
    { name: 'desk', testMatch: '*.spec.ts', grepInvert: /@long/ },
    // Long ones of the same kind: ./mano prove runs them.
    { name: 'long', testMatch: '*.spec.ts', grep: /@long/ },
    { name: 'shots', testMatch: 'shots.ts' },
    { name: 'soak', testMatch: 'soak.ts', timeout: 900_000 },
  ],
})
