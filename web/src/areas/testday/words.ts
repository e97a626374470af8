import type { Hand } from '@mano/core/testing/session'

export const HAND_WORD: Readonly<Record<Hand, string>> = {
  left: 'Left',
  right: 'Right',
  both: 'Both hands',
}
