import type { Hand } from '@mano/core/catalogue/person'

export const HAND_WORD: Readonly<Record<Hand, string>> = {
  left: 'Left',
  right: 'Right',
  both: 'Both hands',
}
