import { join } from 'node:path'
import type { Rolldown } from 'vite'

type Splitting = NonNullable<Exclude<Rolldown.OutputOptions['codeSplitting'], boolean>>
interface Graph {
  getModuleInfo: (id: string) => { importedIds: readonly string[] } | null
}
/** What the first screen is made of: what begins, the frame of every page, the roster in it. */
const FIRST = ['src/main.tsx', 'src/app/Shell.tsx', 'src/areas/roster/Roster.tsx'] as const
/** Entries that ask for a part before it travels with the others. */
const SHARED_BY = 4

/** What a module needs at once, itself among it. */
function needs(id: string, graph: Graph, into: Set<string>): void {
  if (into.has(id)) return
  into.add(id)
  for (const next of graph.getModuleInfo(id)?.importedIds ?? []) needs(next, graph, into)
}

/** What a page needs at once. */
function neededBy(page: string, graph: Graph): Set<string> {
  const all = new Set<string>()
  needs(join(import.meta.dirname, page), graph, all)
  return all
}

/**
 * What many pages share and the first screen does not need comes in one piece: an athlete's page
 * was seventy files, and each is a question and an answer. So does what the frame needs beyond what
 * begins: read as one, in a task of its own.
 */
export function sharedParts(): Splitting {
  let first: readonly Set<string>[] = []
  const read = (graph: Graph) => {
    if (first.length === 0) first = FIRST.map((page) => neededBy(page, graph))
    return first
  }
  return {
    // Else what the first screen needs would come along.
    includeDependenciesRecursively: false,
    groups: [
      {
        test: /\.(ts|tsx|js|mjs)$/,
        name: (id, graph) => {
          const [begins, frame] = read(graph)
          return frame?.has(id) && !begins?.has(id) ? 'frame' : null
        },
      },
      {
        minShareCount: SHARED_BY,
        test: /(core|contract|web)\/src\/.*\.(ts|tsx)$|node_modules\/@(mantine|tabler)\//,
        name: (id, graph) => (read(graph).some((part) => part.has(id)) ? null : 'shared'),
      },
    ],
  }
}
