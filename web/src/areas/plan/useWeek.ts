import { startTransition, useMemo } from 'react'
import { useSearchParams } from 'react-router'
import type { PlanView } from '@mano/contract/plan'
import { withCompetitions } from '@mano/core/intake/week'
import { judgedWith, weekOf, withCoach, withTestDay } from '@mano/core/plan/coach'
import { withLeads } from '@mano/core/plan/leads'
import { validate } from '@mano/core/plan/rules'
import { doneBlocks, doneOf, fromToday, missedBlocks } from '@mano/core/plan/stale'
import { NO_TERMS, type Block, type WeekPlan } from '@mano/core/plan/types'
import { carriedTerms } from '@mano/core/review/conclusion'
import { weekStartOf } from '@mano/core/units/dates'
import { useCalm } from '../../base/calm'
import { may } from '../../base/data'
import { useAthletePage } from '../athlete/AthletePage'
import { draftKey, useDrafts, useDrawnDrafts, isSame, type Draft } from './draft'
import { useConclusion } from './FromReview'
import { usePlanContext, useProblem } from './usePlan'
import { usePlanner } from './usePlanner'

export type WeekDialog = 'frame' | 'save' | 'schools' | 'templates' | 'versions' | null

/** The week as it is saved, or as a new one begins. */
function useStored(view: PlanView, weekStart: string) {
  const { athlete } = useAthletePage()
  const conclusion = useConclusion(athlete.id)
  const saved = view.versions.find((v) => v.weekStart === weekStart)
  const stored = useMemo(
    (): Draft => ({
      frame: saved?.frame ?? withCompetitions(view.frame, weekStart, athlete.events),
      blocks: saved?.blocks ?? [],
      terms: saved?.terms ?? { ...NO_TERMS, ...carriedTerms(conclusion ?? null, weekStart) },
      basedOn: saved?.id ?? null,
    }),
    [saved, view.frame, weekStart, athlete.events, conclusion],
  )
  return { saved, stored, conclusion }
}

/** What is open and chosen on the page of a week. */
function useOpen() {
  const [picked, setPicked] = useCalm<string | null>(null)
  const [open, setOpen] = useCalm<WeekDialog>(null)
  const [adding, setAdding] = useCalm<number | null>(null)
  const [sheet, setSheet] = useCalm<number | null>(null)
  const [said, setSaid] = useCalm('')
  return { picked, setPicked, open, setOpen, adding, setAdding, sheet, setSheet, said, setSaid }
}

/**
 * A week as it stands and what the validator says of it, worked out when it changes: what is opened
 * or picked beside it draws no day anew.
 */
function useJudged(view: PlanView, weekStart: string, { frame, blocks, terms }: Draft) {
  const { logs } = useAthletePage().athlete.history
  const plain = usePlanContext(view, weekStart)
  const week = useMemo(
    () => weekOf(weekStart, frame, blocks, terms),
    [weekStart, frame, blocks, terms],
  )
  const context = useMemo(() => judgedWith(plain, terms), [plain, terms])
  const breaches = useMemo(() => validate(week, context), [week, context])
  const done = useMemo(() => doneBlocks(week, logs), [week, logs])
  return { week, context, breaches, done }
}

/** One week on the board: what stands there, what is said of it, and how it changes. */
export function useWeek(view: PlanView) {
  const { athlete, me } = useAthletePage()
  const [params, setParams] = useSearchParams()
  const weekStart = params.get('week') ?? weekStartOf(me.today)
  const { saved, stored, conclusion } = useStored(view, weekStart)
  const key = draftKey(athlete.id, weekStart)
  const drafts = useDrawnDrafts()
  const draft = drafts.open[key] ?? stored
  const { week, context, breaches, done } = useJudged(view, weekStart, draft)
  const coach = may(me, 'coach')
  const { logs } = athlete.history
  const base = useProblem(athlete.id, weekStart, coach && athlete.demand !== null)
  // What is done stands, whatever is planned anew.
  const standing = (blocks: readonly Block[]) =>
    blocks.map((b) => (done.has(b.id) ? { ...b, pinned: true } : b))
  const problemOf = (w: WeekPlan) =>
    base && {
      ...withCoach(base, w.frame, draft.terms, standing(w.blocks)),
      ...doneOf(w, logs, me.today),
    }
  const problem = problemOf(week)
  const planner = usePlanner()
  const page = useOpen()
  /** What stands there, drawn or not yet: what a press changes is changed in this. */
  const now = () => useDrafts.getState().open[key] ?? stored
  const put = (next: Partial<Draft>) => {
    page.setSaid('')
    const before = now()
    const after = { ...before, ...next }
    // Which exercise is the day's main follows from what stands there, whoever changed it.
    if (next.blocks && problem) {
      const { frame, blocks, terms } = after
      after.blocks = [...withLeads(weekOf(weekStart, frame, blocks, terms), problem).blocks]
    }
    drafts.put(key, after, before)
  }
  // Days gone by take nothing new.
  const left = fromToday(week, logs, me.today)
  const pins = draft.blocks.filter((b) => b.pinned)
  return {
    ...page,
    view,
    athlete,
    today: me.today,
    weekStart,
    asked: params.get('move'),
    setParams,
    conclusion,
    saved,
    key,
    drafts,
    draft,
    now,
    changed: drafts.open[key] !== undefined,
    empty: draft.blocks.length === 0,
    week,
    context,
    breaches,
    coach,
    done,
    standing,
    doneOf: (blocks: readonly Block[]) => doneOf({ ...week, blocks }, logs, me.today),
    problemOf,
    problem,
    planner,
    left,
    running: left.days.length < 7,
    missed: missedBlocks(week, logs, me.today).filter((b) => !done.has(b.id)),
    pins,
    put,
    change: (id: string, more: Partial<Block>) =>
      put({ blocks: now().blocks.map((b) => (b.id === id ? { ...b, ...more } : b)) }),
    go: (to: string) => {
      planner.stop()
      page.setPicked(null)
      page.setSaid('')
      setParams({ week: to })
    },
    /** Blocks of a search, or of another plan, in place of these; pins stay. */
    take: (blocks: readonly Block[], testDay: number | null | undefined) =>
      startTransition(() => {
        const { blocks: old, terms } = now()
        const pinned = old.filter((b) => b.pinned)
        put({
          blocks: blocks.map((b) => ({
            ...b,
            pinned: pinned.some((x) => isSame(x, b)) || undefined,
          })),
          terms: withTestDay(terms, testDay),
        })
        planner.stop()
        page.setPicked(null)
      }),
  }
}
export type OnBoard = ReturnType<typeof useWeek>
