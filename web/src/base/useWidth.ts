import { startTransition, useEffect, useState, type RefObject } from 'react'
import { must } from '@mano/core/units/must'

/**
 * How wide a thing is, px; null until it is known. What is drawn to it is worked out in small
 * pieces.
 */
export function useWidth(of: RefObject<HTMLElement | null>): number | null {
  const [width, setWidth] = useState<number | null>(null)
  useEffect(() => {
    const here = must(of.current)
    const seen = new ResizeObserver(() => startTransition(() => setWidth(here.clientWidth)))
    seen.observe(here)
    return () => seen.disconnect()
  }, [of])
  return width
}
