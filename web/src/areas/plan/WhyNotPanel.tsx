import { counted } from '@mano/core/units/counted'
import { Button } from '@mantine/core'
import { useEffect, useRef } from 'react'
import { v7 } from 'uuid'
import { exerciseById } from '@mano/core/catalogue/exercises'
import type { WhyNot } from '@mano/core/plan/explain'
import type { WeekProblem } from '@mano/core/plan/problem'
import type { Breach } from '@mano/core/plan/rule'
import { type Block, type WeekPlan } from '@mano/core/plan/types'
import { DAY_NAMES } from '@mano/core/intake/week'
import { doseWords } from './BlockCard'
import { changesOf } from './weekChanges'
import { NotWorkedOut } from './NotWorkedOut'
import { useAnswer } from './usePlanner'
import { must } from '@mano/core/units/must'

const price = (n: number): string =>
  Math.abs(n) < 0.05
    ? 'at no price'
    : n > 0
      ? `for ${n.toFixed(1)} points`
      : `and the week is ${(-n).toFixed(1)} points better: it is not proven best`

/** Why an exercise does not stand on a day, and what having it there would take. */
export function WhyNotPanel({
  exerciseId,
  day,
  week,
  problem,
  onBlocks,
  onAnyway,
}: {
  exerciseId: string
  day: number
  week: WeekPlan
  problem: WeekProblem
  onBlocks: (blocks: readonly Block[]) => void
  /** Null: a safety rule holds it. */ onAnyway: (() => void) | null
}) {
  const answer = useAnswer(
    'why-not',
    { kind: 'why-not', problem, plan: week, exerciseId, day },
    JSON.stringify([exerciseId, day, week.blocks, problem.terms]),
  )
  const e = must(exerciseById(exerciseId))
  const here = useRef<HTMLDivElement>(null)
  // What it returns (a promise in newer browsers) is no clean-up.
  useEffect(() => {
    void here.current?.scrollIntoView({ block: 'nearest' })
  }, [answer])
  return (
    <div
      ref={here}
      className="block why-not"
      role="region"
      aria-label={`Why not ${e.name} on ${DAY_NAMES[day]}`}
    >
      <h3 className="h4">
        {e.name} on {DAY_NAMES[day]}
      </h3>
      {!answer ? (
        <p className="note" role="status">
          Working out what it would take …
        </p>
      ) : answer.kind === 'failed' ? (
        <NotWorkedOut says={answer.says} />
      ) : (
        <Says answer={answer.answer} week={week} onBlocks={onBlocks} />
      )}
      {onAnyway ? (
        <Button variant="default" size="xs" onClick={onAnyway}>
          Add all the same
        </Button>
      ) : (
        <p className="note">Not added: safety rule.</p>
      )}
    </div>
  )
}

const broken = (b: readonly Breach[]) => <p>It would break: {b.map((x) => x.says).join('; ')}.</p>

function Says({
  answer: a,
  week,
  onBlocks,
}: {
  answer: WhyNot
  week: WeekPlan
  onBlocks: (blocks: readonly Block[]) => void
}) {
  switch (a.kind) {
    case 'there':
      return <p>It is there already.</p>
    case 'forbidden':
      return (
        <ul>
          {a.reasons.map((r) => (
            <li key={r.rule}>{r.says}</li>
          ))}
        </ul>
      )
    case 'free':
      return (
        <p>
          No rule is against it:{' '}
          {a.gains >= 0
            ? `${a.gains.toFixed(1)} points more`
            : `${(-a.gains).toFixed(1)} points less`}
          .
        </p>
      )
    case 'swap':
      return (
        <>
          {broken(a.breaks)}
          <p>
            It fits when {exerciseById(a.out.exerciseId)?.name}, {doseWords(a.out)} on{' '}
            {DAY_NAMES[a.out.day]} goes, {price(a.price)}.{' '}
            <Button
              variant="default"
              size="xs"
              onClick={() =>
                onBlocks([
                  ...week.blocks.filter((b) => b.id !== a.out.id),
                  { ...a.block, id: v7(), reason: '' },
                ])
              }
            >
              Swap
            </Button>
          </p>
        </>
      )
    case 'forced':
      return (
        <>
          {broken(a.breaks)}
          <p>
            It fits with {counted(changesOf(week.blocks, a.plan.blocks).length, 'change')},{' '}
            {price(a.price)}.{' '}
            <Button variant="default" size="xs" onClick={() => onBlocks(a.plan.blocks)}>
              Plan round it
            </Button>
          </p>
        </>
      )
    case 'impossible':
      return (
        <>
          {broken(a.breaks)}
          <p>No week keeps all rules with it there.</p>
        </>
      )
  }
}
