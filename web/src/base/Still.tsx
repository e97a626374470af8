import { memo, type ReactNode } from 'react'

/**
 * A part of a form that is drawn anew only when something of what it shows changes, so that a key
 * in one field does not draw all others. `of`: all that the children show, as many each time.
 */
export const Still = memo(
  ({ children }: { of: readonly unknown[]; children: ReactNode }) => children,
  (was, is) => was.of.every((x, i) => Object.is(x, is.of[i])),
)
Still.displayName = 'Still'
