import { counted } from '@mano/core/units/counted'
import { Button, Checkbox, Modal, UnstyledButton } from '@mantine/core'
import { Link, useSearchParams } from 'react-router'
import { notifications } from '@mantine/notifications'
import type { PlanView } from '@mano/contract/plan'
import type { WeekOfBlock, PlannedWeek } from '@mano/core/plan/block'
import { loadCap } from '@mano/core/plan/limits'
import { contextOf } from '@mano/core/plan/problem'
import { addDays, formatDate, weekStartOf } from '@mano/core/units/dates'
import { useCalm } from '../../base/calm'
import { failureText } from '../../base/api'
import { useAthletePage } from '../athlete/AthletePage'
import { BlockBoard } from './BlockBoard'
import { type BoardColumn } from './boardColumn'
import { BlockTissues } from './BlockTissues'
import { KeepWeeks } from './KeepWeeks'
import { useBlock, type BlockRun } from './useBlock'
import { useSources } from './useLoads'
import { Choice } from '../../base/Choice'
import { WeekHead } from './WeekHead'

/** Which of the planned weeks are to be saved: those without a version, or all. */
type Asked = 'new' | 'all' | null

/**
 * One to twelve weeks planned one after the other: deloads, tapers, weeks away, the load of each
 * against what growth allows; kept as versions of their weeks.
 */
export function BlockView({ view }: { view: PlanView }) {
  const { athlete, me } = useAthletePage()
  const sources = useSources(athlete, view, me.today)
  const block = useBlock(view)
  const [asking, setAsking] = useCalm<Asked>(null)
  const columns = useColumns(block)
  const { planned, state } = block
  return (
    <main className="plan block-view">
      <BlockBar block={block} onSave={setAsking} paper={hasLater(view, block.start)} />
      <SaveWeeks block={block} asking={asking} onClose={() => setAsking(null)} />
      <p className="said" role="alert">
        {state === 'failed' ? 'The block could not be planned in this browser.' : ''}
      </p>
      <p className="moved" role="status">
        {state === 'planning'
          ? `Planning week ${planned.length + 1} of ${block.terms.weeks} …`
          : state === 'done'
            ? `${plannedWords(planned)} Only weeks with a version number are saved.`
            : athlete.demand
              ? 'Days are the usual week; say which weeks are lighter, away or with tests, ' +
                'then plan.'
              : 'Choose a sport first.'}
      </p>
      <BlockBoard columns={columns} sources={sources} />
      {planned.length > 0 && <BlockTissues planned={planned} today={me.today} />}
      <p className="note">
        Each week grows from the last ordinary one by 12 % at the most; a deload takes 60 % of it,
        the nine days before an event count half. Practice estimates, no source. Events and the
        usual week are kept in <Link to={`/athletes/${athlete.id}/intake`}>intake</Link>. Planned
        again, the block begins with next week and grows from what was really done.
      </p>
    </main>
  )
}

const hasLater = (view: PlanView, start: string) => view.versions.some((v) => v.weekStart >= start)

/** This week as it stands, then the weeks of the block. */
function useColumns(block: BlockRun): BoardColumn[] {
  const { me } = useAthletePage()
  const [, setParams] = useSearchParams()
  const now = weekStartOf(me.today)
  const current = block.there(now)
  const here: BoardColumn[] = current
    ? [
        {
          weekStart: now,
          kind: current.terms.kind ?? 'ordinary',
          frame: current.frame,
          blocks: current.blocks,
          filled: true,
          most: null,
          now: true,
          head: <Current name={formatDate(now, me.today)} open={() => setParams({ week: now })} />,
        },
      ]
    : []
  return [
    ...here,
    ...block.outline.map((w, i): BoardColumn => {
      const p = block.planned[i]
      const saved = block.there(w.weekStart)
      return {
        weekStart: w.weekStart,
        kind: w.kind,
        frame: w.frame,
        blocks: p?.plan.blocks ?? saved?.blocks ?? [],
        filled: p !== undefined || saved !== undefined,
        most: p ? (loadCap(p.weekStart, contextOf(p.problem))?.most ?? null) : null,
        now: false,
        head: <Head block={block} week={w} i={i} />,
      }
    }),
  ]
}

/** The head of one week of the block: its kind and its tests can be said. */
function Head({ block, week, i }: { block: BlockRun; week: WeekOfBlock; i: number }) {
  const { athlete, me } = useAthletePage()
  const [, setParams] = useSearchParams()
  const { kinds, tested } = block.terms
  const isTested = tested.includes(i)
  return (
    <WeekHead
      week={week}
      planned={block.planned[i]}
      version={block.there(week.weekStart)?.number ?? null}
      events={athlete.events.filter(
        (e) => e.on >= week.weekStart && e.on < addDays(week.weekStart, 7),
      )}
      today={me.today}
      tests={isTested}
      onOpen={() => setParams({ week: week.weekStart })}
      onKind={(k) => block.change({ kinds: { ...kinds, [i]: k } })}
      onTests={() =>
        block.change({ tested: isTested ? tested.filter((x) => x !== i) : [...tested, i] })
      }
    />
  )
}

const Current = ({ name, open }: { name: string; open: () => void }) => (
  <>
    <UnstyledButton className="lnk" onClick={open}>
      {name}
    </UnstyledButton>
    <small>this week</small>
  </>
)

function BlockBar({
  block,
  onSave,
  paper,
}: {
  block: BlockRun
  onSave: (asked: Asked) => void
  paper: boolean
}) {
  const { me } = useAthletePage()
  const { weeks, deload } = block.terms
  return (
    <div className="plan-bar">
      <h2>Block from {formatDate(block.start, me.today)}</h2>
      <Choice
        label="Weeks"
        value={weeks}
        onChange={(v) => block.change({ weeks: v })}
        data={Array.from({ length: 12 }, (_, i) => ({ value: i + 1, label: `${i + 1}` }))}
      />
      <label>
        <Checkbox
          checked={deload}
          onChange={(e) => block.change({ deload: e.currentTarget.checked })}
        />{' '}
        Every fourth lighter
      </label>
      <BlockActs block={block} onSave={onSave} paper={paper} />
    </div>
  )
}

function BlockActs({
  block,
  onSave,
  paper,
}: {
  block: BlockRun
  onSave: (asked: Asked) => void
  paper: boolean
}) {
  const { athlete } = useAthletePage()
  const [, setParams] = useSearchParams()
  const { state, planned, taken, keep } = block
  const untaken = planned.length - taken
  return (
    <span className="plan-act">
      <Button variant="default" onClick={() => setParams({})}>
        Week board
      </Button>
      {paper && (
        <Button
          component={Link}
          variant="default"
          to={`/paper/${athlete.id}?view=block&week=${block.start}`}
        >
          On paper
        </Button>
      )}
      {state === 'planning' ? (
        <Button variant="default" onClick={block.halt}>
          Stop
        </Button>
      ) : (
        <Button
          variant={state === 'done' ? 'default' : 'filled'}
          disabled={!block.problem}
          onClick={block.plan}
        >
          Plan the block
        </Button>
      )}
      {state === 'done' && untaken > 0 && (
        <Button disabled={keep.isPending} onClick={() => onSave('new')}>
          Save {untaken} week{untaken === 1 ? '' : 's'}
        </Button>
      )}
      {state === 'done' && taken > 0 && (
        <Button variant="default" disabled={keep.isPending} onClick={() => onSave('all')}>
          Save all, over {taken} planned
        </Button>
      )}
    </span>
  )
}

function SaveWeeks({
  block,
  asking,
  onClose,
}: {
  block: BlockRun
  asking: Asked
  onClose: () => void
}) {
  const { me } = useAthletePage()
  const { planned, there, keep } = block
  return (
    <Modal opened={asking !== null} onClose={onClose} title="Save these weeks" size="lg">
      {asking !== null && (
        <KeepWeeks
          planned={planned.filter((w) => asking === 'all' || !there(w.weekStart))}
          there={there}
          today={me.today}
          busy={keep.isPending}
          problem={keep.error ? `${failureText(keep.error)} The weeks before it are kept.` : ''}
          onKeep={(kept, reason) =>
            keep.mutate(
              { kept, reason },
              {
                onSuccess: (n) => {
                  onClose()
                  notifications.show({
                    message: `${counted(n, 'week')} kept as versions`,
                  })
                },
              },
            )
          }
        />
      )}
    </Modal>
  )
}

/** How far the weeks are from the best possible ones, once for all of them. */
function plannedWords(planned: readonly PlannedWeek[]): string {
  const gaps = planned.flatMap((w) => w.gap ?? [])
  const within = `within ${(100 * Math.max(...gaps)).toFixed(1)}\u00A0% of the best possible week`
  const drafts = planned.length - gaps.length
  const n = `${counted(planned.length, 'week')} planned`
  if (gaps.length === 0) return `${n}, as drafts.`
  return drafts === 0 ? `${n}, each ${within}.` : `${n}, ${drafts} as drafts, the rest ${within}.`
}
