import { startTransition, useEffect } from 'react'
import { v7 } from 'uuid'
import type { DraftView } from '@mano/contract/plan'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { DAY_NAMES, withCompetitions } from '@mano/core/intake/week'
import { withCoach, withTestDay } from '@mano/core/plan/coach'
import { verdicts } from '@mano/core/plan/moves'
import { readProblem } from '@mano/core/plan/problem'
import { NO_TERMS, type Block, type CoachTerms } from '@mano/core/plan/types'
import { addDays } from '@mano/core/units/dates'
import { must } from '@mano/core/units/must'
import { afterPaint } from '../../base/afterPaint'
import { api } from '../../base/api'
import { useWrite } from '../../base/data'
import { draftKey, isSame, useDrafts, type Draft } from './draft'
import type { OnBoard } from './useWeek'

// What a coach does to a week on the board.

const nameOf = (b: Block): string => must(exerciseById(b.exerciseId)).name

/**
 * A block to another day: a practice rule it breaks is shown, a safety rule holds it, with the
 * days that are free.
 */
export function move(w: OnBoard, b: Block, day: number): void {
  if (w.done.has(b.id)) return w.setSaid(`Not moved: ${nameOf(b)} is done.`)
  const says = verdicts(w.week, b, w.context)
  const held = says[day]
  if (held?.kind === 'safety') {
    const free = says.flatMap((v, d) =>
      v === null && d !== b.day && must(w.draft.frame[d]).minutes > 0 ? [DAY_NAMES[d]] : [],
    )
    return w.setSaid(
      `Not moved: ${held.says}. ` +
        (free.length > 0 ? `Free: ${free.join(', ')}.` : 'No day is free in the week as it is.'),
    )
  }
  startTransition(() => w.change(b.id, { day }))
  w.setPicked(b.id)
  w.setSaid(
    `${nameOf(b)} moved to ${DAY_NAMES[day]}.` +
      (held ? ` ${held.says}: you can keep it if you give a reason when saving.` : ''),
  )
}

/** A whole day to another, as asked from the floor: shown on the board, kept when it is saved. */
export function useMoveAsked(w: OnBoard): void {
  const { asked, draft, weekStart } = w
  useEffect(() => {
    const [from, to] = (asked ?? '').split('-').map(Number)
    if (from === undefined || to === undefined) return
    const source = draft.frame[from]
    if (!source || !draft.frame[to]) return
    w.setParams({ week: weekStart }, { replace: true })
    const own = draft.blocks.filter((b) => b.day === from && !w.done.has(b.id))
    if (own.length === 0 || from === to) return
    w.put({
      blocks: draft.blocks.map((b) => (own.includes(b) ? { ...b, day: to } : b)),
      frame: draft.frame.map((d, i) =>
        i === to ? { ...d, minutes: Math.max(d.minutes, source.minutes), place: source.place } : d,
      ),
    })
    w.setSaid(
      `${DAY_NAMES[from]}'s session stands on ${DAY_NAMES[to]} now. Look at what it ` +
        'breaks, then save the week.',
    )
  }, [asked]) // oxlint-disable-line react/exhaustive-deps
}

/** A draft, shown at once and improved behind it. */
export function useDraftAnew(w: OnBoard) {
  const { draft, left, week } = w
  const frame = w.running ? left.plan.frame : draft.frame
  const make = useWrite(
    () =>
      api.post<DraftView>(`/api/athletes/${w.athlete.id}/draft`, {
        weekStart: w.weekStart,
        frame,
        terms: draft.terms,
      }),
    [],
  )
  const show = (made: DraftView) => {
    const read = readProblem(made.problem)
    const stays = (b: Block) => w.done.has(b.id) || (b.pinned && left.days.includes(b.day))
    const { blocks: now, terms: said } = w.now()
    const kept = now.filter(stays)
    // The draft knows of no day gone by.
    const ahead = made.blocks.filter((b) => !w.running || left.days.includes(b.day))
    const blocks = [...kept, ...ahead.filter((b) => !kept.some((x) => isSame(x, b)))]
    const terms = withTestDay(said, made.testDay)
    w.put({ blocks, terms })
    w.setPicked(null)
    if (read.ok)
      w.planner.look({
        kind: 'improve',
        problem: {
          ...withCoach(read.problem, frame, terms, w.standing(blocks)),
          ...w.doneOf(blocks),
        },
        plan: { ...week, blocks, testDay: made.testDay },
      })
  }
  const shown = (made: DraftView) => startTransition(() => show(made))
  // The server drafts on the same machine in many a hall: the press is answered before it begins.
  const draftAnew = () => afterPaint(() => make.mutate(undefined, { onSuccess: shown }))
  return { make, draftAnew }
}
/**
 * With something broken or pinned the week is planned round it, near to what it is; else the whole
 * week is looked at.
 */
export function better(w: OnBoard): void {
  const { problem, week: plan, breaches } = w
  if (!problem) return
  if (w.running)
    w.planner.look({ kind: 'improve', problem: { ...problem, frame: w.left.plan.frame }, plan })
  else if (breaches.length === 0) w.planner.look({ kind: 'improve', problem, plan })
  else {
    const broken = breaches.flatMap((b) => (b.day === null ? [] : [b.day]))
    const days = [...new Set([...broken, ...w.pins.map((b) => b.day)])]
    w.planner.look({ kind: 'resolve', problem, plan, days })
  }
}

/** What is left of a running week, planned round what was done and without what was missed. */
export function restAnew(w: OnBoard): void {
  const { plan, days } = w.left
  const p = w.problemOf(plan)
  if (p) w.planner.look({ kind: 'resolve', problem: { ...p, frame: plan.frame }, plan, days })
}

/** Noted where it was done by hand: done again and again it is offered as a wish. */
const takenOut = (terms: CoachTerms, b: Block) => [
  ...new Set([...(terms.removed ?? []), b.exerciseId]),
]

export function remove(w: OnBoard, block: Block): void {
  const { blocks, terms } = w.now()
  startTransition(() =>
    w.put({
      blocks: blocks.filter((b) => b.id !== block.id),
      terms: { ...terms, removed: takenOut(terms, block) },
    }),
  )
  w.setPicked(null)
}

/** Out of this week, on every day of it. */
export function ban(w: OnBoard, b: Block): void {
  const { blocks, terms } = w.now()
  startTransition(() =>
    w.put({
      blocks: blocks.filter((x) => x.exerciseId !== b.exerciseId),
      terms: {
        ...terms,
        bans: [...terms.bans, { exerciseId: b.exerciseId, day: null }],
        removed: takenOut(terms, b),
      },
    }),
  )
  w.setPicked(null)
}

export function add(w: OnBoard, b: Block): void {
  startTransition(() => w.put({ blocks: [...w.now().blocks, b] }))
  w.setPicked(b.id)
}

export function copyOn(w: OnBoard): void {
  const next = addDays(w.weekStart, 7)
  const key = draftKey(w.athlete.id, next)
  const there = w.view.versions.find((v) => v.weekStart === next)
  const from: Draft = useDrafts.getState().open[key] ?? {
    frame: there?.frame ?? withCompetitions(w.view.frame, next, w.athlete.events),
    blocks: there?.blocks ?? [],
    terms: there?.terms ?? NO_TERMS,
    basedOn: there?.id ?? null,
  }
  const { blocks: now, terms: said } = w.now()
  const blocks = now.map((b) => ({ ...b, id: v7(), reason: 'As in the week before.' }))
  const terms = { ...said, tests: null, note: undefined, removed: undefined }
  startTransition(() => {
    w.drafts.put(key, { ...from, blocks, terms }, from)
    w.go(next)
  })
  w.setSaid('Copied from the week before; Undo brings back what was there.')
}
