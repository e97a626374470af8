import type { ReactNode } from 'react'
import type { Hand } from '@mano/core/catalogue/person'
import { Icon, type IconName } from './Icon'

/** L or R in the colour of its hand. */
export const HandLetter = ({ hand, big = false }: { hand: Hand; big?: boolean }) => (
  <span
    className={`${big ? 'hb' : 'hl'} ${hand === 'left' ? 'l' : hand === 'right' ? 'r' : 'both'}`}
    aria-hidden="true"
  >
    {hand === 'left' ? 'L' : hand === 'right' ? 'R' : 'LR'}
  </span>
)

/**
 * Status as ink, an icon and a word: solid = act, outline = due or good, soft = within error,
 * dashed = stale or void.
 */
export const Chip = ({
  icon,
  tone = 'outline',
  children,
}: {
  icon: IconName
  tone?: 'solid' | 'outline' | 'soft' | 'dash' | 'plain' | 'alarm'
  children: ReactNode
}) => (
  <span className={`chip ${tone === 'outline' ? '' : tone}`}>
    <Icon name={icon} />
    {children}
  </span>
)
