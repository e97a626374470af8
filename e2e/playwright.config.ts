import { existsSync } from 'node:fs'
import { defineConfig } from '@playwright/test'

export const ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  // Letters where the font has them, not where a screen of dots would.
  '--font-render-hinting=none',
]

/** Debian's Chromium: the one without windows, where it is there. */
export const CHROMIUM =
  process.env['MANO_CHROMIUM'] ??
  ['/usr/bin/chromium-headless-shell'].find(existsSync) ??
  '/usr/bin/chromium'
/** How every context is, where a test does not ask for another. */
export const USED = {
  viewport: { width: 1280, height: 800 },
  locale: 'en-GB',
  timezoneId: 'Europe/London',
  actionTimeout: 20_000,
  serviceWorkers: 'block' as const,
  reducedMotion: 'reduce' as const,
}

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
    ...USED,
    launchOptions: { executablePath: CHROMIUM, args: ARGS },
    trace: process.env['MANO_TRACE'] ? 'retain-on-failure' : 'off',
    contextOptions: { reducedMotion: USED.reducedMotion },
  },
  projects: [
    { name: 'desk', testMatch: '*.spec.ts', grepInvert: /@long|@alone/ },
    // Long ones of the same kind: ./mano prove runs them.
    { name: 'long', testMatch: '*.spec.ts', grep: /@long/ },
    // What is timed, with nothing beside it: --workers=1, ./mano prove answers.
    { name: 'alone', testMatch: '*.spec.ts', grep: /@alone/ },
    { name: 'shots', testMatch: 'shots.ts' },
    { name: 'soak', testMatch: 'soak.ts', timeout: 900_000 },
  ],
})
