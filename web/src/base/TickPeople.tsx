import { Checkbox } from '@mantine/core'
import type { ReactNode } from 'react'
import { Still } from './Still'
import { useSteady } from './steady'

/** Athletes to choose from, several at once. `beside`: said beside a name, by the athlete alone. */
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
  beside: (a: A) => ReactNode
  className: string
}) {
  const turn = useSteady((id: string) =>
    onChange(chosen.includes(id) ? chosen.filter((x) => x !== id) : [...chosen, id]),
  )
  return (
    <ul className={className} aria-label="Athletes">
      {of.map((a) => (
        <Still key={a.id} of={[a, chosen.includes(a.id)]}>
          <li>
            <label className="tick">
              <Checkbox checked={chosen.includes(a.id)} onChange={() => turn(a.id)} />
              {a.name} <span className="s">{beside(a)}</span>
            </label>
          </li>
        </Still>
      ))}
    </ul>
  )
}
