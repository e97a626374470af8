import { NOT_A_DIAGNOSIS } from '@mano/core/catalogue/cautions'
import type { Block } from '@mano/core/plan/types'
import { speaksOf } from '@mano/core/review/conclusion'
import type { PlannerReply } from '../../workers/plannerMessages'
import type { Unanswered } from './usePlanner'
import { BlockPanel } from './BlockPanel'
import { Coverage } from './Coverage'
import { FromReview } from './FromReview'
import { OutThisWeek } from './OutThisWeek'
import { Habits, WishFor } from './OwnWay'
import { PassedOver } from './PassedOver'
import { Speaking } from './Speaking'
import type { OnBoard } from './useWeek'
import { WeekTermsPanel } from './WeekTermsPanel'
import { add, ban, move, remove } from './weekActs'

export type Looked = Extract<PlannerReply, { kind: 'passed' }> | Unanswered | undefined

/** Beside the board: the exercise that is picked, or what is to be said of the week. */
export function WeekSide({ w, looked }: { w: OnBoard; looked: Looked }) {
  const block = w.draft.blocks.find((b) => b.id === w.picked)
  return (
    <aside>
      {block ? <Picked w={w} block={block} /> : <OfWeek w={w} looked={looked} />}
      <div className="block">
        <p className="note">
          {NOT_A_DIAGNOSIS} Drag an exercise to another day, or press Shift and an arrow key on it.
        </p>
      </div>
    </aside>
  )
}

const Picked = ({ w, block }: { w: OnBoard; block: Block }) => (
  <BlockPanel
    key={block.id}
    block={block}
    plan={w.week}
    problem={w.problem}
    context={w.context}
    breaches={w.breaches.filter((b) => b.blockIds.includes(block.id))}
    editable={w.coach && !w.done.has(block.id)}
    onChange={(more) => w.change(block.id, more)}
    onMove={(day) => move(w, block, day)}
    onReplace={(b) =>
      w.change(block.id, { ...b, id: block.id, pinned: undefined, fixed: undefined })
    }
    onRemove={() => remove(w, block)}
    onBan={() => ban(w, block)}
    wish={w.coach && <WishFor exerciseId={block.exerciseId} view={w.view} />}
  />
)

function OfWeek({ w, looked }: { w: OnBoard; looked: Looked }) {
  const { draft, problem, conclusion } = w
  return (
    <>
      <Speaking breaches={w.breaches} blocks={draft.blocks} onPick={w.setPicked} />
      {conclusion && speaksOf(conclusion, w.weekStart) && <FromReview conclusion={conclusion} />}
      <WeekTermsPanel
        terms={draft.terms}
        editable={w.coach}
        onChange={(terms) => w.put({ terms })}
      />
      <OutThisWeek
        bans={draft.terms.bans}
        editable={w.coach}
        onChange={(bans) => w.put({ terms: { ...draft.terms, bans } })}
      />
      {w.coach && <Habits view={w.view} />}
      {problem && !w.empty && <Coverage problem={problem} blocks={draft.blocks} />}
      {problem && !w.empty && looked?.kind !== 'failed' && (
        <PassedOver rows={looked?.rows} onAdd={(b) => add(w, b)} />
      )}
    </>
  )
}
