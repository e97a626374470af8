import { useState } from 'react'
import { useLocation, useSearchParams } from 'react-router'
import { must } from '@mano/core/units/must'

/**
 * What stands in the address after the question mark, as fields: what is typed is there at once,
 * the
 * address follows. Another page begins anew.
 */
export function useAddress() {
  const { pathname } = useLocation()
  const [params, setParams] = useSearchParams()
  const [typed, setTyped] = useState<{ path: string; values: Record<string, string> }>({
    path: pathname,
    values: {},
  })
  const own = typed.path === pathname ? typed.values : {}
  /** A field; null: not in the address. */
  const get = (id: string): string | null =>
    id in own ? (own[id] === '' ? null : must(own[id])) : params.get(id)
  /** Empty takes it out of the address. `stored`: how the address says it. */
  const set = (id: string, text: string, stored = text): void => {
    const values = { ...own, [id]: text }
    setTyped({ path: pathname, values })
    setParams(
      (p) => {
        for (const [k, v] of Object.entries({ ...own, [id]: stored })) {
          if (v === '') p.delete(k)
          else if (k === id || !p.has(k)) p.set(k, v)
        }
        return p
      },
      { replace: true },
    )
  }
  /** As typed, empty where it was emptied; null: never typed and not in the address. */
  const text = (id: string): string | null => (id in own ? must(own[id]) : params.get(id))
  return { get, set, text }
}
