import { Button, TextInput } from '@mantine/core'
import { useDeferredValue, useMemo } from 'react'
import { Link, useParams } from 'react-router'
import { factsOf } from '@mano/core/reference/facts'
import type { Row, Section } from '@mano/core/reference/rows'
import { PAGE_KINDS, pageOf, PAGES, type Page } from '@mano/core/reference/pages'
import { search } from '@mano/core/reference/search'
import { Calmly } from '../../base/Calmly'
import { useAddress } from '../../base/useAddress'
import { LostPage } from '../../base/Trouble'
import { Figure } from './Figure'
import { OwnIndex, OwnPages } from './OwnPages'
import './reference.css'
import { must } from '@mano/core/units/must'
import { halves } from '@mano/core/units/parse'

export const pathOf = (kind: string, id: string): string =>
  kind === 'calculator' ? `/bench/${id}` : `/reference/${kind}/${id}`

/**
 * What the trade knows, readable: search by everyday words, a page for every row, one step from
 * each term.
 */
export default function Reference() {
  const { kind, id } = useParams()
  const address = useAddress()
  const query = address.get('q') ?? ''
  const asked = useDeferredValue(query)
  const found = useMemo(() => search(asked, 10), [asked])
  const shown = kind && id ? pageOf(kind, id) : undefined
  const suffix = query === '' ? '' : `?q=${encodeURIComponent(query)}`
  return (
    <div className="reference">
      <nav aria-label="Find in the reference">
        <TextInput
          type="search"
          aria-label="Search the reference"
          placeholder="In your own words"
          value={query}
          onChange={(e) => address.set('q', e.currentTarget.value)}
        />
        {query !== '' && (
          <Found
            title={found.length === 0 ? 'Nothing by these words' : 'Found by your words'}
            pages={found.map((f) => f.page)}
            suffix={suffix}
            current={shown}
          />
        )}
        {query !== '' && found.length === 0 && (
          <p className="s">Try one word, a grip, an implement or what hurts.</p>
        )}
        {shown && query === '' && <Near page={shown} />}
      </nav>
      {shown ? <PageView page={shown} /> : kind && id ? <LostPage /> : <Index />}
    </div>
  )
}

function Found({
  title,
  pages,
  suffix,
  current,
}: {
  title: string
  pages: readonly Page[]
  suffix: string
  current: Page | undefined
}) {
  return (
    <>
      <h2>{title}</h2>
      <ul>
        {pages.map((p) => (
          <li key={`${p.kind} ${p.id}`}>
            <Link
              to={`${pathOf(p.kind, p.id)}${p.kind === 'calculator' ? '' : suffix}`}
              aria-current={p === current ? 'page' : undefined}
            >
              <span className="fig">
                <Figure page={p} size={40} />
              </span>
              <span>
                <b>{p.name}</b>
                <small>{must(PAGE_KINDS.find((k) => k.id === p.kind)).name}</small>
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  )
}

/** Pages of the same kind and quality. */
function Near({ page }: { page: Page }) {
  const near = PAGES.filter(
    (p) =>
      p !== page &&
      p.kind === page.kind &&
      (page.qualities.length === 0 || p.qualities[0] === page.qualities[0]),
  ).slice(0, 12)
  return near.length > 0 ? <Found title="Near to it" pages={near} suffix="" current={page} /> : null
}

/** The kind that stands open when the reference is opened. */
const OPEN = 'quality'

/** Every page, by kind; what is folded is made after what is seen. */
function Index() {
  return (
    <main className="ref-index">
      <h1>Reference</h1>
      <OwnIndex />
      {PAGE_KINDS.map((k) => {
        const pages = PAGES.filter((p) => p.kind === k.id)
        return (
          <details key={k.id} open={k.id === OPEN}>
            <summary>
              {k.name} <small>{pages.length}</small>
            </summary>
            {k.id === OPEN ? (
              <Pages pages={pages} />
            ) : (
              <Calmly waits={null}>
                <Pages pages={pages} />
              </Calmly>
            )}
          </details>
        )
      })}
    </main>
  )
}

const Pages = ({ pages }: { pages: readonly Page[] }) => (
  <ul>
    {pages.map((p) => (
      <li key={p.id}>
        <Link to={pathOf(p.kind, p.id)}>
          <Figure page={p} size={36} />
          {p.name}
        </Link>
      </li>
    ))}
  </ul>
)

function PageView({ page }: { page: Page }) {
  const facts = factsOf(page.kind, page.id)
  if (!facts) return <LostPage />
  const full = facts.sections.filter((s) => (s.rows?.length ?? 0) > 0 || (s.says ?? '') !== '')
  const said = page.words.slice(0, 6)
  return (
    <>
      <main className="ref-page">
        <header>
          <div className="fig">
            <Figure page={page} size={96} />
          </div>
          <div>
            <p className="s">{must(PAGE_KINDS.find((k) => k.id === page.kind)).name}</p>
            <h1>{facts.name}</h1>
            <p>{facts.lead}</p>
          </div>
          <Button className="no-print" variant="default" onClick={() => window.print()}>
            Print
          </Button>
        </header>
        {full
          .filter((s) => !s.aside)
          .map((s) => (
            <Part key={s.title} section={s} />
          ))}
        <OwnPages key={`${page.kind}:${page.id}`} origin={`${page.kind}:${page.id}`} />
        {said.length > 0 && <p className="s words">Also called: {said.join(', ')}.</p>}
      </main>
      <aside>
        {full
          .filter((s) => s.aside)
          .map((s) => (
            <Part key={s.title} section={s} />
          ))}
      </aside>
    </>
  )
}

function Part({ section }: { section: Section }) {
  return (
    <section aria-label={section.title}>
      <h2>{section.title}</h2>
      {section.says && <p>{section.says}</p>}
      {section.rows && section.rows.length > 0 && (
        <ul>
          {section.rows.map((r, i) => (
            <li key={i}>
              <Cell row={r} />
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

function Cell({ row }: { row: Row }) {
  const [kind, id] = row.to ? halves(row.to, ':') : ['', '']
  return (
    <>
      {row.to ? <Link to={pathOf(kind, id)}>{row.name}</Link> : <span>{row.name}</span>}
      {row.boxes !== undefined && (
        <span className="boxes" role="img" aria-label={`${row.boxes} of 5`}>
          {[1, 2, 3, 4, 5].map((n) => (
            <i key={n} className={n <= must(row.boxes) ? 'full' : ''} />
          ))}
        </span>
      )}
      {row.says && <small>{row.says}</small>}
    </>
  )
}
