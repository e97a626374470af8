import type { Contact } from '@mano/core/catalogue/implements'
import figures from './figures.json'

/**
 * Own line figures, 96 by 96: a hand and its object from one side; things by what the hand
 * touches.
 */
const GRIPS: Readonly<Record<string, string>> = figures.grips
const THINGS: Readonly<Record<Contact, string>> = figures.things

interface Props {
  size?: number
  /** Said beside it already: hidden from readers. */
  label?: string
}
const Figure = ({ d, size = 56, label }: Props & { d: string }) => (
  <svg
    className="figure"
    width={size}
    height={size}
    viewBox="0 0 96 96"
    fill="none"
    stroke="currentColor"
    strokeWidth={size >= 56 ? 3.6 : 4.4}
    strokeLinecap="round"
    strokeLinejoin="round"
    role={label ? 'img' : undefined}
    aria-label={label}
    aria-hidden={label ? undefined : true}
  >
    <path d={d} />
  </svg>
)

/** A hand in a grip; nothing where there is no figure of it. */
export const Grip = ({ id, ...rest }: Props & { id: string }) =>
  GRIPS[id] ? <Figure d={GRIPS[id]} {...rest} /> : null

/** A thing by what the hand touches. */
export const Thing = ({ contact, ...rest }: Props & { contact: Contact }) => (
  <Figure d={THINGS[contact]} {...rest} />
)
