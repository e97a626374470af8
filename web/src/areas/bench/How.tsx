import { Link } from 'react-router'
import { SOURCES } from '@mano/core/catalogue/sources'
import type { Calculator } from '@mano/core/catalogue/calculators'
/** How it is worked out, and on what it rests. */
export function How({ row }: { row: Calculator }) {
  return (
    <section className="how" aria-label="How it is worked out">
      <h2>How it is worked out</h2>
      <p>{row.how}</p>
      <p className="s">
        Rests on:{' '}
        {row.sources.map((id, i) => (
          <span key={id}>
            {i > 0 && ', '}
            <Link to={`/reference/source/${id}`}>
              {SOURCES.find((s) => s.id === id)?.cite ?? id}
            </Link>
          </span>
        ))}
        .
      </p>
    </section>
  )
}
