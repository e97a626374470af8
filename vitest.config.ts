import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    // Left to itself it keeps one core free.
    maxWorkers: 2,
    // Files of a worker share what they import: half of the time went into importing it anew.
    isolate: false,
    projects: [
      {
        test: {
          name: 'core',
          include: [
            'core/test/**/*.test.ts',
            'contract/test/**/*.test.ts',
            'web/test/**/*.test.ts',
            'scripts/test/**/*.test.ts',
          ],
          environment: 'node',
          testTimeout: 30_000,
        },
      },
      {
        test: {
          name: 'server',
          include: ['server/test/**/*.test.ts'],
          environment: 'node',
          testTimeout: 30_000,
          hookTimeout: 60_000,
          globalSetup: ['server/test/cluster.ts'],
        },
      },
    ],
  },
})
