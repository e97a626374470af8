import { Button } from '@mantine/core'
import { qualityById } from '@mano/core/catalogue/qualities'
import { TISSUES } from '@mano/core/catalogue/tissues'
import { sumOf, type WeekDone } from '@mano/core/review/weeks'
import { readinessOf } from '@mano/core/session/readiness'
import { addDays, formatDate } from '@mano/core/units/dates'
import { formatClock } from '@mano/core/units/format'
import { useCalm } from '../../base/calm'
import { Term } from '../../base/Term'
import { useTests } from '../../base/data'
import { useAthletePage } from '../athlete/AthletePage'
import { isReadFor } from '@mano/core/catalogue/protocols'
import { must } from '@mano/core/units/must'

/** Weeks a row has room for. */
const MOST = 26

/**
 * What was done beside what it hurt, how ready the hands were and how the sport went, week under
 * week.
 */
export function Weeks({ all }: { all: readonly WeekDone[] }) {
  const { athlete, me } = useAthletePage()
  const tests = useTests(athlete.id)
  const [by, setBy] = useCalm<'time' | 'quality' | 'tissue'>('time')
  const first = all.findIndex((w) => w.load !== null || w.planned > 0)
  const weeks = (first < 0 ? [] : all.slice(first)).slice(-MOST)
  if (weeks.length === 0) return null
  const of = <T extends { on: string }>(rows: readonly T[], w: WeekDone): T[] =>
    rows.filter((r) => r.on >= w.week && r.on < addDays(w.week, 7))
  const squeezes = (tests.data ?? [])
    .filter((s) => isReadFor(s.protocolId, 'readiness'))
    .map((s) => ({ on: s.performedOn, low: readinessOf(s, must(tests.data)).low }))
  const most = Math.max(1, ...weeks.map((w) => w.load ?? 0))
  const every = Math.ceil(weeks.length / 8)
  const outcomes = [...new Set(athlete.outcomes.map((o) => o.name))].filter((name) =>
    weeks.some(
      (w) =>
        of(
          athlete.outcomes.filter((o) => o.name === name),
          w,
        ).length > 0,
    ),
  )
  const qualities = [...new Set(weeks.flatMap((w) => w.time.map((t) => t.quality)))]
  const hard = [...new Set(weeks.flatMap((w) => w.hardByQuality.map((h) => h.quality)))]
  const tissues = TISSUES.filter((t) =>
    weeks.some((w) => w.hardDays.some((h) => h.tissue === t.id)),
  )
  const longest = Math.max(1, ...weeks.flatMap((w) => w.time.flatMap((t) => [t.left, t.right])))
  const sum = sumOf(weeks)
  return (
    <section className="series rv-weeks" aria-label="Work by week">
      <h2>Work, pain and readiness by week</h2>
      <p className="note">
        {sum.sessionsDone} of {sum.sessionsPlanned} planned sessions done in {sum.weeks} weeks.{' '}
        {sum.painNotes === 0
          ? 'No pain logged.'
          : `Pain logged in ${sum.painNotes} sets, never above ${sum.worstPain}/10.`}
        {all.length - Math.max(0, first) > MOST ? ` The last ${MOST} weeks are shown.` : ''}
      </p>
      <div className="wk-scroll" tabIndex={0} role="region" aria-label="Weeks">
        <table style={{ minWidth: 130 + weeks.length * 34 }}>
          <thead>
            <tr>
              <th scope="col">Week of</th>
              {weeks.map((w, i) => (
                <th key={w.week} scope="col" className="n">
                  {i % every === 0 ? (
                    <span>{formatDate(w.week, me.today)}</span>
                  ) : (
                    <span className="vh">{formatDate(w.week, me.today)}</span>
                  )}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr className="bars">
              <th scope="row">Hand load</th>
              {weeks.map((w) => (
                <td
                  key={w.week}
                  title={
                    w.changePct === null
                      ? undefined
                      : `${w.changePct > 0 ? '+' : '\u2212'}${Math.abs(w.changePct).toFixed(0)} ` +
                        '% on the week before'
                  }
                >
                  {w.load !== null && (
                    <span>
                      <i style={{ height: `${(56 * w.load) / most}px` }} />
                      <small>{w.load.toFixed(0)}</small>
                    </span>
                  )}
                </td>
              ))}
            </tr>
            <tr>
              <th scope="row">Sessions done</th>
              {weeks.map((w) => (
                <td key={w.week} className="n">
                  {w.sessionsPlanned === 0 ? '' : `${w.sessionsDone}/${w.sessionsPlanned}`}
                </td>
              ))}
            </tr>
            <tr>
              <th scope="row">Worst pain</th>
              {weeks.map((w) => (
                <td key={w.week} className="n">
                  {w.worstPain === null ? (
                    ''
                  ) : w.worstPain > 3 ? (
                    <b className="alarm-line">{w.worstPain}</b>
                  ) : (
                    w.worstPain
                  )}
                </td>
              ))}
            </tr>
            {squeezes.length > 0 && (
              <tr>
                <th scope="row">Readiness low</th>
                {weeks.map((w) => {
                  const own = of(squeezes, w)
                  const low = own.filter((s) => s.low).length
                  return (
                    <td key={w.week} className="n">
                      {own.length === 0 ? (
                        ''
                      ) : low > 0 ? (
                        <b>
                          {low} of {own.length}
                        </b>
                      ) : (
                        `0 of ${own.length}`
                      )}
                    </td>
                  )
                })}
              </tr>
            )}
            {outcomes.map((name) => (
              <tr key={name}>
                <th scope="row">
                  {name}
                  <small>{must(athlete.outcomes.find((o) => o.name === name)).unit}</small>
                </th>
                {weeks.map((w) => (
                  <td key={w.week} className="n">
                    {of(
                      athlete.outcomes.filter((o) => o.name === name),
                      w,
                    )
                      .map((o) => o.value)
                      .join(', ')}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
          <tbody>
            {by === 'time' &&
              qualities.map((q) => (
                <tr key={q}>
                  <th scope="row">
                    <Term kind="quality" id={q}>
                      {qualityById(q).name}
                    </Term>
                  </th>
                  {weeks.map((w) => {
                    const t = w.time.find((x) => x.quality === q)
                    return (
                      <td key={w.week}>
                        {t && (
                          <span
                            className="ht"
                            role="img"
                            aria-label={`left ${formatClock(t.left)}, right ${formatClock(t.right)}`}
                            title={`left ${formatClock(t.left)}, right ${formatClock(t.right)}`}
                          >
                            <i className="l" style={{ width: `${(100 * t.left) / longest}%` }} />
                            <u />
                            <i className="r" style={{ width: `${(100 * t.right) / longest}%` }} />
                          </span>
                        )}
                      </td>
                    )
                  })}
                </tr>
              ))}
            {by === 'quality' &&
              hard.map((q) => (
                <tr key={q}>
                  <th scope="row">
                    <Term kind="quality" id={q}>
                      {qualityById(q).name}
                    </Term>
                  </th>
                  {weeks.map((w) => (
                    <td key={w.week} className="n">
                      {w.hardByQuality.find((h) => h.quality === q)?.days ?? ''}
                    </td>
                  ))}
                </tr>
              ))}
            {by === 'tissue' &&
              tissues.map((t) => (
                <tr key={t.id}>
                  <th scope="row">{t.name}</th>
                  {weeks.map((w) => (
                    <td key={w.week} className="n">
                      {w.hardDays.find((h) => h.tissue === t.id)?.days ?? ''}
                    </td>
                  ))}
                </tr>
              ))}
          </tbody>
        </table>
      </div>
      <div className="flt" role="group" aria-label="Lower rows">
        {(
          [
            ['time', 'Time under load'],
            ['quality', 'Hard days by quality'],
            ['tissue', 'Hard days by tissue'],
          ] as const
        ).map(([id, name]) => (
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
          ? `Left and right of the line: time each hand worked, longest ${formatClock(longest)}. `
          : ''}
        Hand load is sets weighted by level; 10 to 15 % more from week to week is the guide (common
        practice, no source).
      </p>
    </section>
  )
}
