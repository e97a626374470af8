import { Button } from '@mantine/core'
import { memo, type ReactNode } from 'react'
import { isReadFor } from '@mano/core/catalogue/protocols'
import { qualityById } from '@mano/core/catalogue/qualities'
import { TISSUES } from '@mano/core/catalogue/tissues'
import { sumOf, type WeekDone } from '@mano/core/review/weeks'
import { readinessOf } from '@mano/core/session/readiness'
import { addDays, formatDate } from '@mano/core/units/dates'
import { formatClock } from '@mano/core/units/format'
import { must } from '@mano/core/units/must'
import type { Percent } from '@mano/core/units/quantity'
import { useCalm } from '../../base/calm'
import { Term } from '../../base/Term'
import { useTests } from '../../base/data'
import { useAthletePage } from '../athlete/AthletePage'

/** Weeks a row has room for. */
const MOST = 26
/** What the lower rows show. */
const LOWER = [
  ['time', 'Time under load'],
  ['quality', 'Hard days by quality'],
  ['tissue', 'Hard days by tissue'],
] as const
type Lower = (typeof LOWER)[number][0]

type WeeksProps = { weeks: readonly WeekDone[] }

const inWeek = <T extends { on: string }>(rows: readonly T[], w: WeekDone): T[] =>
  rows.filter((r) => r.on >= w.week && r.on < addDays(w.week, 7))

/**
 * What was done beside what it hurt, how ready the hands were and how the sport went, week under
 * week.
 */
export function Weeks({ all }: { all: readonly WeekDone[] }) {
  const [by, setBy] = useCalm<Lower>('time')
  const first = all.findIndex((w) => w.load !== null || w.planned > 0)
  const since = first < 0 ? [] : all.slice(first)
  const weeks = since.slice(-MOST)
  if (weeks.length === 0) return null
  return (
    <section className="series rv-weeks" aria-label="Work by week">
      <h2>Work, pain and readiness by week</h2>
      <p className="note">
        {sumWords(weeks)}
        {since.length > MOST ? ` The last ${MOST} weeks are shown.` : ''}
      </p>
      <div className="wk-scroll" tabIndex={0} role="region" aria-label="Weeks">
        <table style={{ minWidth: 130 + weeks.length * 34 }}>
          <Upper all={all} weeks={weeks} />
          <tbody>
            {by === 'time' && <TimeRows weeks={weeks} />}
            {by === 'quality' && <QualityRows weeks={weeks} />}
            {by === 'tissue' && <TissueRows weeks={weeks} />}
          </tbody>
        </table>
      </div>
      <div className="flt" role="group" aria-label="Lower rows">
        {LOWER.map(([id, name]) => (
          <Button
            key={id}
            variant={by === id ? 'filled' : 'default'}
            size="xs"
            aria-pressed={by === id}
            onClick={() => setBy(id)}
          >
            {name}
          </Button>
        ))}
      </div>
      <p className="note">
        {by === 'time'
          ? 'Left and right of the line: time each hand worked, longest ' +
            `${formatClock(longestOf(weeks))}. `
          : ''}
        Hand load is sets weighted by level; 10 to 15 % more from week to week is the guide (common
        practice, no source).
      </p>
    </section>
  )
}

function sumWords(weeks: readonly WeekDone[]): string {
  const sum = sumOf(weeks)
  const pain =
    sum.painNotes === 0
      ? 'No pain logged.'
      : `Pain logged in ${sum.painNotes} sets, never above ${sum.worstPain}/10.`
  const done = `${sum.sessionsDone} of ${sum.sessionsPlanned} planned sessions done`
  return `${done} in ${sum.weeks} weeks. ${pain}`
}

/** One row, a cell a week. */
const Row = ({
  name,
  weeks,
  cell,
}: {
  name: ReactNode
  weeks: readonly WeekDone[]
  cell: (w: WeekDone) => ReactNode
}) => (
  <tr>
    <th scope="row">{name}</th>
    {weeks.map((w) => (
      <td key={w.week} className="n">
        {cell(w)}
      </td>
    ))}
  </tr>
)

/** The rows that always stand; `all` is what `weeks` was cut from, the same as long as it is. */
const Upper = memo(
  function Upper({ weeks }: WeeksProps & { all: readonly WeekDone[] }) {
    const { me } = useAthletePage()
    const every = Math.ceil(weeks.length / 8)
    return (
      <>
        <thead>
          <tr>
            <th scope="col">Week of</th>
            {weeks.map((w, i) => (
              <th key={w.week} scope="col" className="n">
                <span className={i % every === 0 ? undefined : 'vh'}>
                  {formatDate(w.week, me.today)}
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <LoadRow weeks={weeks} />
          <Row
            name="Sessions done"
            weeks={weeks}
            cell={(w) => (w.sessionsPlanned === 0 ? '' : `${w.sessionsDone}/${w.sessionsPlanned}`)}
          />
          <Row
            name="Worst pain"
            weeks={weeks}
            cell={({ worstPain }) =>
              worstPain !== null && worstPain > 3 ? (
                <b className="alarm-line">{worstPain}</b>
              ) : (
                worstPain
              )
            }
          />
          <ReadinessRow weeks={weeks} />
          <OutcomeRows weeks={weeks} />
        </tbody>
      </>
    )
  },
  (before, now) => before.all === now.all,
)

function LoadRow({ weeks }: WeeksProps) {
  const most = Math.max(1, ...weeks.map((w) => w.load ?? 0))
  const grown = (pct: Percent) =>
    `${pct > 0 ? '+' : '\u2212'}${Math.abs(pct).toFixed(0)} % on the week before`
  return (
    <tr className="bars">
      <th scope="row">Hand load</th>
      {weeks.map((w) => (
        <td key={w.week} title={w.changePct === null ? undefined : grown(w.changePct)}>
          {w.load !== null && (
            <span>
              <i style={{ height: `${(56 * w.load) / most}px` }} />
              <small>{w.load.toFixed(0)}</small>
            </span>
          )}
        </td>
      ))}
    </tr>
  )
}

function ReadinessRow({ weeks }: WeeksProps) {
  const { athlete } = useAthletePage()
  const tests = useTests(athlete.id).data ?? []
  const squeezes = tests
    .filter((s) => isReadFor(s.protocolId, 'readiness'))
    .map((s) => ({ on: s.performedOn, low: readinessOf(s, tests).low }))
  if (squeezes.length === 0) return null
  return (
    <Row
      name="Readiness low"
      weeks={weeks}
      cell={(w) => {
        const own = inWeek(squeezes, w)
        const low = own.filter((s) => s.low).length
        const says = `${low} of ${own.length}`
        return own.length === 0 ? '' : low > 0 ? <b>{says}</b> : says
      }}
    />
  )
}

/** How the sport went, a row for each result that was entered in these weeks. */
function OutcomeRows({ weeks }: WeeksProps) {
  const { athlete } = useAthletePage()
  return [...new Set(athlete.outcomes.map((o) => o.name))].map((name) => {
    const own = athlete.outcomes.filter((o) => o.name === name)
    if (!weeks.some((w) => inWeek(own, w).length > 0)) return null
    return (
      <Row
        key={name}
        name={
          <>
            {name}
            <small>{must(own[0]).unit}</small>
          </>
        }
        weeks={weeks}
        cell={(w) =>
          inWeek(own, w)
            .map((o) => o.value)
            .join(', ')
        }
      />
    )
  })
}

const QualityTerm = ({ id }: { id: WeekDone['time'][number]['quality'] }) => (
  <Term kind="quality" id={id}>
    {qualityById(id).name}
  </Term>
)

const longestOf = (weeks: readonly WeekDone[]): number =>
  Math.max(1, ...weeks.flatMap((w) => w.time.flatMap((t) => [t.left, t.right])))

function TimeRows({ weeks }: WeeksProps) {
  const longest = longestOf(weeks)
  const qualities = [...new Set(weeks.flatMap((w) => w.time.map((t) => t.quality)))]
  return qualities.map((q) => (
    <tr key={q}>
      <th scope="row">
        <QualityTerm id={q} />
      </th>
      {weeks.map((w) => {
        const t = w.time.find((x) => x.quality === q)
        const says = t && `left ${formatClock(t.left)}, right ${formatClock(t.right)}`
        return (
          <td key={w.week}>
            {t && (
              <span className="ht" role="img" aria-label={says} title={says}>
                <i className="l" style={{ width: `${(100 * t.left) / longest}%` }} />
                <u />
                <i className="r" style={{ width: `${(100 * t.right) / longest}%` }} />
              </span>
            )}
          </td>
        )
      })}
    </tr>
  ))
}

function QualityRows({ weeks }: WeeksProps) {
  const hard = [...new Set(weeks.flatMap((w) => w.hardByQuality.map((h) => h.quality)))]
  return hard.map((q) => (
    <Row
      key={q}
      name={<QualityTerm id={q} />}
      weeks={weeks}
      cell={(w) => w.hardByQuality.find((h) => h.quality === q)?.days ?? ''}
    />
  ))
}

function TissueRows({ weeks }: WeeksProps) {
  const there = TISSUES.filter((t) => weeks.some((w) => w.hardDays.some((h) => h.tissue === t.id)))
  return there.map((t) => (
    <Row
      key={t.id}
      name={t.name}
      weeks={weeks}
      cell={(w) => w.hardDays.find((h) => h.tissue === t.id)?.days ?? ''}
    />
  ))
}
