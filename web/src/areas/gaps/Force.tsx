import { Input } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import {
  angleCurve,
  ANGLES,
  CF_WORDS,
  criticalForceViews,
  type CfView,
} from '@mano/core/gaps/curves'
import { ownTau } from '@mano/core/hand/curve'
import { handleCurve } from '@mano/core/match/athlete'
import {
  CF_LIMITS,
  keptUpWithRests,
  timeAt,
  timeBand,
  type CfFit,
} from '@mano/core/measure/criticalForce'
import { equivalentMax, powerSeconds, rohmertSeconds } from '@mano/core/measure/endurance'
import type { Side } from '@mano/core/catalogue/person'
import { formatDate } from '@mano/core/units/dates'
import { formatClock, formatValue, formatWithUnit } from '@mano/core/units/format'
import { parseNumber } from '@mano/core/units/parse'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { useAthletePage } from '../athlete/AthletePage'
import type { GapsData } from './useGaps'
import type { Kg } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'

/** Holds to failure and what can be kept up; the hand's own curves by angle and by handle. */
export function Force({ data }: { data: GapsData }) {
  const { athlete } = useAthletePage()
  const views = criticalForceViews(data.sessions)
  return (
    <section aria-label="Critical force" className="force">
      {views.length === 0 && (
        <p className="blank">
          No holds to failure yet. Hold three loads to failure, for example 80, 60 and 45 % of max,
          on separate days:{' '}
          <Link className="lnk" to={`/athletes/${athlete.id}/tests?protocol=endurance_set`}>
            Three loads to failure
          </Link>
          .
        </p>
      )}
      {views.map((v) => (
        <Critical key={v.unitId} view={v} />
      ))}
      <div className="force-curves">
        <Angles data={data} />
        <HandleCurve data={data} />
      </div>
    </section>
  )
}

const W = 560,
  H = 250,
  LEFT = 46,
  BOTTOM = 30
const SHORTEST = 5,
  LONGEST = 900

function Critical({ view }: { view: CfView }) {
  const units = useUnits()
  const [text, setText] = useState('')
  const all = (['left', 'right'] as const).flatMap((h) => view.hands[h].points)
  const top = Math.max(...all.map((p) => p.loadKg)) * 1.15
  const x = (s: number) =>
    LEFT +
    ((Math.log(Math.min(LONGEST, Math.max(SHORTEST, s))) - Math.log(SHORTEST)) /
      (Math.log(LONGEST) - Math.log(SHORTEST))) *
      (W - LEFT - 8)
  const y = (kg: Kg) => H - BOTTOM - (Math.min(top, Math.max(0, kg)) / top) * (H - BOTTOM - 10)
  const times = Array.from({ length: 80 }, (_, i) => SHORTEST * (LONGEST / SHORTEST) ** (i / 79))
  const drawn = (points: readonly (readonly [number, number])[]) =>
    points
      .filter(([s, kg]) => s >= SHORTEST && s <= LONGEST && kg <= top)
      .map(([s, kg], i) => `${i === 0 ? 'M' : 'L'}${x(s).toFixed(1)} ${y(kg).toFixed(1)}`)
      .join('')
  const path = (f: (s: number) => number) => drawn(times.map((s) => [s, f(s)] as const))
  const heaviest = must([...all].sort((a, b) => b.loadKg - a.loadKg)[0])
  const max = equivalentMax(heaviest.seconds, heaviest.loadKg)
  // Population curves: load against time through the heaviest hold, each by its own maximum.
  const population = (seconds: (share: number) => number, maxKg: Kg) =>
    drawn(
      Array.from({ length: 60 }, (_, i) => 0.1 + (0.9 * i) / 59).map(
        (f) => [seconds(f), f * maxKg] as const,
      ),
    )
  const n = parseNumber(text)
  return (
    <div className="critical">
      <h2 className="h3">Critical load, {view.unitLabel}</h2>
      <div className="critical-body">
        <svg
          viewBox={`0 0 ${W} ${H}`}
          role="img"
          aria-label={
            'Holds to failure: ' +
            (['left', 'right'] as const)
              .map(
                (h) =>
                  `${h} ` +
                  view.hands[h].points
                    .map(
                      (p) => `${formatWithUnit(p.loadKg, 'kg', units)} ${Math.round(p.seconds)} s`,
                    )
                    .join(', '),
              )
              .join('; ')
          }
        >
          {[10, 30, 60, 120, 300, 600].map((s) => (
            <g key={s}>
              <line x1={x(s)} x2={x(s)} y1={10} y2={H - BOTTOM} stroke="var(--rule)" />
              <text x={x(s)} y={H - 10} textAnchor="middle">
                {formatClock(s)}
              </text>
            </g>
          ))}
          {[0, 0.25, 0.5, 0.75, 1].map((f) => (
            <g key={f}>
              <line x1={LEFT} x2={W - 8} y1={y(f * top)} y2={y(f * top)} stroke="var(--rule)" />
              <text x={LEFT - 6} y={y(f * top) + 4} textAnchor="end">
                {formatValue(f * top, 'kg', units)}
              </text>
            </g>
          ))}
          {max.ok && (
            <path
              d={population(rohmertSeconds, max.rohmertKg)}
              fill="none"
              stroke="var(--ink-3)"
              strokeDasharray="2 4"
              strokeWidth="1.5"
            />
          )}
          {max.ok && max.powerKg !== null && (
            <path
              d={population(powerSeconds, max.powerKg)}
              fill="none"
              stroke="var(--ink-3)"
              strokeDasharray="7 4"
              strokeWidth="1.5"
            />
          )}
          {(['left', 'right'] as const).map((hand) => {
            const { points, fit } = view.hands[hand]
            const f = fit.refusals.length === 0 ? fit.impulseTime : null
            return (
              <g key={hand} stroke={`var(--${hand})`}>
                {f && (
                  <>
                    <path d={path((s) => f.cf + f.w / s)} fill="none" strokeWidth="2" />
                    <line x1={LEFT} x2={W - 8} y1={y(f.cf)} y2={y(f.cf)} strokeDasharray="5 4" />
                  </>
                )}
                {points.map((p) => (
                  <circle
                    key={p.loadKg}
                    cx={x(p.seconds)}
                    cy={y(p.loadKg)}
                    r="5"
                    fill={`var(--${hand})`}
                  />
                ))}
              </g>
            )
          })}
        </svg>
        <div className="critical-hands">
          {(['left', 'right'] as const).map((h) => (
            <HandFit key={h} hand={h} view={view} />
          ))}
        </div>
      </div>
      <label className="wanted">
        How long at{' '}
        <Input
          inputMode="decimal"
          aria-label="Load"
          placeholder={units.mass}
          value={text}
          onChange={(e) => setText(e.currentTarget.value)}
        />{' '}
        {units.mass}:{' '}
        {n.ok && n.value > 0 ? (
          (['left', 'right'] as const).map((h) => (
            <TimeAt
              key={h}
              hand={h}
              view={view}
              kg={units.mass === 'kg' ? n.value : n.value * 0.45359237}
            />
          ))
        ) : (
          <span className="note">type a load</span>
        )}
      </label>
      <p className="note">
        Lines: each hand's own fit (impulse on time; Monod & Scherrer 1965, from memory), dashed its
        critical load. Dotted and dash-dotted: published population curves through the heaviest hold
        (Rohmert 1960, Frey Law & Avin 2010, from memory). Loads are hung mass; a teaching model,
        not a promise.
      </p>
    </div>
  )
}

const WAYS = [
  ['impulseTime', 'impulse on time'],
  ['inverseTime', 'load on 1/time'],
  ['nonlinear', 'time on load'],
] as const

function HandFit({ hand, view }: { hand: Side; view: CfView }) {
  const units = useUnits()
  const { fit, points } = view.hands[hand]
  const kg = (v: number) => formatWithUnit(v, 'kg', units)
  const best = fit.impulseTime
  return (
    <div className={hand}>
      <h3 className={hand === 'left' ? 'L' : 'R'}>
        {hand === 'left' ? 'Left' : 'Right'}, {points.length}{' '}
        {points.length === 1 ? 'hold' : 'holds'}
      </h3>
      {fit.refusals.length > 0
        ? fit.refusals.map((r) => (
            <p key={r} className="refused">
              <Icon name="question" /> {CF_WORDS[r].says} {CF_WORDS[r].next}
            </p>
          ))
        : best && (
            <>
              <p>
                <b>{kg(best.cf)}</b> critical load, ±{' '}
                {units.mass === 'kg' ? best.seCf.toFixed(2) : (best.seCf / 0.45359237).toFixed(2)}
                {'\u00A0'}
                {units.mass} SE; {formatValue(best.w, 'kg', units)}
                {'\u00A0'}
                {units.mass}·s above it, ± {formatValue(best.seW, 'kg', units)}.
                {fit.provisional && ' Provisional: three holds.'}
              </p>
              <p className="note">
                {WAYS.map(([id, name]) => {
                  const f: CfFit | null = fit[id]
                  return `${name} ${f ? kg(f.cf) : '–'}`
                }).join(', ')}
                .
                {fit.spreadPct !== null && fit.spreadPct > CF_LIMITS.spreadWarnPct
                  ? ` They differ by ${Math.round(fit.spreadPct)} %: treat it as rough.`
                  : ''}
              </p>
              <p className="note">
                With rests of 3 s after 7 s: up to about {kg(keptUpWithRests(best.cf, 7, 3))} can be
                kept up, if recovery goes as fast as work.
              </p>
            </>
          )}
    </div>
  )
}

function TimeAt({ hand, view, kg }: { hand: Side; view: CfView; kg: Kg }) {
  const { fit, points } = view.hands[hand]
  const f = fit.refusals.length === 0 ? fit.impulseTime : null
  const words = (s: number) => (s === Infinity ? 'no end by this model' : formatClock(s))
  const band = f && timeBand(f, kg, points.length)
  return (
    <span className={hand === 'left' ? 'L' : 'R'}>
      {' '}
      {hand}:{' '}
      <b>
        {f && band
          ? `${words(timeAt(f, kg))}` +
            (timeAt(f, kg) === Infinity
              ? ''
              : ` (${words(band[0])} to ${band[1] === Infinity ? 'open' : words(band[1])})`)
          : 'no fit'}
      </b>
    </span>
  )
}

function Angles({ data }: { data: GapsData }) {
  const units = useUnits()
  const { athlete, me } = useAthletePage()
  const curve = angleCurve(data.sessions)
  if (!curve)
    return (
      <div className="curve">
        <h2 className="h3">Force by wrist angle</h2>
        <p className="blank">
          Not tested.{' '}
          <Link className="lnk" to={`/athletes/${athlete.id}/tests?protocol=three_angles`}>
            Squeeze at three wrist angles
          </Link>
        </p>
      </div>
    )
  const top = Math.max(
    ...ANGLES.flatMap((a) => [curve.byAngle[a].left ?? 0, curve.byAngle[a].right ?? 0]),
  )
  return (
    <div className="curve">
      <h2 className="h3">Force by wrist angle, {formatDate(curve.on, me.today)}</h2>
      <table>
        <thead>
          <tr>
            <th scope="col" className="L">
              Left
            </th>
            <th />
            <th scope="col">Wrist</th>
            <th />
            <th scope="col" className="R">
              Right
            </th>
          </tr>
        </thead>
        <tbody>
          {ANGLES.map((a) => {
            const { left, right } = curve.byAngle[a]
            const bar = (side: Side, v: number | undefined) => (
              <td className={`cb ${side}`}>
                <i style={{ width: `${v === undefined ? 0 : (100 * v) / top}%` }} />
              </td>
            )
            return (
              <tr key={a}>
                <td className="n L">
                  {left === undefined ? 'Not tested' : formatWithUnit(left, 'N', units)}
                </td>
                {bar('left', left)}
                <th scope="row">{a}</th>
                {bar('right', right)}
                <td className="n R">
                  {right === undefined ? 'Not tested' : formatWithUnit(right, 'N', units)}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <p className="note">
        Grip is strongest with the wrist 20 to 45° extended, a little to the little-finger side
        (O'Driscoll 1992: 35° and 7°, from memory).
      </p>
    </div>
  )
}

function HandleCurve({ data }: { data: GapsData }) {
  const units = useUnits()
  const { athlete } = useAthletePage()
  const curves = {
    left: handleCurve(data.sessions, 'left'),
    right: handleCurve(data.sessions, 'right'),
  }
  const diameters = [...new Set([...curves.left, ...curves.right].map((p) => p.diameterMm))].sort(
    (a, b) => a - b,
  )
  if (diameters.length === 0)
    return (
      <div className="curve">
        <h2 className="h3">Load by handle</h2>
        <p className="blank">
          Not tested.{' '}
          <Link className="lnk" to={`/athletes/${athlete.id}/tests?protocol=handle_curve`}>
            Lift on 3 to 4 handles in one day
          </Link>
        </p>
      </div>
    )
  const top = Math.max(...[...curves.left, ...curves.right].map((p) => p.value))
  const at = (side: Side, d: number) => curves[side].find((p) => p.diameterMm === d)?.value
  const say = (side: Side) => {
    const t = ownTau(curves[side])
    return t.ok
      ? `${side}: ${Math.round(t.lossPctPerCm)}\u00A0% lost a centimetre`
      : `${side}: ` +
          (t.reason === 'too-few-diameters'
            ? 'three diameters needed'
            : 'does not fall with the handle, so the usual fall is kept')
  }
  return (
    <div className="curve">
      <h2 className="h3">Load by handle</h2>
      <table>
        <thead>
          <tr>
            <th scope="col" className="L">
              Left
            </th>
            <th />
            <th scope="col">Handle</th>
            <th />
            <th scope="col" className="R">
              Right
            </th>
          </tr>
        </thead>
        <tbody>
          {diameters.map((d) => {
            const bar = (side: Side) => (
              <td className={`cb ${side}`}>
                <i style={{ width: `${(100 * (at(side, d) ?? 0)) / top}%` }} />
              </td>
            )
            const num = (side: Side) => {
              const v = at(side, d)
              return (
                <td className={`n ${side === 'left' ? 'L' : 'R'}`}>
                  {v === undefined ? 'Not tested' : formatWithUnit(v, 'kg', units)}
                </td>
              )
            }
            return (
              <tr key={d}>
                {num('left')}
                {bar('left')}
                <th scope="row">{formatWithUnit(d, 'mm', units)}</th>
                {bar('right')}
                {num('right')}
              </tr>
            )
          })}
        </tbody>
      </table>
      <p className="note">
        {say('left')}; {say('right')}. The matcher uses this in place of the usual fall (Ratamess
        2007: −28 % at 51 mm, −55 % at 76 mm, from memory).
      </p>
    </div>
  )
}
