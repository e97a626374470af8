import type { ReactNode } from 'react'
import type { Right } from '@mano/contract/roles'
import { may, useMe } from './data'

/** What only somebody with a right is shown; who looks on sees `else`. */
export function For({
  right,
  else: otherwise = null,
  children,
}: {
  right: Right
  else?: ReactNode
  children: ReactNode
}) {
  const me = useMe().data
  return me === undefined ? null : may(me, right) ? children : otherwise
}
