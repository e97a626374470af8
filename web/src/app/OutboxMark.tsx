import { counted } from '@mano/core/units/counted'
import { useEffect } from 'react'
import { Link } from 'react-router'
import { Icon } from '../drawn/Icon'
import { flush, useOutbox } from '../base/outbox'

/**
 * In the frame of every page: what waits on this device, and what was refused. Nothing where there
 * is neither.
 */
export function OutboxMark() {
  const waiting = useOutbox((s) => s.waiting.length)
  const stuck = useOutbox((s) => s.stuck.length)
  const offline = useOutbox((s) => s.offline)
  useEffect(() => void flush(), [])
  if (waiting + stuck === 0) return null
  const says = [waiting > 0 && counted(waiting, 'waits', 'wait'), stuck > 0 && `${stuck} refused`]
    .filter((x) => x !== false)
    .join(', ')
  return (
    <Link
      className={`outbox-mark ${stuck > 0 ? 'bad' : ''}`}
      to="/waiting"
      aria-label={says}
      title={offline ? 'The server does not answer: it is sent when it is back.' : 'Not sent yet'}
    >
      <Icon name={stuck > 0 ? 'stop' : 'clock'} />
      <span>{says}</span>
    </Link>
  )
}
