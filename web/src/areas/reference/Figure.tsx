import type { Page } from '@mano/core/reference/pages'
import { Grip, Thing } from '../../drawn/Grip'
import { figureOf } from './figures'

/** The figure of a page. */
export function Figure({ page, size }: { page: Page; size: number }) {
  const f = figureOf(page)
  if (!f) return null
  return 'grip' in f ? <Grip id={f.grip} size={size} /> : <Thing contact={f.thing} size={size} />
}
