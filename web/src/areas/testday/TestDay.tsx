import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { protocolById } from '@mano/core/catalogue/protocols'
import { NOT_A_DIAGNOSIS } from '@mano/core/catalogue/cautions'
import { writeCsv } from '@mano/core/units/csv'
import { formatClock, formatDuration, formatWithUnit } from '@mano/core/units/format'
import { Term } from '../../base/Term'
import { Failed } from '../../base/Trouble'
import { useUnits } from '../../base/units'
import { useMe, may } from '../../base/data'
import { HandLetter } from '../../drawn/marks'
import { Icon } from '../../drawn/Icon'
import { earlierKey } from '@mano/contract/testday'
import { resultsOf } from '@mano/core/testday/results'
import { useDay, type Day } from './useDay'
import { HAND } from '../floor/hand'
import './testday.css'
import { must } from '@mano/core/units/must'
import { Choice } from '../../base/Choice'
import { options } from '../../base/options'
import { handsOf } from '@mano/core/catalogue/person'

/**
 * The hall's screen: who is on at each station, who is next, how far the day is; and what the coach
 * says when things go wrong.
 */
export default function TestDay() {
  const { dayId } = useParams()
  const { day, error } = useDay(must(dayId))
  const coach = may(useMe().data, 'coach')
  const units = useUnits()
  if (error && !day) return <Failed error={error} />
  if (!day) return <main className="td" aria-busy="true" />
  const { view, now, started, nowS } = day
  const total = (now?.done.length ?? 0) + (now?.order.slots.length ?? 0)
  const nameOf = (id: string) => view.setup.athletes.find((a) => a.id === id)?.name ?? ''
  const over = started && now !== null && now.order.slots.length === 0 && now.lost.length === 0
  return (
    <main className="td">
      <div className="hall-head">
        <h1>{view.name}</h1>
        {!started && coach && (
          <Button size="lg" disabled={!now} onClick={() => day.say('start')}>
            Start the day
          </Button>
        )}
        {started && (
          <p className="td-clock" role="timer">
            {formatClock(nowS)}
          </p>
        )}
      </div>
      <p role="status">
        {!now
          ? 'Working the order out …'
          : over
            ? `All ${now.done.length} trials are done.`
            : `${now.done.length} of ${total} trials done; the last ends about ` +
              `${formatDuration(now.order.endS)} ` +
              'in' +
              (day.boundS !== null && now.done.length === 0
                ? `, no order before ${formatDuration(day.boundS)} (a bound)`
                : '') +
              '.'}
      </p>
      {now && !over && (
        <div className="td-hall">
          {view.setup.stations.map((s) => {
            const own = now.order.slots
              .filter((x) => x.station === s.id)
              .sort((a, b) => a.start - b.start)
              .slice(0, 4)
            const lost = now.lost.includes(s.id)
            return (
              <section key={s.id} aria-label={s.name} className={lost ? 'lost' : ''}>
                <h2>
                  <Link to={`/testday/${view.id}/${s.id}`}>{s.name}</Link>
                </h2>
                <p className="s">
                  <Term kind="protocol" id={s.protocolId}>
                    {must(protocolById(s.protocolId)).name}
                  </Term>
                  {s.by && `, ${s.by}`}
                </p>
                {lost ? (
                  <p>
                    <Icon name="cross" /> Out of use
                  </p>
                ) : own.length === 0 ? (
                  <p>Done</p>
                ) : (
                  <ol>
                    {own.map((x, i) => (
                      <li key={i} className={i === 0 ? 'on' : ''}>
                        <HandLetter hand={x.hand} /> <b>{nameOf(x.athlete)}</b>
                        {x.loadKg > 0 && <span>{formatWithUnit(x.loadKg, 'kg', units)}</span>}
                        <span className="s">
                          {x.start <= nowS ? 'now' : formatClock(x.start - nowS)}
                        </span>
                      </li>
                    ))}
                  </ol>
                )}
                {coach &&
                  started &&
                  (lost ? (
                    <Button
                      variant="default"
                      size="xs"
                      onClick={() => day.say('back', { station: s.id })}
                    >
                      It works again
                    </Button>
                  ) : (
                    <Button
                      variant="default"
                      size="xs"
                      onClick={() => day.say('lost', { station: s.id })}
                    >
                      Out of use
                    </Button>
                  ))}
              </section>
            )
          })}
        </div>
      )}
      {coach && started && !over && <Trouble day={day} />}
      {now && now.done.length > 0 && <Results day={day} nameOf={nameOf} />}
      <p className="note">{NOT_A_DIAGNOSIS}</p>
    </main>
  )
}

/** Late, out, a break, or the rest in another order: each changes as little as it can. */
function Trouble({ day }: { day: Day }) {
  const { view, nowS } = day
  const [who, setWho] = useState(must(view.setup.athletes[0]).id)
  return (
    <section className="td-trouble" aria-label="When things go wrong">
      <Choice label="Athlete" value={who} onChange={setWho} data={options(view.setup.athletes)} />
      {[5, 10, 20].map((m) => (
        <Button
          variant="default"
          size="xs"
          key={m}
          onClick={() => day.say('late', { athlete: who, untilS: nowS + 60 * m })}
        >
          Late by {m} min
        </Button>
      ))}
      <Button
        variant="default"
        size="xs"
        onClick={() => day.say('late', { athlete: who, untilS: nowS })}
      >
        Is here
      </Button>
      <Button
        variant="default"
        size="xs"
        onClick={() => day.say('out', { athlete: who, hand: null, reason: 'stopped' })}
      >
        Stops for today
      </Button>
      <OneMore day={day} who={who} />
      <Button variant="default" size="xs" onClick={() => day.say('break', { untilS: nowS + 300 })}>
        Break of 5 min for all
      </Button>
      <Button variant="default" size="xs" onClick={() => day.say('reorder')}>
        Order the rest again
      </Button>
    </section>
  )
}

/** A try granted again: of the athlete's last one, at its station and load. */
function OneMore({ day, who }: { day: Day; who: string }) {
  const last = day.now?.done.filter((e) => e.athlete === who && e.outcome !== 'skipped').at(-1)
  const station = day.view.setup.stations.find((s) => s.id === last?.station)
  return (
    <Button
      variant="default"
      size="xs"
      disabled={!last}
      onClick={() =>
        last &&
        day.say('retry', {
          athlete: who,
          station: last.station,
          hand: last.hand,
          loadKg: last.loadKg,
        })
      }
    >
      {last && station
        ? `One more, ${HAND[last.hand].toLowerCase()}, ${station.name}`
        : 'One more trial'}
    </Button>
  )
}

function Results({ day, nameOf }: { day: Day; nameOf: (id: string) => string }) {
  const units = useUnits()
  const { view } = day
  const groups = resultsOf(
    view.setup,
    day.events,
    (athlete, station, hand) => view.earlier[earlierKey(athlete, station, hand)] ?? null,
  ).map((g) => ({
    ...g,
    handsOf: handsOf(must(protocolById(g.protocolId))),
  }))
  const save = () => {
    const rows = groups.flatMap((g) =>
      g.rows.map((r) => [
        g.protocolId,
        g.unit,
        nameOf(r.athlete),
        r.left?.toString() ?? '',
        r.right?.toString() ?? '',
        r.both?.toString() ?? '',
        r.rank.join('-'),
        r.beaten.map((b) => b.hand).join(' '),
        r.retest ? 'yes' : '',
      ]),
    )
    const url = URL.createObjectURL(
      new Blob(
        [
          writeCsv(
            ['protocol', 'unit', 'athlete', 'left', 'right', 'both', 'rank', 'new_best', 'retest'],
            rows,
          ),
        ],
        { type: 'text/csv' },
      ),
    )
    Object.assign(document.createElement('a'), { href: url, download: `${view.name}.csv` }).click()
    setTimeout(() => URL.revokeObjectURL(url), 1000)
  }
  return (
    <section className="td-results" aria-label="Results">
      <div className="hall-head">
        <h2>Results so far</h2>
        <Button variant="default" size="xs" onClick={save}>
          Save as CSV
        </Button>
      </div>
      {groups.map((g) => (
        <table key={g.protocolId} className="hall-kit">
          <caption>
            <Term kind="protocol" id={g.protocolId}>
              {must(protocolById(g.protocolId)).name}
            </Term>
            {g.errorSi !== null
              ? `, error of one result about ${formatWithUnit(g.errorSi, g.unit, units)}`
              : ''}
          </caption>
          <thead>
            <tr>
              <th scope="col">Rank</th>
              <th scope="col">Athlete</th>
              {g.handsOf.map((h) => (
                <th key={h} scope="col">
                  {HAND[h]}
                </th>
              ))}
              <th scope="col" />
            </tr>
          </thead>
          <tbody>
            {g.rows.map((r) => (
              <tr key={r.athlete}>
                <td>{r.rank[0] === r.rank[1] ? r.rank[0] : `${r.rank[0]} to ${r.rank[1]}`}</td>
                <th scope="row">{nameOf(r.athlete)}</th>
                {g.handsOf.map((h) => {
                  const v = r[h]
                  return <td key={h}>{v === null ? '' : formatWithUnit(v, g.unit, units)}</td>
                })}
                <td>
                  {r.beaten.map((b) => (
                    <span key={b.hand} className="td-best">
                      <Icon name="up" /> New best {b.hand}, +{formatWithUnit(b.by, g.unit, units)}
                    </span>
                  ))}
                  {r.retest && (
                    <span>
                      <Icon name="waves" /> Too wide: test again
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ))}
      {groups.flatMap((g) =>
        g.leftOut.map((x, i) => (
          <p key={`${g.protocolId} ${i}`} className="td-lost">
            <Icon name="warn" /> Nothing recorded: {nameOf(x.athlete)}, {HAND[x.hand].toLowerCase()}
            , {protocolById(g.protocolId)?.name}
            {x.reason && `: ${x.reason}`}.
          </p>
        )),
      )}
      <p className="row">
        {groups.map((g) => (
          <Link key={g.protocolId} className="lnk" to={`/squad?test=${g.protocolId}`}>
            The squad on {must(protocolById(g.protocolId)).name.toLowerCase()}
          </Link>
        ))}
      </p>
      <p className="note">
        A new best is one above the best before this day on the same measured implement; whether it
        is more than error shows in the review. Ranks that error does not tell apart share a span.
        The best of each hand counts; the rank is by the better hand. Results are on each athlete's
        own page too.
      </p>
    </section>
  )
}
