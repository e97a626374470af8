import { Anchor, Input } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { KitAdvice, PlaceView } from '@mano/contract/kit'
import { whereIs } from '@mano/core/catalogue/places'
import { formatBoth } from '@mano/core/units/inch'
import { api, failureText } from '../../base/api'
import { keys } from '../../base/data'
import { useUndoable } from '../../base/undo'
import { useUnits } from '../../base/units'
import type { Mm } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'

/**
 * What would help the squad most, one after the other, with whom it serves and what is free
 * instead.
 */
export function Advice({ place, coach }: { place: PlaceView; coach: boolean }) {
  const units = useUnits()
  const advice = useQuery({
    queryKey: keys.advice(place.id),
    queryFn: () => api.get<KitAdvice>(`/api/places/${place.id}/advice`),
  })
  return (
    <div className="block advice">
      <h2 className="h3">What would help most {whereIs(place.kind)}</h2>
      {advice.error && (
        <p className="said" role="alert">
          {failureText(advice.error)}{' '}
          <Anchor
            component="button"
            type="button"
            className="lnk"
            onClick={() => void advice.refetch()}
          >
            Try again
          </Anchor>
        </p>
      )}
      {advice.isPending && (
        <p className="note" role="status">
          Working it out for every athlete …
        </p>
      )}
      {advice.data && advice.data.buy.length === 0 && (
        <p className="note">
          {advice.data.athletes === 0
            ? 'No athlete with a sport yet.'
            : 'Nothing would raise the coverage of the squad.'}
        </p>
      )}
      <ol className="answers">
        {(advice.data?.buy ?? []).map((b) => (
          <li key={`${b.kind} ${b.sizeMm}`}>
            <b>
              {b.name}
              {b.sizeMm === null ? '' : `, ${formatBoth(b.sizeMm, units.length)}`}
            </b>
            <p>
              Adds {b.adds.toFixed(1)} of 100 to the squad's coverage;
              {` serves ${b.serves.length} of ${must(advice.data).athletes}`}
              {b.serves.length > 0 ? `: ${b.serves.join(', ')}` : ''}.
            </p>
            <p>
              {b.free
                ? `Free instead: ${b.free.name}, keeps ` +
                  `${Math.round(b.free.keepsPct)}\u00A0% of that.`
                : 'Nothing free comes near.'}
            </p>
            {coach ? (
              <Price kind={b.kind} sizeMm={b.sizeMm} price={b.price} placeId={place.id} />
            ) : (
              b.price && <p>Price: {b.price}</p>
            )}
          </li>
        ))}
      </ol>
      <p className="note">
        Coverage is the best match of each demand by its weight, mean over athletes; each is counted
        on top of those before it.
      </p>
    </div>
  )
}

function Price({
  kind,
  sizeMm,
  price,
  placeId,
}: {
  kind: string
  sizeMm: Mm | null
  price: string
  placeId: string
}) {
  const [text, setText] = useState(price)
  const post = (p: string) => api.post('/api/prices', { id: v7(), kind, sizeMm, price: p })
  const write = useUndoable(post, [keys.advice(placeId)], {
    did: (p) => (p === '' ? 'Price taken out.' : `Price ${p} saved.`),
    undo: async () => {
      await post(price)
      setText(price)
    },
  })
  return (
    <label className="price">
      Price{' '}
      <Input
        aria-label={`Price of ${kind}`}
        maxLength={40}
        placeholder="your own"
        value={text}
        onChange={(e) => setText(e.currentTarget.value)}
        onBlur={() => text !== price && write.mutate(text)}
      />
    </label>
  )
}
