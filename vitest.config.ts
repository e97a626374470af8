import { defineConfig } from 'vitest/config'
import { BaseSequencer, type TestSpecification } from 'vitest/node'
import { madeUpRows } from './server/test/madeUp/plugin.ts'

/** Files that take longest, longest first: begun last, one of them would run alone at the end. */
const LONG = `
  plan/optimum plan/schools plan/explain plan/solve plan/draft plan/block
  fuzz transfer demo supervise roster access storm keys releases floor-of-tests gates people
`
  .trim()
  .split(/\s+/)
const rank = ({ moduleId }: TestSpecification): number => {
  const at = LONG.findIndex((name) => moduleId.endsWith(`/${name}.test.ts`))
  return at < 0 ? LONG.length : at
}
class LongFirst extends BaseSequencer {
  override sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    // Files of one project in a row: a worker is only kept for the same project.
    const sorted = files.toSorted(
      (a, b) => a.project.name.localeCompare(b.project.name) || rank(a) - rank(b),
    )
    return Promise.resolve(sorted)
  }
}

interface Fault {
  file: string
  at: number
  end: number
  text: string
}
/**
 * `./mano prove mutants` runs tests over a small fault in one file, which stays as it is on disk.
 */
const tried = (globalThis as { manoFault?: { now: Fault | null } }).manoFault
const faults = {
  name: 'mano-fault',
  enforce: 'pre' as const,
  transform(code: string, id: string) {
    const f = tried?.now
    if (f?.file !== id) return null
    return { code: code.slice(0, f.at) + f.text + code.slice(f.end), map: null }
  },
}

export default defineConfig({
  test: {
    // Left to itself it keeps one core free.
    maxWorkers: 2,
    sequence: { sequencer: LongFirst },
    // What was read for one project is not read anew for the next, nor by the next run.
    experimental: { fsModuleCache: !tried },
    projects: [
      {
        plugins: tried ? [faults] : [],
        test: {
          name: 'core',
          // Files of a worker share what they import: half of the time went into importing it anew.
          isolate: false,
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
          // Hooks of the pages, each as a page has it.
          name: 'hooks',
          isolate: false,
          include: ['web/test/hooks/**/*.test.tsx'],
          environment: 'happy-dom',
          testTimeout: 30_000,
        },
      },
      {
        test: {
          name: 'server',
          isolate: false,
          include: ['server/test/**/*.test.ts'],
          exclude: ['server/test/madeUp/**'],
          environment: 'node',
          testTimeout: 30_000,
          hookTimeout: 60_000,
          globalSetup: ['server/test/cluster.ts'],
        },
      },
      {
        plugins: [madeUpRows],
        test: {
          name: 'rows',
          include: ['server/test/madeUp/*.test.ts'],
          environment: 'node',
          testTimeout: 30_000,
          hookTimeout: 60_000,
          globalSetup: ['server/test/cluster.ts'],
        },
      },
    ],
  },
})
