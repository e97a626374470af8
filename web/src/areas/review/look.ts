import type { ChangeWord } from '@mano/core/review/changes'
import type { IconName } from '../../drawn/Icon'

/** How each word of a change looks as a chip. */
export const CHANGE_LOOK: Readonly<
  Record<ChangeWord, { icon: IconName; tone: 'outline' | 'solid' | 'soft' | 'dash' }>
> = {
  gain: { icon: 'up', tone: 'outline' },
  loss: { icon: 'down', tone: 'solid' },
  flat: { icon: 'waves', tone: 'soft' },
  unclear: { icon: 'question', tone: 'dash' },
  'too-few': { icon: 'clock', tone: 'dash' },
}
