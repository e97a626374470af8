import { implementById, type Contact } from '@mano/core/catalogue/implements'
import { protocolById } from '@mano/core/catalogue/protocols'
import type { Page } from '@mano/core/reference/pages'
import { Grip, Thing } from '../../hands/Grip'

/** Exercises done with a grip that has a figure of its own. */
const OWN_FIGURE: Readonly<Record<string, string>> = { hook_hold: 'hook' }
/** Things that stand for a calculator. */
const CALCULATOR: Readonly<Record<string, Contact>> = {
  plates: 'plate',
  percent: 'plate',
  lever: 'lever',
  roller: 'rope',
  spring: 'spring',
  handle: 'bar',
  thick: 'bar',
}

/** The figure of a page: a grip, or a thing by what the hand touches. */
export function Figure({ page, size }: { page: Page; size: number }) {
  const own = OWN_FIGURE[page.id] ?? (page.kind === 'implement' ? undefined : page.qualities[0])
  if (own) return <Grip id={own} size={size} />
  const kind =
    page.kind === 'implement'
      ? page.id
      : page.kind === 'protocol'
        ? protocolById(page.id)?.implements[0]
        : undefined
  const contact = kind ? implementById(kind)?.contact : CALCULATOR[page.id]
  return contact && page.kind !== 'term' ? <Thing contact={contact} size={size} /> : null
}
