import {
  useEffect,
  useImperativeHandle,
  useMemo,
  useRef,
  useState,
  type Ref,
  type RefObject,
} from 'react'
import { useNavigate } from 'react-router'
import { Figure } from '../areas/reference/Figure'
import type { Keys } from './commandKeys'
import { hitsFor } from './commands'
import { useMe, useNames, may } from '../base/data'

/** What a line finds: arrows choose, Enter goes there. */
export default function CommandHits({
  line,
  keys,
  waiting,
  onDone,
}: {
  line: string
  keys: Ref<Keys>
  /** Enter was pressed before the names were there. */
  waiting: RefObject<boolean>
  onDone: () => void
}) {
  const [at, setAt] = useState({ line, n: 0 })
  const names = useNames().data
  const coach = may(useMe().data, 'coach')
  const navigate = useNavigate()
  const list = useRef<HTMLUListElement>(null)
  const hits = useMemo(() => hitsFor(line, names ?? [], coach), [line, names, coach])
  // A new line begins at its first hit.
  const chosen = at.line === line ? Math.min(at.n, Math.max(0, hits.length - 1)) : 0
  useEffect(() => {
    list.current?.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest' })
  }, [chosen])
  const go = (i: number) => {
    const hit = hits[i]
    if (!hit) return
    onDone()
    void navigate(hit.to)
  }
  useImperativeHandle(keys, () => ({
    move: (step) => setAt({ line, n: (chosen + step + hits.length) % Math.max(1, hits.length) }),
    go: () => {
      if (names) go(chosen)
      else waiting.current = true
    },
  }))
  useEffect(() => {
    if (!names || !waiting.current) return
    waiting.current = false
    go(0)
  }, [names]) // oxlint-disable-line react/exhaustive-deps
  return (
    <>
      <ul id="command-hits" role="listbox" aria-label="What it finds" ref={list}>
        {hits.map((h, i) => (
          <li
            key={`${h.group} ${h.id}`}
            role="option"
            aria-selected={i === chosen}
            onMouseMove={() => i !== chosen && setAt({ line, n: i })}
            onClick={() => go(i)}
          >
            <span className="fig" aria-hidden>
              {h.page && <Figure page={h.page} size={40} />}
            </span>
            <span>
              <b>{h.name}</b>
              <small>{h.says}</small>
            </span>
            <small>{hits[i - 1]?.group === h.group ? '' : h.group}</small>
          </li>
        ))}
      </ul>
      {hits.length === 0 && (
        <p className="command-none" role="status">
          Nothing by these words. Try a name, a grip, an implement or what hurts.
        </p>
      )}
    </>
  )
}
