import { Anchor, Button, Checkbox, Input } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { v7 } from 'uuid'
import type { StandardBody } from '@mano/contract/plan'
import { sharePct, type GapRow, type HandGap } from '@mano/core/gaps/map'
import { importanceWords, shortWords, type Priority } from '@mano/core/gaps/priorities'
import type { Sure } from '@mano/core/gaps/sure'
import { AGE_BANDS } from '@mano/core/gaps/references'
import { latestMeasure } from '@mano/core/intake/record'
import { setupWords } from '@mano/core/record/series'
import {
  equivalentMax,
  hangAdvice,
  hangLoad,
  loadForTime,
  pulleyWeight,
} from '@mano/core/measure/endurance'
import { validTrials } from '@mano/core/testing/session'
import { ageOn, formatDate } from '@mano/core/units/dates'
import { formatPct, formatValue, formatWithUnit, shownUnit } from '@mano/core/units/format'
import { parseNumber } from '@mano/core/units/parse'
import { useCalm } from '../../base/calm'
import { Term } from '../../base/Term'
import { api, failureText } from '../../base/api'
import { keys, may } from '../../base/data'
import { useProfile } from '../../base/profile'
import { takeBack, useUndoable } from '../../base/undo'
import { useUnits } from '../../base/units'
import { HandLetter } from '../../drawn/marks'
import { InTraining } from '../plan/Standing'
import { useAthletePage } from '../athlete/AthletePage'
import { Overrule } from './Order'
import { gapsKey, useChoice, type GapsData } from './useGaps'
import type { Kg } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'
import { Choice } from '../../base/Choice'
import { submits } from '../../base/afterPaint'
import { noneOr } from '@mano/core/units/among'

/** One row opened: its trials, the formula in words, every reference, the series over time. */
export function RowPanel({
  row,
  priority,
  sure,
  data,
  onClose,
}: {
  row: GapRow
  priority: Priority
  sure: () => ReadonlyMap<string, Sure>
  data: GapsData
  onClose: () => void
}) {
  const place = sure().get(row.key)
  const { athlete, me } = useAthletePage()
  const coach = may(me, 'coach')
  const units = useUnits()
  const session = row.series
    ? data.sessions.find((s) => s.id === must(must(row.series).points.at(-1)).sessionId)
    : undefined
  const unit = row.protocol?.unit
  return (
    <div className="row-panel">
      <div className="row">
        <h2 className="h3">
          <Term kind="quality" id={row.quality.id}>
            {row.quality.name}
          </Term>
          , {row.emphasis}
        </h2>
        <Button variant="default" size="xs" onClick={onClose}>
          Close
        </Button>
      </div>
      <InTraining
        logs={athlete.history.logs}
        quality={row.quality.id}
        series={data.series}
        today={me.today}
      />
      <p className="note">
        {row.quality.does}. Importance {row.importance} of 5, {formatPct(sharePct(row))} of it{' '}
        {row.emphasis}.
      </p>
      {row.state === 'untested' && (
        <p>
          <b>Not tested yet.</b>{' '}
          {row.near
            ? `Estimated from ${row.near.name}: ${shortWords(row.belief)}. A test would tell.`
            : 'Nothing can be said of it.'}
        </p>
      )}
      {row.series && unit && (
        <>
          <h3 className="h3">
            Trials of {formatDate(must(row.series.points.at(-1)).on, me.today)}
            {row.state === 'practice' ? ', practice' : ''}
          </h3>
          {row.hands.map((h) => (
            <p key={h.hand} className="trials-line">
              <HandLetter hand={h.hand} />{' '}
              <span className="n">
                {session
                  ? validTrials(session.trials, h.hand)
                      .map((t) => formatValue(t.value, unit, units))
                      .join(' · ')
                  : ''}
              </span>
            </p>
          ))}
          <p className="note">
            {must(row.protocol).name}
            {session ? `, ${session.unitLabel}` : ''}.{' '}
            <Link
              className="lnk"
              to={`/athletes/${athlete.id}/tests/${must(row.series.points.at(-1)).sessionId}`}
            >
              Open the test
            </Link>
          </p>
          {row.hands.map((h) => (
            <Formula key={h.hand} h={h} row={row} />
          ))}
          <References row={row} coach={coach} />
          <Spark row={row} />
        </>
      )}
      {row.protocol?.readFor.includes('hang') && <HangAndLoad row={row} />}
      <h3 className="h3">In the order of work</h3>
      <p>
        {priority.says}{' '}
        {place &&
          `Among the first three in ${Math.round(100 * place.three)} of 100 of what could be true.`}
      </p>
      <details>
        <summary className="lnk">Details</summary>
        <p className="note">
          {importanceWords(row)}: {row.weight.toFixed(1)} × expected shortfall{' '}
          {formatPct((100 * priority.own) / Math.max(row.weight, 1e-9))};
          {` lifted in the same quality ${priority.same.toFixed(2)}`}; carried to others{' '}
          {priority.carry.toFixed(2)}; lean {priority.lean.toFixed(2)}. Score{' '}
          {priority.score.toFixed(2)}.
        </p>
      </details>
      {coach && <Overrule priority={priority} />}
    </div>
  )
}

function Formula({ h, row }: { h: HandGap; row: GapRow }) {
  const units = useUnits()
  const unit = must(row.protocol).unit
  const f = (v: number) => formatWithUnit(v, unit, units)
  const who = h.hand === 'both' ? 'Both hands' : h.hand === 'left' ? 'Left' : 'Right'
  if (h.asked === null)
    return (
      <p className="formula">
        {who}: {f(h.value)}
        {h.error === null ? ', error not known' : `, error ±${f(h.error)}`}. {row.reference.says}.
      </p>
    )
  return (
    <p className="formula">
      {who}: {f(h.value)}
      {h.error === null ? '' : `, error ±${f(h.error)}`}. Reference {f(h.asked)}:{' '}
      {(h.shortBy ?? 0) > 0
        ? `shortfall at least ${f(must(h.shortBy))}`
        : h.value >= h.asked
          ? 'met'
          : 'under it by no more than the error'}
      .
    </p>
  )
}

function References({ row, coach }: { row: GapRow; coach: boolean }) {
  const units = useUnits()
  const { choose } = useChoice()
  const { me } = useAthletePage()
  const [setting, setSetting] = useCalm(false)
  const unit = must(row.protocol).unit
  return (
    <>
      <h3 className="h3">Measured against</h3>
      <ul className="refs">
        {row.references.map((r) => (
          <li key={r.source}>
            <span>
              {r.value === null
                ? '–'
                : r.byHand.left !== undefined && r.byHand.left !== r.byHand.right
                  ? `${formatValue(r.byHand.left, unit, units)} | ` +
                    `${formatWithUnit(must(r.byHand.right), unit, units)}`
                  : formatWithUnit(r.value, unit, units)}{' '}
              <small>
                {r.says}
                {r.on ? `, set ${formatDate(r.on, me.today)}` : ''}
              </small>
            </span>
            {r.source === row.reference.source ? (
              <b>used</b>
            ) : (
              coach &&
              r.value !== null && (
                <Anchor
                  component="button"
                  type="button"
                  className="lnk"
                  onClick={() => choose(row.key, 'reference', r.source)}
                >
                  Use this
                </Anchor>
              )
            )}
          </li>
        ))}
        {row.references.length === 0 && (
          <li className="blank">No reference yet. Set a standard, or test again.</li>
        )}
      </ul>
      {coach && !setting && (
        <Button variant="default" size="xs" onClick={() => setSetting(true)}>
          Set a standard
        </Button>
      )}
      {setting && <SetStandard row={row} onDone={() => setSetting(false)} />}
    </>
  )
}

/** The age band a standard is offered for: the athlete's own; not known: any. */
const bandFor = (age: number | null): string => {
  const band = age === null ? undefined : AGE_BANDS.find((b) => age >= b.from && age <= b.to)
  return band ? `${band.from}-${band.to}` : ''
}

function SetStandard({ row, onDone }: { row: GapRow; onDone: () => void }) {
  const { athlete, me } = useAthletePage()
  const units = useUnits()
  const profile = useProfile(athlete)
  const protocol = must(row.protocol)
  const unit = shownUnit(protocol.unit, units)
  const [text, setText] = useState('')
  const [perBodyMass, setPer] = useState(false)
  const [whom, setWhom] = useState({
    setup: protocol.variants.length > 0,
    sex: athlete.sexForNorms,
    ages: bandFor(athlete.birthDate ? ageOn(athlete.birthDate, me.today) : null),
  })
  const range = AGE_BANDS.find((b) => `${b.from}-${b.to}` === whom.ages)
  const write = useUndoable(
    (b: StandardBody) => api.post('/api/standards', b),
    [gapsKey(athlete.id), keys.roster],
    {
      did: (b) => `Standard ${b.enteredValue}\u00A0${b.enteredUnit} saved.`,
      undo: (b) => takeBack('standard', b.id),
    },
  )
  const n = parseNumber(text, { clock: protocol.unit === 's' })
  const byMass = protocol.unit === 'N' || protocol.unit === 'kg'
  return (
    <form
      className="change"
      onSubmit={submits(() => {
        if (n.ok)
          write.mutate(
            {
              id: v7(),
              protocolId: protocol.id,
              sportId: profile?.sources[0]?.originId ?? null,
              level: athlete.level,
              enteredValue: n.value,
              enteredUnit: unit,
              perBodyMass,
              variant: whom.setup ? { ...chosenVariants(row) } : null,
              sex: whom.sex,
              ageFrom: range?.from ?? null,
              ageTo: range?.to ?? null,
            },
            { onSuccess: onDone },
          )
      })}
    >
      <p className="note">
        What this hall asks of a {athlete.level} athlete of this sport on{' '}
        {protocol.name.toLowerCase()}. It holds for every such athlete; earlier ones stay on record.
      </p>
      <label>
        Standard, {perBodyMass ? `${unit} a kg of body mass` : unit}
        <Input
          autoFocus
          value={text}
          inputMode="decimal"
          onChange={(e) => setText(e.currentTarget.value)}
        />
      </label>
      {byMass && (
        <label className="tick">
          <Checkbox checked={perBodyMass} onChange={(e) => setPer(e.currentTarget.checked)} /> By
          body mass
        </label>
      )}
      {protocol.variants.length > 0 && (
        <label className="tick">
          <Checkbox
            checked={whom.setup}
            onChange={(e) => setWhom({ ...whom, setup: e.currentTarget.checked })}
          />{' '}
          Only for this set-up: {setupWords(must(row.series), units)}
        </label>
      )}
      <Choice
        label="For"
        value={whom.sex ?? ''}
        onChange={(v) => setWhom({ ...whom, sex: noneOr(['female', 'male'], v) })}
        data={[
          { value: '', label: 'men and women' },
          { value: 'male', label: 'men' },
          { value: 'female', label: 'women' },
        ]}
      />
      <Choice
        label="Age"
        value={whom.ages}
        onChange={(v) => setWhom({ ...whom, ages: v })}
        data={[
          { value: '', label: 'any' },
          ...AGE_BANDS.map((b) => ({ value: `${b.from}-${b.to}`, label: b.name })),
        ]}
      />
      <p className="said" role="alert">
        {write.error && failureText(write.error)}
      </p>
      <div className="row">
        <Button type="submit" disabled={!n.ok || write.isPending}>
          Set standard
        </Button>
        <Button variant="default" type="button" onClick={onDone}>
          Cancel
        </Button>
      </div>
    </form>
  )
}

/** Choices of a row's set-up that are the protocol's variants. */
const chosenVariants = (row: GapRow): Record<string, string> =>
  Object.fromEntries(
    must(row.protocol).variants.flatMap((v) => {
      const chosen = must(row.series).setup.variant[v.id]
      return chosen === undefined ? [] : [[v.id, chosen]]
    }),
  )

/** The series over time: left and right apart, never joined, practice hollow. */
function Spark({ row }: { row: GapRow }) {
  const units = useUnits()
  const { me } = useAthletePage()
  const points = must(row.series).points
  if (points.length < 2) return <p className="note">One test so far: nothing over time yet.</p>
  const values = points.flatMap((p) => Object.values(p.byHand).map((s) => s.mean))
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const x = (i: number) => 8 + (i * 284) / (points.length - 1)
  const y = (v: number) => 74 - (66 * (v - low)) / (high - low || 1)
  const unit = must(row.protocol).unit
  return (
    <figure className="spark">
      <svg
        viewBox="0 0 300 82"
        role="img"
        aria-label={
          `${points.length} tests, ${formatWithUnit(low, unit, units)} to ` +
          `${formatWithUnit(high, unit, units)}`
        }
      >
        {(['left', 'right', 'both'] as const).map((hand) => {
          const own = points.flatMap((p, i) =>
            p.byHand[hand] ? [{ i, v: p.byHand[hand].mean, practice: p.practice }] : [],
          )
          const colour =
            hand === 'left' ? 'var(--left)' : hand === 'right' ? 'var(--right)' : 'var(--ink)'
          return (
            <g key={hand} stroke={colour} fill="none" strokeWidth="1.5">
              <polyline
                points={own.map((p) => `${x(p.i).toFixed(1)},${y(p.v).toFixed(1)}`).join(' ')}
              />
              {own.map((p) => (
                <circle
                  key={p.i}
                  cx={x(p.i)}
                  cy={y(p.v)}
                  r="3.2"
                  fill={p.practice ? 'var(--paper)' : colour}
                />
              ))}
            </g>
          )
        })}
      </svg>
      <figcaption className="note">
        {formatDate(must(points[0]).on, me.today)} to {formatDate(must(points.at(-1)).on, me.today)}
        , {formatWithUnit(low, unit, units)} to {formatWithUnit(high, unit, units)}.{' '}
        <Link className="lnk" to="../review">
          Trends in review
        </Link>
      </figcaption>
    </figure>
  )
}

/** What a hang says of strength, and the load for a wanted time. */
function HangAndLoad({ row }: { row: GapRow }) {
  const { athlete } = useAthletePage()
  const units = useUnits()
  const [wanted, setWanted] = useState('60')
  const last = must(must(row.series).points.at(-1))
  const seconds = last.byHand.both?.best
  const mass = latestMeasure(
    athlete.measurements.filter((m) => m.on <= last.on),
    'body_mass',
    'both',
  )
  if (seconds === undefined) return null
  if (!mass)
    return (
      <>
        <h3 className="h3">Hang and load</h3>
        <p>
          Body mass of that day is not taken:{' '}
          <Link className="lnk" to="../intake">
            take it
          </Link>
          , then the load can be worked out.
        </p>
      </>
    )
  const loadKg = hangLoad(mass.value, Number(must(row.series).setup.variant['addedKg'] ?? 0))
  const max = equivalentMax(seconds, loadKg)
  const want = parseNumber(wanted, { clock: true })
  const next = want.ok ? loadForTime({ seconds, loadKg }, want.value) : null
  const f = (kg: Kg) => formatWithUnit(kg, 'kg', units)
  const range = (low: number, high: number) =>
    Math.abs(high - low) < 0.05 ? f(low) : `${f(low)} to ${f(high)}`
  /** The distances of two ends from nothing, the smaller first. */
  const apart = (a: number, b: number) => {
    const [x, y] = [Math.abs(a), Math.abs(b)]
    return range(Math.min(x, y), Math.max(x, y))
  }
  const REFUSED = {
    'hold-too-short': 'A hold under 6 s says nothing through these curves: use a lighter load.',
    'hold-too-long': 'Over 600 s the curves do not hold: use a heavier load.',
    'load-not-positive': 'More help than body mass: no load to work with.',
  } as const
  return (
    <>
      <h3 className="h3">Hang and load</h3>
      <p>
        {formatWithUnit(seconds, 's', units)} at {f(loadKg)} (
        {formatPct((100 * loadKg) / mass.value)} of body mass).
      </p>
      <p>
        {max.ok
          ? `Estimates a maximum of ${range(max.lowKg, max.highKg)}, roughly: two ` +
            'published ' +
            'curves' +
            (max.powerKg === null
              ? ', one of which does not reach holds this short'
              : ' that do not agree') +
            ' ' +
            '(Rohmert 1960, Frey Law & Avin 2010, from memory).'
          : REFUSED[max.reason]}
      </p>
      <p>
        {hangAdvice(seconds) === 'add-time'
          ? 'Under 45 s: add time before load.'
          : 'At 45 to 60 s and more: add load, or go toward one arm.'}
      </p>
      <label className="wanted">
        Load for a hold of{' '}
        <Input
          value={wanted}
          inputMode="numeric"
          aria-label="Wanted hold"
          onChange={(e) => setWanted(e.currentTarget.value)}
        />{' '}
        s:{' '}
        <b>
          {!next
            ? 'type a time'
            : next.ok
              ? `${range(next.lowKg, next.highKg)} in all, ` +
                `${next.lowKg - mass.value >= 0 ? 'added' : 'taken off'} ` +
                apart(next.lowKg - mass.value, next.highKg - mass.value)
              : REFUSED[next.reason]}
        </b>
      </label>
      {next?.ok && next.highKg < mass.value && (
        <p className="note">
          To take off {f(mass.value - next.highKg)}: a counterweight of{' '}
          {f(pulleyWeight(mass.value - next.highKg, 1))} over a fixed pulley,{' '}
          {f(pulleyWeight(mass.value - next.highKg, 2))} where the rope runs through a pulley at the
          harness (each kilogram helps twice).
        </p>
      )}
    </>
  )
}
