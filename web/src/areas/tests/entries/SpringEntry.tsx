import { Button, Checkbox, Input, UnstyledButton } from '@mantine/core'
import { useState } from 'react'
import { SET_WIDTHS, setWidth } from '@mano/core/catalogue/setups'
import { springNext, startsAtPct, trainingSprings } from '@mano/core/testing/spring'
import type { Side } from '@mano/core/catalogue/person'
import { formatPct, formatValue, formatWithUnit } from '@mano/core/units/format'
import { fromSi, toSi } from '@mano/core/units/convert'
import { formatBoth } from '@mano/core/units/inch'
import { parseNumber } from '@mano/core/units/parse'
import { useUnits } from '../../../base/units'
import { Icon } from '../../../drawn/Icon'
import { springTries, useBracket } from '../useBracket'
import { RestLine, useRestLeft } from './RestGate'
import type { EntryProps } from './types'
import { useDraft } from './useDraft'
import type { Kg } from '@mano/core/units/quantity'
import { rowOf } from '@mano/core/units/row'
import { must } from '@mano/core/units/must'

/** Opening the springs are closed from, mm; null from wide open. */
function setOf(variant: Readonly<Record<string, string>>): number | null {
  const option = (variant['set_width'] ?? 'card') as keyof typeof SET_WIDTHS
  return option === 'measured' ? Number(variant['setMm']) : SET_WIDTHS[option]
}

/** The ladder of rated springs with each hand's tries, and the next close. */
export function SpringEntry({ session, protocol, hand, loadKg, unit, onTry }: EntryProps) {
  const units = useUnits()
  const springs = useBracket(session)
  const [picked, setPicked] = useState<string | null>(null)
  const spring =
    springs.find((s) => s.id === picked) ??
    springs.find((s) => loadKg !== null && Math.abs(must(s.ratingKg) - loadKg) < 1e-6) ??
    springs[0]
  const rest = useRestLeft(session, hand, 0, protocol.restS)
  const [shown, setShown] = useDraft(`${session.id}-shown`, false)
  const [insert, setInsert] = useDraft(`${session.id}-insert`, '')
  const [problem, setProblem] = useState('')
  const n = parseNumber(insert || '0')
  const insertKg = n.ok ? toSi(n.value, unit, 'kg') : null
  const setMm = setOf(session.variant)
  const starts = spring ? startsAtPct(spring.sizeMm, setMm) : null
  const resting = rest.wait > 0 && !rest.early
  const tries = springTries(session.trials)
  const left = spring
    ? 3 -
      tries.filter(
        (t) => t.hand === hand && !t.closed && Math.abs(t.loadKg - must(spring.ratingKg)) < 1e-6,
      ).length
    : 0
  const log = (closed: boolean) => {
    if (!spring || insertKg === null) return setProblem('The insert is not a number.')
    const kg = must(spring.ratingKg) + insertKg
    const refused = onTry(String(fromSi(kg, unit, 'kg')), {
      missed: !closed,
      details: { unitId: spring.id, ...(insertKg > 0 && { insertKg }) },
    })
    setProblem(refused ?? '')
    if (refused === null) {
      setShown(false)
      setInsert('')
      setPicked(null)
    }
  }
  if (!spring)
    return (
      <p className="blank">
        No rated spring of one spread and handle thickness is in the kit room.
      </p>
    )
  return (
    <div className={`lift spring ${hand}`}>
      <Ladder session={session} nowId={spring.id} hand={hand as Side} onPick={setPicked} />
      <div className="lift-act">
        <p className="spring-now">
          <b>
            {spring.label}, {formatWithUnit(must(spring.ratingKg), 'kg', units)}
          </b>
          {left > 0 ? `, ${left} of 3 trials left` : ''}
        </p>
        <p className="note">
          {setMm === null
            ? 'From wide open.'
            : 'Set to ' +
              `${formatBoth(setMm, units.length)}` +
              (starts === null
                ? ''
                : `: this spring starts at about ${formatPct(starts)} of its closing force ` +
                  'there (taken as linear)') +
              '.'}
        </p>
        {resting ? (
          <RestLine wait={rest.wait} word="Close" onEarly={rest.goEarly} />
        ) : (
          <label className="tick">
            <Checkbox checked={shown} onChange={(e) => setShown(e.currentTarget.checked)} />
            {setMm === null
              ? 'Set shown before the close'
              : `${rowOf(setWidth.options, session.variant['set_width'] ?? 'card').name}: ` +
                'block or card shown before the close'}
          </label>
        )}
        <label className="insert">
          Insert adds, {unit}
          <Input
            value={insert}
            inputMode="decimal"
            placeholder="0"
            onChange={(e) => setInsert(e.currentTarget.value)}
          />
        </label>
        <div className="row">
          <Button size="lg" type="button" disabled={!shown || resting} onClick={() => log(true)}>
            Closed
          </Button>
          <Button
            variant="default"
            size="lg"
            type="button"
            disabled={!shown || resting}
            onClick={() => log(false)}
          >
            Not closed
          </Button>
        </div>
        <p className="note">
          Handles must touch. 3 trials at a level, 3 to 5 min between trials of one hand.
        </p>
        <p className="said" role="alert">
          {problem}
        </p>
      </div>
    </div>
  )
}

/** Springs of the bracket, stiffest first, with each hand's side. */
export function Ladder({
  session,
  nowId,
  hand,
  onPick,
}: {
  session: EntryProps['session']
  nowId: string | null
  hand: Side | null
  onPick?: (unitId: string) => void
}) {
  const units = useUnits()
  const springs = useBracket(session)
  const tries = springTries(session.trials)
  const levels = [
    ...new Set([...springs.map((s) => must(s.ratingKg)), ...tries.map((t) => t.loadKg)]),
  ].sort((a, b) => b - a)
  const cell = (side: Side, kg: Kg) => {
    const own = tries.filter((t) => t.hand === side && Math.abs(t.loadKg - kg) < 1e-6)
    const missed = own.filter((t) => !t.closed).length
    if (own.some((t) => t.closed))
      return (
        <span className={`rung ${side} hit`}>
          <Icon name="check" />
          Closed
        </span>
      )
    return missed > 0 ? (
      <span className={`rung ${side}`}>
        <Icon name="cross" />
        {missed} missed
      </span>
    ) : (
      <span className="rung blank">–</span>
    )
  }
  return (
    <table className="ladder">
      <caption className="vh">Springs and closes</caption>
      <thead>
        <tr>
          <th scope="col" className="L">
            Left
          </th>
          <th scope="col">Closes at, {units.mass}</th>
          <th scope="col" className="R">
            Right
          </th>
        </tr>
      </thead>
      <tbody>
        {levels.map((kg) => {
          const s = springs.find((x) => Math.abs(must(x.ratingKg) - kg) < 1e-6)
          const on = s !== undefined && s.id === nowId
          return (
            <tr key={kg} className={on ? `on ${hand}` : ''}>
              <td>{cell('left', kg)}</td>
              <th scope="row">
                {s && onPick ? (
                  <UnstyledButton
                    type="button"
                    className="rung-pick"
                    aria-pressed={on}
                    onClick={() => onPick(s.id)}
                  >
                    <b>{formatValue(kg, 'kg', units)}</b>
                    <small>{s.label}</small>
                  </UnstyledButton>
                ) : (
                  <>
                    <b>{formatValue(kg, 'kg', units)}</b>
                    <small>{s?.label ?? 'with insert'}</small>
                  </>
                )}
              </th>
              <td>{cell('right', kg)}</td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

/** What a finished bracket says of each hand, and the springs to train with. */
export function BracketResult({ session }: { session: EntryProps['session'] }) {
  const units = useUnits()
  const springs = useBracket(session)
  const tries = springTries(session.trials)
  const kg = (x: number | null) => (x === null ? null : formatWithUnit(x, 'kg', units))
  const hands = (['left', 'right'] as const).map((hand) => {
    const next = springNext(
      tries,
      hand,
      springs.map((s) => must(s.ratingKg)),
      session.expectedKg ?? null,
    )
    const own = tries.filter((t) => t.hand === hand)
    const closed = own.filter((t) => t.closed).map((t) => t.loadKg)
    const best = closed.length > 0 ? Math.max(...closed) : null
    return {
      hand,
      next,
      own,
      best,
      missed: next.kind === 'done' ? next.missedKg : null,
      train:
        best === null || next.kind === 'try'
          ? null
          : trainingSprings(
              springs.map((s) => must(s.ratingKg)),
              best,
            ),
    }
  })
  return (
    <div className="bracket-result">
      {hands.map(({ hand, next, own, best, missed, train }) => (
        <p key={hand}>
          <b className={hand === 'left' ? 'L' : 'R'}>{hand === 'left' ? 'Left' : 'Right'}:</b>{' '}
          {own.length === 0
            ? 'not tested yet.'
            : next.kind === 'try'
              ? `under way, ${best === null ? 'none' : kg(best)} closed so far.`
              : best === null
                ? missed === null
                  ? 'none closed yet.'
                  : `under ${kg(missed)}.`
                : missed === null
                  ? `${kg(best)} closed; the best may lie higher.`
                  : `between ${kg(best)} and ${kg(missed)}, for this set width only.`}
          {train &&
            ` Train: warm up ${kg(train.warmKg) ?? 'with band work'}, repetitions ` +
              `${kg(train.repetitionsKg) ?? 'from a narrower set'}, hard ` +
              (`${kg(train.workKg)}` +
                (train.nextKg === null ? '' : `, next aim ${kg(train.nextKg)}`) +
                `.`)}
        </p>
      ))}
      {hands.some((h) => h.train) && (
        <p className="note">
          Shares of the heaviest close the training springs are chosen by are practice estimates.
        </p>
      )}
    </div>
  )
}
