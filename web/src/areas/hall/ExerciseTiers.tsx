import { Anchor, SegmentedControl } from '@mantine/core'
import { Select } from '../../base/Select'
import { useState } from 'react'
import { useQuery } from '@tanstack/react-query'
import { v7 } from 'uuid'
import type { TierView } from '@mano/contract/exercises'
import { exerciseById, exerciseName, EXERCISES } from '@mano/core/catalogue/exercises'
import { qualityById, type QualityId } from '@mano/core/catalogue/qualities'
import { SPORTS, sportById } from '@mano/core/catalogue/sports'
import { ratingsOf, tierRank, TIERS, type Rating, type Tier } from '@mano/core/catalogue/tiers'
import { formatDate } from '@mano/core/units/dates'
import { api, failureText } from '../../base/api'
import { useMe } from '../../base/data'
import { Term } from '../../base/Term'
import { useUndoable } from '../../base/undo'
import { Folded } from './Folded'
import { must } from '@mano/core/units/must'
import { rowOf } from '@mano/core/units/row'

const KEY = ['exercise-tiers'] as const
const nameOf = (tier: Tier): string => must(TIERS.find((t) => t.id === tier)).name

/** How the hall rates the exercises of a sport; where it says nothing, Mano’s rating stands. */
export const ExerciseTiers = () => (
  <Folded id="tiers-head" name="Exercises of a sport">
    <Sports />
  </Folded>
)

function Sports() {
  const [sportId, setSport] = useState(must(SPORTS[0]).id)
  const [quality, setQuality] = useState<QualityId | null>(null)
  const own = useQuery({ queryKey: KEY, queryFn: () => api.get<TierView[]>('/api/exercise-tiers') })
  const rows = must(sportById(sportId))
    .demands.filter((r) => r.importance > 0)
    .sort((a, b) => b.importance - a.importance)
  const chosen = rows.find((r) => r.quality === quality)?.quality ?? must(rows[0]).quality
  return (
    <>
      <p className="note">
        A staple is what nearly every coach of the sport puts first; a rare one is not planned by
        itself. Your own rating takes its place in every plan of the hall; Mano’s stays beside it.
      </p>
      <div className="tiers-of">
        <Select
          label="Sport"
          searchable
          allowDeselect={false}
          data={SPORTS.map((s) => ({ value: s.id, label: s.name }))}
          value={sportId}
          onChange={(v) => {
            if (v) setSport(v)
            setQuality(null)
          }}
        />
        <Select
          label="Quality"
          allowDeselect={false}
          data={rows.map((r) => ({
            value: r.quality,
            label: `${qualityById(r.quality).name}, ${r.importance} of 5`,
          }))}
          value={chosen}
          onChange={(v) => v && setQuality(v)}
        />
      </div>
      {own.error ? (
        <p role="alert">{failureText(own.error)}</p>
      ) : (
        own.data && <Rated sportId={sportId} quality={chosen} own={own.data} />
      )}
    </>
  )
}

interface Said {
  exerciseId: string
  tier: Tier | null
  was: Tier | null
}

function Rated({
  sportId,
  quality,
  own,
}: {
  sportId: string
  quality: QualityId
  own: readonly TierView[]
}) {
  const today = useMe().data?.today ?? ''
  const post = (exerciseId: string, tier: Tier | null) =>
    api.post('/api/exercise-tiers', { id: v7(), sportId, quality, exerciseId, tier })
  const say = useUndoable((b: Said) => post(b.exerciseId, b.tier), [KEY, ['plan']], {
    did: (b) =>
      `${must(exerciseById(b.exerciseId)).name}: ` +
      `${b.tier ? nameOf(b.tier).toLowerCase() : 'as Mano rates it'}.`,
    undo: (b) => post(b.exerciseId, b.was),
  })
  const shipped = ratingsOf([sportId]).filter((r) => r.quality === quality)
  const ours = own.filter((t) => t.sportId === sportId && t.quality === quality)
  const ratingOf = (id: string): Rating | undefined => shipped.find((r) => r.exerciseId === id)
  const unrated = EXERCISES.filter((e) => e.primary === quality && !ratingOf(e.id))
  const ids = [
    ...[...shipped]
      .sort((a, b) => tierRank(a.tier) - tierRank(b.tier) || a.rank - b.rank)
      .map((r) => r.exerciseId),
    ...unrated.map((e) => e.id),
  ]
  return (
    <ul className="tiers">
      {ids.map((id) => {
        const mine = ours.find((t) => t.exerciseId === id)
        const mano = ratingOf(id)?.tier ?? null
        return (
          <li key={id}>
            <span>
              <Term kind="exercise" id={id}>
                {exerciseName(id)}
              </Term>
              {mine && (
                <small>
                  Mano: {mano ? nameOf(mano).toLowerCase() : 'not rated'}. {mine.by},{' '}
                  {formatDate(mine.on, today)}.{' '}
                  <Anchor
                    component="button"
                    type="button"
                    className="lnk"
                    onClick={() => say.mutate({ exerciseId: id, tier: null, was: mine.tier })}
                  >
                    As Mano rates it
                  </Anchor>
                </small>
              )}
            </span>
            <SegmentedControl
              aria-label={`Rating of ${exerciseName(id)}`}
              size="sm"
              disabled={say.isPending}
              value={mine?.tier ?? mano ?? ''}
              data={TIERS.map((t) => ({ value: t.id, label: t.name }))}
              onChange={(v) =>
                say.mutate({
                  exerciseId: id,
                  tier: v === mano ? null : rowOf(TIERS, v).id,
                  was: mine?.tier ?? null,
                })
              }
            />
          </li>
        )
      })}
    </ul>
  )
}
