import { Button } from '@mantine/core'
import { v7 } from 'uuid'
import type { PlanView } from '@mano/contract/plan'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { wishesOf, type Wish } from '@mano/core/catalogue/tiers'
import { habitsOf } from '@mano/core/plan/habits'
import { api } from '../../base/api'
import { useWrite } from '../../base/data'
import { useUndoable } from '../../base/undo'
import { WishPick } from '../../base/WishPick'
import { useAthletePage } from '../athlete/AthletePage'
import { planKey } from './usePlan'
import { must } from '@mano/core/units/must'

interface Said {
  exerciseId: string
  wish: Wish | null
  /** What stood before, for Undo. */
  was: Wish | null
}
const DID = { favourite: 'a favourite', avoid: 'avoided', none: 'neither' } as const

const post = (athleteId: string, exerciseId: string, wish: Wish | null) =>
  api.post('/api/exercise-wishes', { id: v7(), athleteId, exerciseId, wish })

/** What the coach would rather have of an exercise, for this athlete. */
function useWish() {
  const { athlete } = useAthletePage()
  return useUndoable((b: Said) => post(athlete.id, b.exerciseId, b.wish), [planKey(athlete.id)], {
    did: (b) =>
      `${must(exerciseById(b.exerciseId)).name} for ${athlete.name}: ${DID[b.wish ?? 'none']}.`,
    undo: (b) => post(athlete.id, b.exerciseId, b.was),
  })
}
const standing = (view: PlanView, exerciseId: string) =>
  view.wishes.find((w) => w.exerciseId === exerciseId) ?? { wish: null, hall: false }

/** Favourite, avoided or neither, beside one exercise of the week. */
export function WishFor({ exerciseId, view }: { exerciseId: string; view: PlanView }) {
  const { athlete } = useAthletePage()
  const say = useWish()
  const { wish: now, hall } = standing(view, exerciseId)
  return (
    <div className="wish">
      <span id={`wish-${exerciseId}`}>
        In later weeks of {athlete.name}
        {hall && ', as for all of the hall'}
      </span>
      <WishPick
        aria-labelledby={`wish-${exerciseId}`}
        fullWidth
        disabled={say.isPending}
        wish={now}
        onWish={(wish) => say.mutate({ exerciseId, wish, was: now })}
      />
    </div>
  )
}

/**
 * What the coach did by hand again and again, offered as their wish; nothing is taken by
 * itself.
 */
export function Habits({ view }: { view: PlanView }) {
  const { athlete } = useAthletePage()
  const say = useWish()
  const decline = useWrite(
    (exerciseId: string) => post(athlete.id, exerciseId, null),
    [planKey(athlete.id)],
  )
  const asked = Object.fromEntries(view.wishes.map((w) => [w.exerciseId, w.on]))
  const habits = habitsOf(view.versions, wishesOf(view.wishes), asked)
  if (habits.length === 0) return null
  return (
    <section className="block" aria-label="Your own way">
      <h2 className="h3">Your own way</h2>
      <ul className="habits">
        {habits.map((h) => (
          <li key={`${h.wish} ${h.exerciseId}`}>
            <b>{exerciseById(h.exerciseId)?.name}</b>:
            {h.wish === 'avoid' ? ' taken out ' : ' added '}
            by hand in {h.weeks} of the last {h.of} weeks.
            <div className="row">
              <Button
                size="compact-sm"
                variant="default"
                onClick={() => say.mutate({ exerciseId: h.exerciseId, wish: h.wish, was: null })}
              >
                {h.wish === 'avoid' ? 'Avoid it' : 'Make it a favourite'}
              </Button>
              <Button
                size="compact-sm"
                variant="subtle"
                onClick={() => decline.mutate(h.exerciseId)}
              >
                No, ask later
              </Button>
            </div>
          </li>
        ))}
      </ul>
    </section>
  )
}
