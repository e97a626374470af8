import { exerciseById } from '@mano/core/catalogue/exercises'
import { implementById, type Contact } from '@mano/core/catalogue/implements'
import { protocolById } from '@mano/core/catalogue/protocols'
import type { Page } from '@mano/core/reference/pages'
import { must } from '@mano/core/units/must'

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
/** The thing a row is done with. */
const kindOf = (page: Page): string | undefined =>
  page.kind === 'implement'
    ? page.id
    : page.kind === 'protocol'
      ? protocolById(page.id)?.implements[0]
      : page.kind === 'exercise'
        ? exerciseById(page.id)?.kit.hall[0]?.[0]
        : undefined

/** Which figure a page has: a grip, or a thing by what the hand touches; null: none. */
export function figureOf(page: Page): { grip: string } | { thing: Contact } | null {
  const grip = OWN_FIGURE[page.id] ?? (page.kind === 'implement' ? undefined : page.qualities[0])
  if (grip) return { grip }
  if (page.kind === 'calculator')
    return CALCULATOR[page.id] ? { thing: must(CALCULATOR[page.id]) } : null
  const kind = kindOf(page)
  if (kind === undefined) return null
  // What is done with the day's implement, or with none, is an open hand's work.
  return { thing: implementById(kind)?.contact ?? 'none' }
}
