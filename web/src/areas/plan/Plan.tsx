import { Button, Modal } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useEffect } from 'react'
import { Link, useSearchParams } from 'react-router'
import { v7 } from 'uuid'
import type { DraftView, PlanView } from '@mano/contract/plan'
import { NOT_A_DIAGNOSIS } from '@mano/core/catalogue/cautions'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { DAY_NAMES, type DayFrame, withCompetitions } from '@mano/core/intake/week'
import { judgedWith, weekOf, withCoach, withTestDay } from '@mano/core/plan/coach'
import { withLeads } from '@mano/core/plan/leads'
import { verdicts } from '@mano/core/plan/moves'
import { readProblem } from '@mano/core/plan/problem'
import { validate } from '@mano/core/plan/rules'
import { addDays, formatDate, weekStartOf } from '@mano/core/units/dates'
import { doneBlocks, fromToday, missedBlocks } from '@mano/core/plan/stale'
import { NO_TERMS, type Block, type WeekPlan } from '@mano/core/plan/types'
import { carriedTerms, speaksOf } from '@mano/core/review/next'
import { useCalm } from '../../base/calm'
import { Calmly } from '../../base/Calmly'
import { api, failureText } from '../../base/api'
import { useWrite, may } from '../../base/data'
import { Failed } from '../../base/Trouble'
import { Icon } from '../../drawn/Icon'
import { useAthletePage } from '../athlete/AthletePage'
import { AddBlock } from './AddBlock'
import { BlockPanel } from './BlockPanel'
import { BlockView } from './BlockView'
import { Board } from './Board'
import { Coverage } from './Coverage'
import { DaySheet } from './DaySheet'
import { draftKey, useDrafts, type Draft } from './draft'
import { columnsOf } from './columns'
import { FrameForm } from './FrameForm'
import { HandBudget } from './HandBudget'
import { Lanes } from './Lanes'
import { OutThisWeek } from './OutThisWeek'
import { Habits, WishFor } from './OwnWay'
import { PassedOver } from './PassedOver'
import { WeekAdvice } from './WeekAdvice'
import { SaveWeek } from './SaveWeek'
import { Schools } from './Schools'
import { SearchStrip } from './SearchStrip'
import { Speaking } from './Speaking'
import { StaleMarks } from './StaleMarks'
import { Templates } from './Templates'
import { useAnswer, usePlanner } from './usePlanner'
import { usePlan, usePlanContext, useProblem } from './usePlan'
import { Versions } from './Versions'
import { FromReview, useConclusion } from './FromReview'
import { WeekTermsPanel } from './WeekTermsPanel'
import './plan.css'
import { must } from '@mano/core/units/must'

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

type Dialog = 'frame' | 'save' | 'schools' | 'templates' | 'versions' | null
const TITLES = {
  frame: 'Days of this week',
  save: 'Save this week',
  schools: 'Training approaches side by side',
  templates: 'Templates',
  versions: 'Versions of this week',
} as const
const WIDTHS = { frame: 'xl', save: 'md', schools: 'xl', templates: 'xl', versions: 'xl' } as const

function Week({ view }: { view: PlanView }) {
  const { athlete, me } = useAthletePage()
  const [params, setParams] = useSearchParams()
  const weekStart = params.get('week') ?? weekStartOf(me.today)
  const conclusion = useConclusion(athlete.id)
  const saved = view.versions.find((v) => v.weekStart === weekStart)
  const key = draftKey(athlete.id, weekStart)
  const drafts = useDrafts()
  const stored: Draft = {
    frame: saved?.frame ?? withCompetitions(view.frame, weekStart, athlete.events),
    blocks: saved?.blocks ?? [],
    terms: saved?.terms ?? { ...NO_TERMS, ...carriedTerms(conclusion ?? null, weekStart) },
    basedOn: saved?.id ?? null,
  }
  const draft = drafts.open[key] ?? stored
  const changed = drafts.open[key] !== undefined
  const week = weekOf(weekStart, draft.frame, draft.blocks, draft.terms)
  const plain = usePlanContext(view, weekStart)
  const context = judgedWith(plain, draft.terms)
  const breaches = validate(week, context)
  const coach = may(me, 'coach')
  const logs = athlete.history.logs
  const done = doneBlocks(week, logs)
  const base = useProblem(athlete.id, weekStart, coach && athlete.demand !== null)
  // What is done stands, whatever is planned anew.
  const problemOf = (w: WeekPlan) =>
    base &&
    withCoach(
      base,
      w.frame,
      draft.terms,
      w.blocks.map((b) => (done.has(b.id) ? { ...b, pinned: true } : b)),
    )
  const problem = problemOf(week)
  const planner = usePlanner()
  const [picked, setPicked] = useCalm<string | null>(null)
  const [open, setOpen] = useCalm<Dialog>(null)
  const [adding, setAdding] = useCalm<number | null>(null)
  const [sheet, setSheet] = useCalm<number | null>(null)
  const [said, setSaid] = useCalm('')
  const asked = params.get('move')
  const put = (next: Partial<Draft>) => {
    setSaid('')
    // Which exercise is the day's main follows from what stands there, whoever changed it.
    const blocks =
      next.blocks && problem
        ? withLeads({ ...week, blocks: next.blocks }, problem).blocks
        : next.blocks
    drafts.put(key, { ...draft, ...next, ...(blocks && { blocks: [...blocks] }) }, draft)
  }
  const change = (id: string, more: Partial<Block>) =>
    put({ blocks: draft.blocks.map((b) => (b.id === id ? { ...b, ...more } : b)) })
  // Days gone by take nothing new.
  const left = fromToday(week, logs, me.today)
  const running = left.days.length < 7
  const make = useWrite(
    () =>
      api.post<DraftView>(`/api/athletes/${athlete.id}/draft`, {
        weekStart,
        frame: running ? left.plan.frame : draft.frame,
        terms: draft.terms,
      }),
    [],
  )
  const block = draft.blocks.find((b) => b.id === picked)
  const go = (to: string) => {
    planner.stop()
    setPicked(null)
    setSaid('')
    setParams({ week: to })
  }

  /**
   * A block to another day: a practice rule it breaks is shown, a safety rule holds it, with the
   * days that are free.
   */
  const move = (b: Block, day: number) => {
    if (done.has(b.id))
      return setSaid(`Not moved: ${must(exerciseById(b.exerciseId)).name} is done.`)
    const says = verdicts(week, b, context)
    const held = says[day]
    if (held?.kind === 'safety') {
      const free = says.flatMap((v, d) =>
        v === null && d !== b.day && must(draft.frame[d]).minutes > 0 ? [DAY_NAMES[d]] : [],
      )
      return setSaid(
        `Not moved: ${held.says}. ` +
          (free.length > 0 ? `Free: ${free.join(', ')}.` : 'No day is free in the week as it is.'),
      )
    }
    change(b.id, { day })
    setPicked(b.id)
    setSaid(
      `${must(exerciseById(b.exerciseId)).name} moved to ` +
        `${DAY_NAMES[day]}.` +
        (held ? ` ${held.says}: you can keep it if you give a reason when saving.` : ''),
    )
  }
  // A whole day to another, as asked from the floor: shown on the board, kept when it is saved.
  useEffect(() => {
    const [from, to] = (asked ?? '').split('-').map(Number)
    if (from === undefined || to === undefined || !draft.frame[from] || !draft.frame[to]) return
    setParams({ week: weekStart }, { replace: true })
    const own = draft.blocks.filter((b) => b.day === from && !done.has(b.id))
    if (own.length === 0 || from === to) return
    put({
      blocks: draft.blocks.map((b) => (own.includes(b) ? { ...b, day: to } : b)),
      frame: draft.frame.map((d, i) =>
        i === to
          ? {
              ...d,
              minutes: Math.max(d.minutes, must(draft.frame[from]).minutes),
              place: must(draft.frame[from]).place,
            }
          : d,
      ),
    })
    setSaid(
      `${DAY_NAMES[from]}'s session stands on ${DAY_NAMES[to]} now. Look at what it ` +
        'breaks, then save the week.',
    )
  }, [asked]) // eslint-disable-line react-hooks/exhaustive-deps
  /** The draft is shown at once and improved behind it. */
  const draftAnew = () =>
    make.mutate(undefined, {
      onSuccess: (made) => {
        const read = readProblem(made.problem)
        const stays = (b: Block) => done.has(b.id) || (b.pinned && left.days.includes(b.day))
        const blocks = [
          ...draft.blocks.filter(stays),
          ...made.blocks.filter(
            (b) =>
              !draft.blocks.some(
                (x) => stays(x) && x.day === b.day && x.exerciseId === b.exerciseId,
              ),
          ),
        ]
        const terms = withTestDay(draft.terms, made.testDay)
        put({ blocks, terms })
        setPicked(null)
        if (read.ok)
          planner.look({
            kind: 'improve',
            problem: withCoach(
              read.problem,
              running ? left.plan.frame : draft.frame,
              terms,
              blocks.map((b) => (done.has(b.id) ? { ...b, pinned: true } : b)),
            ),
            plan: { ...week, blocks, testDay: made.testDay },
          })
      },
    })
  const pins = draft.blocks.filter((b) => b.pinned)
  const better = () => {
    if (!problem) return
    // With something broken or pinned the week is planned round it, near to what it is; else the
    // whole week is looked at.
    planner.look(
      running
        ? { kind: 'improve', problem: { ...problem, frame: left.plan.frame }, plan: week }
        : breaches.length > 0
          ? {
              kind: 'resolve',
              problem,
              plan: week,
              days: [
                ...new Set([
                  ...breaches.flatMap((b) => (b.day === null ? [] : [b.day])),
                  ...pins.map((b) => b.day),
                ]),
              ],
            }
          : { kind: 'improve', problem, plan: week },
    )
  }
  const looked = useAnswer(
    'passed',
    problem && draft.blocks.length > 0 ? { kind: 'passed', problem, plan: week } : null,
    JSON.stringify(['passed', week.blocks, problem?.terms, week.frame]),
  )
  /** What is left of a running week, planned round what was done and without what was missed. */
  const missed = missedBlocks(week, logs, me.today).filter((b) => !done.has(b.id))
  const restAnew = () => {
    const { plan, days } = left
    const p = problemOf(plan)
    if (p) planner.look({ kind: 'resolve', problem: { ...p, frame: plan.frame }, plan, days })
  }
  const take = (blocks: readonly Block[], testDay: number | null | undefined) => {
    put({
      blocks: blocks.map((b) => ({
        ...b,
        pinned: pins.some((x) => x.day === b.day && x.exerciseId === b.exerciseId) || undefined,
      })),
      terms: withTestDay(draft.terms, testDay),
    })
    planner.stop()
    setPicked(null)
  }
  /** Noted where it was done by hand: done again and again it is offered as a wish. */
  const takenOut = (b: Block) => [...new Set([...(draft.terms.removed ?? []), b.exerciseId])]
  const ban = (b: Block) => {
    put({
      blocks: draft.blocks.filter((x) => x.exerciseId !== b.exerciseId),
      terms: {
        ...draft.terms,
        bans: [...draft.terms.bans, { exerciseId: b.exerciseId, day: null }],
        removed: takenOut(b),
      },
    })
    setPicked(null)
  }
  const copyOn = () => {
    const next = addDays(weekStart, 7)
    const blocks = draft.blocks.map((b) => ({ ...b, id: v7(), reason: 'As in the week before.' }))
    const there = view.versions.find((v) => v.weekStart === next)
    const from: Draft = drafts.open[draftKey(athlete.id, next)] ?? {
      frame: there?.frame ?? withCompetitions(view.frame, next, athlete.events),
      blocks: there?.blocks ?? [],
      terms: there?.terms ?? NO_TERMS,
      basedOn: there?.id ?? null,
    }
    drafts.put(
      draftKey(athlete.id, next),
      {
        ...from,
        blocks,
        terms: { ...draft.terms, tests: null, note: undefined, removed: undefined },
      },
      from,
    )
    go(next)
    setSaid('Copied from the week before; Undo brings back what was there.')
  }
  const act = (label: string, run: () => void, more: { pri?: boolean; off?: boolean } = {}) => (
    <Button variant={more.pri ? 'filled' : 'default'} disabled={more.off} onClick={run}>
      {label}
    </Button>
  )
  const empty = draft.blocks.length === 0

  return (
    <main className="plan">
      <div className="plan-bar">
        <Button
          variant="default"
          aria-label="Week before"
          onClick={() => go(addDays(weekStart, -7))}
        >
          <Icon name="left" />
        </Button>
        <h2>Week of {formatDate(weekStart, me.today)}</h2>
        <Button variant="default" aria-label="Week after" onClick={() => go(addDays(weekStart, 7))}>
          <Icon name="right" />
        </Button>
        <span className="s">
          {changed ? (
            'Not saved yet; kept in this browser'
          ) : saved ? (
            <>
              {`Version ${saved.number}, saved ${formatDate(saved.savedOn, me.today)} by ` +
                `${saved.by}`}
            </>
          ) : (
            'Nothing planned'
          )}
          {saved && !changed
            ? [saved.terms.origin, saved.reason && `all the same: ${saved.reason}`]
                .filter(Boolean)
                .map((x) => ` · ${x}`)
                .join('')
            : ''}
        </span>
        {coach && (
          <span className="plan-act">
            {(drafts.past[key]?.length ?? 0) > 0 && act('Undo', () => drafts.undo(key))}
            {(drafts.future[key]?.length ?? 0) > 0 && act('Redo', () => drafts.redo(key))}
            {changed &&
              act('Discard changes', () => {
                drafts.drop(key)
                setPicked(null)
              })}
            {act(empty ? 'Draft the week' : 'New draft', draftAnew, {
              pri: empty,
              off: make.isPending || !athlete.demand,
            })}
            {!empty &&
              act(breaches.length > 0 ? 'Plan round it' : 'Improve this week', better, {
                off: !problem || planner.search.state === 'looking',
              })}
            {act('Save version', () => setOpen('save'), { pri: true, off: !changed })}
          </span>
        )}
      </div>
      <div className="plan-more" role="group" aria-label="The week">
        {act('Block', () => {
          planner.stop()
          setParams({ view: 'block' })
        })}
        {coach && (
          <>
            {act('Days of this week', () => setOpen('frame'))}
            {act('Templates', () => setOpen('templates'))}
            {act('Approaches', () => setOpen('schools'), { off: !problem })}
          </>
        )}
        {saved && act('Versions', () => setOpen('versions'))}
        {saved && (
          <Button component={Link} variant="default" to={`/paper/${athlete.id}?week=${weekStart}`}>
            On paper
          </Button>
        )}
        {coach && !empty && act('Copy to next week', copyOn)}
        {coach &&
          missed.length > 0 &&
          act('Plan the rest of the week again', restAnew, { off: !problem })}
      </div>
      <p className="said" role="alert">
        {make.error && failureText(make.error)}
      </p>
      {saved && !changed && (
        <StaleMarks version={saved} view={view} context={context} onPick={setPicked} />
      )}
      <SearchStrip
        search={planner.search}
        problem={problem}
        blocks={draft.blocks}
        mends={breaches.length > 0 || missed.length > 0}
        onTake={take}
        onStop={planner.stop}
      />
      <div className="plan-slot">
        <p className="moved" role="status">
          {said}
        </p>
        {looked && !empty && (
          <WeekAdvice
            lines={looked.advice}
            unlocks={looked.unlocks}
            first={looked.first}
            {...(coach && {
              onTry: (frame: readonly DayFrame[]) => {
                put({ frame: [...frame] })
                if (problem)
                  planner.look({
                    kind: 'improve',
                    problem: { ...problem, frame },
                    plan: { ...week, frame },
                  })
              },
            })}
          />
        )}
      </div>
      <div className="plan-body" style={columnsOf(draft.blocks)}>
        <div>
          <Board
            plan={week}
            context={context}
            breaches={breaches}
            today={me.today}
            editable={coach}
            picked={picked}
            done={done}
            onPick={setPicked}
            onMove={move}
            onAdd={setAdding}
            onSheet={setSheet}
          />
          <Lanes
            weekStart={weekStart}
            frame={draft.frame}
            blocks={draft.blocks}
            context={context}
          />
          <HandBudget frame={draft.frame} blocks={draft.blocks} settings={draft.terms.settings} />
        </div>
        <aside>
          {block ? (
            <BlockPanel
              key={block.id}
              block={block}
              plan={week}
              problem={problem}
              context={context}
              breaches={breaches.filter((b) => b.blockIds.includes(block.id))}
              editable={coach && !done.has(block.id)}
              onChange={(more) => change(block.id, more)}
              onMove={(day) => move(block, day)}
              onReplace={(b) =>
                change(block.id, { ...b, id: block.id, pinned: undefined, fixed: undefined })
              }
              onRemove={() => {
                put({
                  blocks: draft.blocks.filter((b) => b.id !== block.id),
                  terms: { ...draft.terms, removed: takenOut(block) },
                })
                setPicked(null)
              }}
              onBan={() => ban(block)}
              wish={coach && <WishFor exerciseId={block.exerciseId} view={view} />}
            />
          ) : (
            <>
              <Speaking breaches={breaches} blocks={draft.blocks} onPick={setPicked} />
              {conclusion && speaksOf(conclusion, weekStart) && (
                <FromReview conclusion={conclusion} />
              )}
              <WeekTermsPanel
                terms={draft.terms}
                editable={coach}
                onChange={(terms) => put({ terms })}
              />
              <OutThisWeek
                bans={draft.terms.bans}
                editable={coach}
                onChange={(bans) => put({ terms: { ...draft.terms, bans } })}
              />
              {coach && <Habits view={view} />}
              {problem && !empty && <Coverage problem={problem} blocks={draft.blocks} />}
              {problem && !empty && (
                <PassedOver
                  rows={looked?.rows}
                  onAdd={(b) => {
                    put({ blocks: [...draft.blocks, b] })
                    setPicked(b.id)
                  }}
                />
              )}
            </>
          )}
          <div className="block">
            <p className="note">
              {NOT_A_DIAGNOSIS} Drag an exercise to another day, or press Shift and an arrow key on
              it.
            </p>
          </div>
        </aside>
      </div>
      <AddBlock
        day={adding}
        frame={draft.frame}
        context={context}
        blocks={draft.blocks}
        weekStart={weekStart}
        problem={problem}
        onBlocks={(blocks) => {
          put({ blocks: [...blocks] })
          setAdding(null)
        }}
        onClose={() => setAdding(null)}
        onAdd={(b) => {
          put({ blocks: [...draft.blocks, b] })
          setAdding(null)
          setPicked(b.id)
        }}
      />
      <DaySheet
        day={sheet}
        plan={week}
        kind={draft.terms.kind ?? 'ordinary'}
        view={view}
        onClose={() => setSheet(null)}
      />
      <Modal
        opened={open !== null}
        onClose={() => setOpen(null)}
        title={open && TITLES[open]}
        size={open ? WIDTHS[open] : 'md'}
      >
        {open === 'frame' && (
          <FrameForm
            frame={draft.frame}
            usual={withCompetitions(view.frame, weekStart, athlete.events)}
            onDone={(frame) => {
              if (frame) put({ frame })
              setOpen(null)
            }}
          />
        )}
        {open === 'schools' && problem && (
          <Schools
            problem={problem}
            week={week}
            onTake={(settings, blocks) => {
              put({ terms: { ...draft.terms, settings }, ...(blocks && { blocks: [...blocks] }) })
              setOpen(null)
            }}
          />
        )}
        {open === 'templates' && (
          <Templates
            problem={problem}
            week={week}
            onUse={(plan, terms) => {
              put({
                frame: plan.frame.map((d, i) =>
                  addDays(weekStart, i) < me.today ? draft.frame[i]! : d,
                ),
                blocks: [
                  ...draft.blocks.filter((b) => done.has(b.id)),
                  ...plan.blocks.filter(
                    (b) =>
                      addDays(weekStart, b.day) >= me.today &&
                      !draft.blocks.some(
                        (x) => done.has(x.id) && x.day === b.day && x.exerciseId === b.exerciseId,
                      ),
                  ),
                ],
                terms: { ...draft.terms, ...terms },
              })
              setOpen(null)
              setPicked(null)
            }}
          />
        )}
        {open === 'versions' && saved && (
          <Versions
            newest={saved}
            onBack={(v) => {
              put({ frame: v.frame, blocks: v.blocks, terms: v.terms })
              setOpen(null)
            }}
          />
        )}
        {open === 'save' && (
          <SaveWeek
            body={{ id: v7(), weekStart, ...draft, reason: '' }}
            breaches={breaches}
            newest={saved ?? null}
            onMerge={(blocks, basedOn) => {
              drafts.put(key, { ...draft, blocks, basedOn }, draft)
              setOpen(null)
            }}
            onDone={() => {
              drafts.drop(key)
              setOpen(null)
              notifications.show({
                message: 'Saved as a version of its own. The floor runs it from now on.',
              })
            }}
          />
        )}
      </Modal>
    </main>
  )
}
