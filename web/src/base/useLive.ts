import { useEffect, useRef } from 'react'
import { parsed } from '@mano/core/units/parse'

/**
 * Hears that something of a kind and id was written, by whoever and on whichever server; and, after
 * a lost line, that it should be looked at anew.
 */
export function useLive(kind: string, id: string, heard: () => void): void {
  const last = useRef(heard)
  last.current = heard
  useEffect(() => {
    const source = new EventSource('/api/live')
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const said = parsed<{ kind: string; id: string }>(data)
      if (said.kind === 'all' || (said.kind === kind && said.id === id)) last.current()
    }
    return () => source.close()
  }, [kind, id])
}
