import { counted } from '@mano/core/units/counted'
import { Anchor, Button } from '@mantine/core'
import type { ImportLines, ImportReply } from '@mano/contract/tests'

interface Deal {
  onDeal: (more: Partial<ImportLines>) => void
}
/** Lines shown of each list. */
const SHOWN = 50

/** What is wrong, line by line; a line can be left out, or its date read the other way. */
export function Problems({
  report,
  name,
  lines,
  dates,
  onDeal,
  onLeave,
}: {
  report: ImportReply
  name: string
  lines: ImportLines
  /** Dates of this sheet have an order that can be turned. */ dates: boolean
  onLeave: () => void
} & Deal) {
  const wrong = [...new Set(report.problems.filter((p) => p.line > 1).map((p) => p.line))]
  return (
    <div className="imp-report panel" role="alert">
      <h2>{name} was not imported</h2>
      <p>
        {counted(report.problems.length, 'problem')} in {report.lines} lines. Nothing was saved.
        Mend the file and choose it again, or deal with single lines here.
      </p>
      <ol className="imp-problems">
        {report.problems.slice(0, SHOWN).map((p, i) => (
          <li key={i}>
            <b className="n">{p.line}</b>
            <span className="n">{p.column}</span>
            <span>{p.message}</span>
            {p.line > 1 && (
              <span className="row">
                {dates && p.column === 'date' && !lines.turned.includes(p.line) && (
                  <Button
                    variant="default"
                    size="xs"
                    onClick={() => onDeal({ turned: [...lines.turned, p.line] })}
                  >
                    Read its date the other way
                  </Button>
                )}
                <Button
                  variant="default"
                  size="xs"
                  onClick={() => onDeal({ without: [...lines.without, p.line] })}
                >
                  Leave line {p.line} out
                </Button>
              </span>
            )}
          </li>
        ))}
      </ol>
      {report.problems.length > SHOWN && (
        <p className="s">and {report.problems.length - SHOWN} more</p>
      )}
      <div className="row">
        {wrong.length > 1 && (
          <Button
            variant="default"
            onClick={() => onDeal({ without: [...new Set([...lines.without, ...wrong])] })}
          >
            Leave these {wrong.length} lines out
          </Button>
        )}
        <Button variant="default" onClick={onLeave}>
          Cancel
        </Button>
      </div>
    </div>
  )
}

/** Lines that say what is there already: left out unless they are wanted. */
export function Repeats({
  rows,
  wanted,
  onDeal,
}: { rows: ImportReply['repeated']; wanted: readonly number[] } & Deal) {
  if (rows.length === 0 && wanted.length === 0) return null
  return (
    <section className="imp-repeats" aria-label="Lines that repeat something">
      {rows.length > 0 && (
        <>
          <p>
            <b>
              {counted(rows.length, 'line repeats', 'lines repeat')} what is there already and{' '}
              {rows.length === 1 ? 'is' : 'are'} left out.
            </b>
          </p>
          <ul>
            {rows.slice(0, SHOWN).map((r) => (
              <li key={r.line}>
                <span>
                  Line {r.line}, {r.of === 'record' ? 'on record' : `the same as line ${r.of}`}
                  {`: ${r.says}`}
                </span>{' '}
                <Button
                  variant="default"
                  size="xs"
                  onClick={() => onDeal({ wanted: [...wanted, r.line] })}
                >
                  Take line {r.line} all the same
                </Button>
              </li>
            ))}
          </ul>
          {rows.length > SHOWN && <p className="s">and {rows.length - SHOWN} more</p>}
        </>
      )}
      {wanted.length > 0 && (
        <p>
          {wanted.length} repeated {wanted.length === 1 ? 'line is' : 'lines are'} taken all the
          same.{' '}
          <Anchor
            component="button"
            type="button"
            className="lnk"
            onClick={() => onDeal({ wanted: [] })}
          >
            Leave {wanted.length === 1 ? 'it' : 'them'} out again
          </Anchor>
        </p>
      )}
    </section>
  )
}
