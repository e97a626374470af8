import { Checkbox } from '@mantine/core'
import type { ReactNode } from 'react'

/** Athletes to choose from, several at once. */
export function TickPeople<A extends { id: string; name: string }>({
  of,
  chosen,
  onChange,
  beside,
  className,
}: {
  of: readonly A[]
  chosen: readonly string[]
  onChange: (ids: readonly string[]) => void
  /** What is said beside a name. */
  beside: (a: A) => ReactNode
  className: string
}) {
  const turn = (id: string) =>
    onChange(chosen.includes(id) ? chosen.filter((x) => x !== id) : [...chosen, id])
  return (
    <ul className={className} aria-label="Athletes">
      {of.map((a) => (
        <li key={a.id}>
          <label className="tick">
            <Checkbox checked={chosen.includes(a.id)} onChange={() => turn(a.id)} />
            {a.name} <span className="s">{beside(a)}</span>
          </label>
        </li>
      ))}
    </ul>
  )
}
