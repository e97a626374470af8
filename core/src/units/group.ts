/** Items by a key, in the order they came. */
export function groupBy<T, K>(items: Iterable<T>, key: (item: T) => K): Map<K, T[]> {
  const out = new Map<K, T[]>()
  for (const item of items) {
    const k = key(item)
    const own = out.get(k)
    if (own) own.push(item)
    else out.set(k, [item])
  }
  return out
}
