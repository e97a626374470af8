import type { SetLog } from '../record/sets'

/** Records of one set by two devices: both are kept until somebody says which it was. */
export function loggedTwice<L extends Pick<SetLog, 'id' | 'blockId' | 'hand' | 'set' | 'on'>>(
  logs: readonly L[],
): [L, L][] {
  const seen = new Map<string, L>()
  return logs.flatMap((l): [L, L][] => {
    if (l.blockId === null) return []
    const key = `${l.on} ${l.blockId} ${l.hand} ${l.set}`
    const first = seen.get(key)
    if (first) return [[first, l]]
    seen.set(key, l)
    return []
  })
}
