import type { ReactNode } from 'react'
import { Link } from 'react-router'
import type { PageKind } from '@mano/core/reference/pages'

/** A word of the trade on a screen: one step to its page of the reference. */
export const Term = ({
  kind,
  id,
  children,
}: {
  kind: PageKind
  id: string
  children: ReactNode
}) => (
  <Link className="term" to={`/reference/${kind}/${id}`}>
    {children}
  </Link>
)
