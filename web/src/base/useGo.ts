import { useSearchParams } from 'react-router'

/**
 * What stands in the address after the question mark, and a way to change some of it; null takes
 * out.
 */
export function useGo() {
  const [params, setParams] = useSearchParams()
  const go = (more: Readonly<Record<string, string | null>>): void =>
    setParams(
      (p) => {
        for (const [k, v] of Object.entries(more)) {
          if (v === null) p.delete(k)
          else p.set(k, v)
        }
        return p
      },
      { replace: true },
    )
  return [params, go] as const
}
