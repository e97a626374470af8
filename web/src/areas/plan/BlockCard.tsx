import { UnstyledButton } from '@mantine/core'
import { exerciseById } from '@mano/core/catalogue/exercises'
import type { Breach } from '@mano/core/plan/rule'
import { blockMinutes } from '@mano/core/plan/time'
import type { Block } from '@mano/core/plan/types'
import { Icon } from '../../drawn/Icon'
import { must } from '@mano/core/units/must'

/** Sets by dose, as coaches write it: `4 × 20 s`. */
export function doseWords(block: Pick<Block, 'exerciseId' | 'sets' | 'dose' | 'extra'>): string {
  const unit = exerciseById(block.exerciseId)?.dose.unit ?? 's'
  return `${block.sets} × ${block.dose}\u00A0${unit}${block.extra ? `, ${block.extra} +1` : ''}`
}

/** A block on the board; the edges show which hands work. */
export function BlockCard({
  block,
  picked,
  done = false,
  breaches,
  onPick,
}: {
  block: Block
  picked: boolean
  done?: boolean
  breaches: readonly Breach[]
  onPick: () => void
}) {
  const e = exerciseById(block.exerciseId)
  if (!e) return null
  const left = block.hands.some((h) => h !== 'right')
  const right = block.hands.some((h) => h !== 'left')
  return (
    <UnstyledButton
      className={
        `card ${picked ? 'picked' : ''} ${left ? 'cl' : ''} ${right ? 'cr' : ''} ` +
        `${breaches.length > 0 ? must(breaches[0]).kind : ''}`
      }
      aria-pressed={picked}
      onClick={onPick}
    >
      <span className="n">
        {doseWords(block)}
        <em>
          {done && (
            <>
              <Icon name="check" />
              <span className="vh">Done, </span>
            </>
          )}
          {block.pinned && (
            <>
              <Icon name="pin" />
              <span className="vh">Pinned, </span>
            </>
          )}
          {Math.ceil(blockMinutes(block))} min
        </em>
      </span>
      <b>{e.name}</b>
      {block.lead && <small className="lead">Main exercise</small>}
      {breaches.length > 0 && (
        <small>
          <Icon name={must(breaches[0]).kind === 'safety' ? 'stop' : 'warn'} />
          {must(breaches[0]).says}
        </small>
      )}
    </UnstyledButton>
  )
}
