import { startTransition, useEffect, useState } from 'react'

/**
 * Counts up to a last stage, each in a task of its own after the one before is drawn: a large thing
 * put up in pieces keeps no press waiting.
 */
export function useStages(last: number): number {
  const [stage, setStage] = useState(0)
  useEffect(() => {
    if (stage >= last) return
    const timer = setTimeout(() => startTransition(() => setStage(stage + 1)))
    return () => clearTimeout(timer)
  }, [stage, last])
  return stage
}
