import { Button } from '@mantine/core'
import { Select } from '../../base/Select'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { HallWishView } from '@mano/contract/exercises'
import { exerciseName, EXERCISES } from '@mano/core/catalogue/exercises'
import type { Wish } from '@mano/core/catalogue/tiers'
import { formatDate } from '@mano/core/units/dates'
import { api, failureText } from '../../base/api'
import { useMe } from '../../base/data'
import { Term } from '../../base/Term'
import { useUndoable } from '../../base/undo'
import { WishPick } from '../../base/WishPick'
import { Folded } from './Folded'

const KEY = ['exercise-wishes'] as const
const DID = { favourite: 'a favourite of the hall', avoid: 'avoided in the hall' } as const

/** What the coaches would rather have of everybody. */
export const HallWishes = () => (
  <Folded id="wishes-head" name="Favourites of the hall">
    <Wishes />
  </Folded>
)

interface Said {
  exerciseId: string
  wish: Wish | null
  was: Wish | null
}
const post = (exerciseId: string, wish: Wish | null) =>
  api.post('/api/exercise-wishes', { id: v7(), athleteId: null, exerciseId, wish })

function Wishes() {
  const today = useMe().data?.today ?? ''
  const read = useQuery({
    queryKey: KEY,
    queryFn: () => api.get<HallWishView[]>('/api/exercise-wishes'),
  })
  const say = useUndoable((b: Said) => post(b.exerciseId, b.wish), [KEY, ['plan']], {
    did: (b) => `${exerciseName(b.exerciseId)}: ${b.wish ? DID[b.wish] : 'neither'}.`,
    undo: (b) => post(b.exerciseId, b.was),
  })
  if (read.error) return <p role="alert">{failureText(read.error)}</p>
  if (!read.data) return null
  const list = [...read.data].sort((a, b) =>
    exerciseName(a.exerciseId).localeCompare(exerciseName(b.exerciseId)),
  )
  return (
    <>
      <p className="note">
        In everybody’s weeks a favourite stands before its equals, and what is avoided counts as
        rated a step lower. What is said for one athlete on their plan goes before it.
      </p>
      <Adds
        there={list.map((w) => w.exerciseId)}
        add={(exerciseId, wish) => say.mutate({ exerciseId, wish, was: null })}
        busy={say.isPending}
      />
      <ul className="tiers">
        {list.map((w) => (
          <li key={w.exerciseId}>
            <span>
              <Term kind="exercise" id={w.exerciseId}>
                {exerciseName(w.exerciseId)}
              </Term>
              <small>
                {w.by}, {formatDate(w.on, today)}
              </small>
            </span>
            <WishPick
              aria-label={`${exerciseName(w.exerciseId)} in the hall`}
              size="sm"
              disabled={say.isPending}
              wish={w.wish}
              onWish={(wish) => say.mutate({ exerciseId: w.exerciseId, wish, was: w.wish })}
            />
          </li>
        ))}
      </ul>
      {say.error && <p role="alert">{failureText(say.error)}</p>}
    </>
  )
}

/** One more exercise, as a favourite or to be avoided. */
function Adds({
  there,
  add,
  busy,
}: {
  there: readonly string[]
  add: (exerciseId: string, wish: Wish) => void
  busy: boolean
}) {
  const [chosen, setChosen] = useState<string | null>(null)
  const [missing, setMissing] = useState(false)
  const put = (wish: Wish) => () => {
    setMissing(!chosen)
    if (!chosen) return
    add(chosen, wish)
    setChosen(null)
  }
  return (
    <div className="wish-add">
      <Select
        label="Exercise"
        searchable
        placeholder="Choose one"
        data={EXERCISES.filter((e) => !there.includes(e.id)).map((e) => ({
          value: e.id,
          label: e.name,
        }))}
        value={chosen}
        error={missing && !chosen && 'Choose an exercise first.'}
        onChange={setChosen}
      />
      <Button variant="default" disabled={busy} onClick={put('favourite')}>
        Make it a favourite
      </Button>
      <Button variant="default" disabled={busy} onClick={put('avoid')}>
        Avoid it
      </Button>
    </div>
  )
}
