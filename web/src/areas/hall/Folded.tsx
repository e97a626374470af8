import type { ReactNode } from 'react'
import { useCalm } from '../../base/calm'

/** A part of the page that is made when it is opened: it is seldom looked at. */
export function Folded({ id, name, children }: { id: string; name: string; children: ReactNode }) {
  const [open, setOpen] = useCalm(false)
  return (
    <section className="block" aria-labelledby={id}>
      <details onToggle={(e) => setOpen(e.currentTarget.open)}>
        <summary>
          <h2 className="h3" id={id}>
            {name}
          </h2>
        </summary>
        {open && children}
      </details>
    </section>
  )
}
