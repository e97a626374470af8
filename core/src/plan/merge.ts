import type { Block } from './types'

export interface Merged {
  blocks: Block[]
  /** Blocks both changed, each in another way; ours is in `blocks`. */ clashes: {
    ours: Block | null
    theirs: Block | null
  }[]
}

const text = (b: Block | undefined): string =>
  b
    ? JSON.stringify([
        b.day,
        b.exerciseId,
        b.sets,
        b.dose,
        b.hands,
        b.extra ?? null,
        b.pinned ?? false,
        b.fixed ?? null,
      ])
    : ''

/**
 * Two coaches' changes of one week put together, block by block; what only one of them touched is
 * taken, what both did is named.
 */
export function mergeWeeks(
  base: readonly Block[],
  ours: readonly Block[],
  theirs: readonly Block[],
): Merged {
  const by = (all: readonly Block[]) => new Map(all.map((b) => [b.id, b]))
  const [b, o, t] = [by(base), by(ours), by(theirs)]
  const ids = [...new Set([...o.keys(), ...t.keys(), ...b.keys()])]
  const out: Merged = { blocks: [], clashes: [] }
  for (const id of ids) {
    const [was, mine, other] = [b.get(id), o.get(id), t.get(id)]
    const [iDid, theyDid] = [text(mine) !== text(was), text(other) !== text(was)]
    if (iDid && theyDid && text(mine) !== text(other))
      out.clashes.push({ ours: mine ?? null, theirs: other ?? null })
    const taken = iDid || !theyDid ? mine : other
    if (taken) out.blocks.push(taken)
  }
  return out
}
