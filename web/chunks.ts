import { join } from 'node:path'
import type { Rolldown } from 'vite'

type Splitting = NonNullable<Exclude<Rolldown.OutputOptions['codeSplitting'], boolean>>
interface Graph {
  getModuleInfo: (id: string) => { importedIds: readonly string[] } | null
}
/** What the first screen is made of. */
const FIRST = ['src/main.tsx', 'src/areas/roster/Roster.tsx']
/** Entries that ask for a part before it travels with the others. */
const SHARED_BY = 4

/** What a module needs at once, itself among it. */
function needs(id: string, graph: Graph, into: Set<string>): void {
  if (into.has(id)) return
  into.add(id)
  for (const next of graph.getModuleInfo(id)?.importedIds ?? []) needs(next, graph, into)
}

/**
 * What many pages share and the first screen does not need comes in one piece: an athlete's page
 * was
 * seventy files, and each is a question and an answer.
 */
export function sharedParts(): Splitting {
  const first = new Set<string>()
  return {
    // Else what the first screen needs would come along.
    includeDependenciesRecursively: false,
    groups: [
      {
        minShareCount: SHARED_BY,
        test: /(core|contract|web)\/src\/.*\.(ts|tsx)$|node_modules\/@(mantine|tabler)\//,
        name: (id, graph) => {
          if (first.size === 0)
            for (const page of FIRST) needs(join(import.meta.dirname, page), graph, first)
          return first.has(id) ? null : 'shared'
        },
      },
    ],
  }
}
