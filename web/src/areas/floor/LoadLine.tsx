import { UnstyledButton } from '@mantine/core'
import type { Step } from '@mano/core/session/steps'
import { loadPin } from '@mano/core/testing/plates'
import { exerciseById } from '@mano/core/catalogue/exercises'
import type { TodayTarget } from '@mano/core/session/today'
import { formatWithUnit } from '@mano/core/units/format'
import type { RunView } from './useRun'
import type { Kg } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'
import { withLengths } from '@mano/core/units/inch'

/**
 * What to load for a step, with the plates where it hangs on a pin; a lighter load after misses, to
 * take or leave.
 */
export function LoadLine({ run, step }: { run: RunView; step: Step }) {
  const { blocks, units, lighter, dropped, act, kg, data } = run
  const block = blocks.find((b) => b.id === step.blockId)
  const advice = block ? run.advise(block, step.hand) : null
  const target = run.targetOf(step)
  const ending = dropped && (
    <UnstyledButton className="f-btn" onClick={act.endExercise}>
      {HAND_WORD[dropped.hand]} fell to {Math.round(100 * dropped.to)}
      {'\u00A0'}% of its first set: end this exercise
    </UnstyledButton>
  )
  if (!advice && kg === null && !target) return <div className="f-load">{ending}</div>
  const f = (v: number) => formatWithUnit(v, 'kg', units)
  const unit = must(exerciseById(step.exerciseId)).dose.unit
  const own = kg !== null && kg !== advice?.kg
  const hung =
    own && advice?.plates && data.sources.room
      ? loadPin(kg, data.sources.room.plates, data.sources.room.pinKg)
      : null
  const plates = hung?.ok ? hung.plates : own ? null : advice?.plates
  return (
    <div className="f-load">
      <p>
        {(advice || kg !== null) && <b>{kg === null ? 'Find the load' : f(kg)}</b>}
        {plates ? (
          <span>
            {plates.length === 0
              ? 'the pin alone'
              : plates.map((p) => `${p.count} × ${f(p.kg)}`).join(' + ')}{' '}
            and pin
          </span>
        ) : null}
        {target?.rung && <span>{withLengths(target.rung, units.length)}</span>}
        <small>
          {target?.last && `Last time ${lastWords(target.last, unit, f)}. `}
          {own
            ? 'Load as taken on the floor.'
            : sentence(withLengths(target?.why ?? advice?.why ?? '', units.length))}
        </small>
      </p>
      {ending}
      {lighter !== null && !ending && (
        <UnstyledButton className="f-btn" onClick={() => act.takeLoad(lighter)}>
          Missed twice: take {f(lighter)}
        </UnstyledButton>
      )}
    </div>
  )
}

const HAND_WORD = { left: 'Left', right: 'Right', both: 'It' } as const
const lastWords = (
  last: NonNullable<TodayTarget['last']>,
  unit: string,
  f: (kg: Kg) => string,
): string => `${last.dose}\u00A0${unit}${last.loadKg === null ? '' : ` at ${f(last.loadKg)}`}`
const sentence = (why: string): string =>
  why === '' ? '' : `${why.charAt(0).toUpperCase()}${why.slice(1)}.`
