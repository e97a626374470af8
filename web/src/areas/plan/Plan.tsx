import { startTransition } from 'react'
import { useSearchParams } from 'react-router'
import type { PlanView } from '@mano/contract/plan'
import type { DayFrame } from '@mano/core/intake/week'
import type { Block } from '@mano/core/plan/types'
import { failureText } from '../../base/api'
import { Calmly } from '../../base/Calmly'
import { useSteady } from '../../base/steady'
import { Failed } from '../../base/Trouble'
import { useAthletePage } from '../athlete/AthletePage'
import { BlockView } from './BlockView'
import { Board } from './Board'
import { columnsOf } from './columns'
import { HandBudget } from './HandBudget'
import { Lanes } from './Lanes'
import { SearchStrip } from './SearchStrip'
import { StaleMarks } from './StaleMarks'
import { usePlan } from './usePlan'
import { NotWorkedOut } from './NotWorkedOut'
import { useAnswer } from './usePlanner'
import { useWeek, type OnBoard } from './useWeek'
import { WeekAdvice } from './WeekAdvice'
import { WeekBar, WeekMore } from './WeekBar'
import { WeekDialogs } from './WeekDialogs'
import { WeekSide, type Looked } from './WeekSide'
import { move, useDraftAnew, useMoveAsked } from './weekActs'
import './plan.css'

/**
 * One week: drafted, improved in the background, argued with by hand while the validator speaks,
 * kept as frozen versions.
 */
export default function Plan() {
  const { athlete } = useAthletePage()
  const plan = usePlan(athlete.id)
  const [params] = useSearchParams()
  if (plan.error && !plan.data)
    return <Failed error={plan.error} retry={() => void plan.refetch()} />
  if (!plan.data) return <main className="cols" aria-busy="true" />
  return (
    <Calmly waits={<main className="cols" aria-busy="true" />}>
      {params.get('view') === 'block' ? <BlockView view={plan.data} /> : <Week view={plan.data} />}
    </Calmly>
  )
}

function Week({ view }: { view: PlanView }) {
  const w = useWeek(view)
  const { week, problem, draft, saved } = w
  useMoveAsked(w)
  const looked = useAnswer(
    'passed',
    problem && !w.empty ? { kind: 'passed', problem, plan: week } : null,
    JSON.stringify(['passed', week.blocks, problem?.terms, week.frame]),
  )
  return (
    <main className="plan">
      <Bar w={w} />
      {saved && !w.changed && (
        <StaleMarks version={saved} view={view} context={w.context} onPick={w.setPicked} />
      )}
      <SearchStrip
        planner={w.planner}
        problem={problem}
        blocks={draft.blocks}
        mends={w.breaches.length > 0 || w.missed.length > 0}
        onTake={w.take}
      />
      <Said w={w} looked={looked} />
      <div className="plan-body" style={columnsOf(draft.blocks)}>
        <div>
          <Days w={w} />
        </div>
        <WeekSide w={w} looked={looked} />
      </div>
      <WeekDialogs w={w} />
    </main>
  )
}

/** What a week is and what is done with it; a draft under way draws no day anew. */
function Bar({ w }: { w: OnBoard }) {
  const { make, draftAnew } = useDraftAnew(w)
  return (
    <>
      <WeekBar w={w} drafting={make.isPending} draftAnew={draftAnew} />
      <WeekMore w={w} />
      <p className="said" role="alert">
        {make.error && failureText(make.error)}
      </p>
    </>
  )
}

/** What was just done, and what a coach should hear about days and minutes first. */
function Said({ w, looked }: { w: OnBoard; looked: Looked }) {
  const { problem, week } = w
  const onTry = (frame: readonly DayFrame[]) =>
    startTransition(() => {
      w.put({ frame: [...frame] })
      if (!problem) return
      const plan = { ...week, frame }
      w.planner.look({ kind: 'improve', problem: { ...problem, frame }, plan })
    })
  return (
    <div className="plan-slot">
      <p className="moved" role="status">
        {w.said}
      </p>
      {looked?.kind === 'failed' && (
        <NotWorkedOut what="The advice on this week" says={looked.says} />
      )}
      {looked?.kind === 'passed' && !w.empty && (
        <WeekAdvice
          lines={looked.advice}
          unlocks={looked.unlocks}
          first={looked.first}
          {...(w.coach && { onTry })}
        />
      )}
    </div>
  )
}

/** The days of the week, what each tissue bears, and what the hand has left. */
function Days({ w }: { w: OnBoard }) {
  const onMove = useSteady((block: Block, day: number) => move(w, block, day))
  return (
    <>
      <Board
        plan={w.week}
        context={w.context}
        breaches={w.breaches}
        today={w.today}
        editable={w.coach}
        picked={w.picked}
        done={w.done}
        onPick={w.setPicked}
        onMove={onMove}
        onAdd={w.setAdding}
        onSheet={w.setSheet}
      />
      <Lanes
        weekStart={w.weekStart}
        frame={w.draft.frame}
        blocks={w.draft.blocks}
        context={w.context}
      />
      <HandBudget frame={w.draft.frame} blocks={w.draft.blocks} settings={w.draft.terms.settings} />
    </>
  )
}
