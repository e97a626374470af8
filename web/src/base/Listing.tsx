import { Button, UnstyledButton } from '@mantine/core'
import { useDeferredValue, useMemo, useState, type ReactNode } from 'react'
import { useCalm } from './calm'
import { ListFind } from './ListFind'
import './listing.css'

/** Rows of a page, and rows from which a list is searched. */
const PAGE = 50
const SEARCHED_FROM = 9
/** Beside the head of the column a list is sorted by: up, down. */
const ARROWS = [' ↑', ' ↓']

type Value = string | number | null
interface Columns<R> {
  /** What each column sorts by; null comes last. */
  by: Readonly<Record<string, (row: R) => Value>>
  /** What is searched. */
  says: (row: R) => string
  /** What the rows are, as the search field says it. */
  what: string
  /** What is searched for elsewhere on the page: no field of its own then. */
  text?: string
  /** Rows of a page where they are tall. */
  page?: number
}

const compared = (a: Value, b: Value): number =>
  a === b
    ? 0
    : a === null
      ? 1
      : b === null
        ? -1
        : typeof a === 'number' && typeof b === 'number'
          ? a - b
          : String(a).localeCompare(String(b), 'en', { numeric: true, sensitivity: 'base' })

/**
 * The rows of a table, sorted by a press on a column's head, searched, and page by page; as they
 * come in until a head is pressed. A third press gives the first order again.
 */
export function useListing<R>(
  rows: readonly R[],
  { by, says, what, text, page: size = PAGE }: Columns<R>,
) {
  const [sort, setSort] = useCalm<{ column: string; down: boolean } | null>(null)
  const [asked, setAsked] = useState('')
  const [page, setPage] = useCalm(0)
  const sought = useDeferredValue((text ?? asked).trim().toLowerCase())
  const found = useMemo(() => {
    const words = sought.split(/\s+/).filter(Boolean)
    const own = rows.filter((r) => {
      const said = words.length > 0 ? says(r).toLowerCase() : ''
      return words.every((w) => said.includes(w))
    })
    const of = sort && by[sort.column]
    return of
      ? [...own].sort((a, b) => {
          const [x, y] = [of(a), of(b)]
          const d = compared(x, y)
          return sort.down && x !== null && y !== null ? -d : d
        })
      : own
  }, [rows, sought, sort]) // oxlint-disable-line react/exhaustive-deps
  const pages = Math.max(1, Math.ceil(found.length / size))
  const at = Math.min(page, pages - 1)
  const press = (column: string) => {
    setPage(0)
    setSort(
      sort?.column !== column ? { column, down: false } : sort.down ? null : { column, down: true },
    )
  }
  return {
    rows: found.slice(at * size, (at + 1) * size),
    none: found.length === 0,
    th: (column: string, label: string, className?: string): ReactNode => (
      <th
        scope="col"
        className={className}
        aria-sort={sort?.column === column ? (sort.down ? 'descending' : 'ascending') : 'none'}
      >
        <UnstyledButton className="sort" onClick={() => press(column)}>
          {label}
          <span aria-hidden="true">{sort?.column === column ? ARROWS[Number(sort.down)] : ''}</span>
        </UnstyledButton>
      </th>
    ),
    find:
      text !== undefined || rows.length < SEARCHED_FROM ? null : (
        <ListFind
          what={what}
          onFind={(text) => {
            setAsked(text)
            setPage(0)
          }}
        />
      ),
    foot:
      found.length === 0 && rows.length > 0 ? (
        <p className="blank">Nothing here is called that.</p>
      ) : pages > 1 ? (
        <nav className="list-pages" aria-label={`Pages of ${what}`}>
          <Button variant="default" disabled={at === 0} onClick={() => setPage(at - 1)}>
            Before
          </Button>
          <span className="s n">
            {at * size + 1} to {Math.min(found.length, (at + 1) * size)} of {found.length}
          </span>
          <Button variant="default" disabled={at === pages - 1} onClick={() => setPage(at + 1)}>
            Next
          </Button>
        </nav>
      ) : null,
  }
}
