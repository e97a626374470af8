import type { Contact } from '@mano/core/catalogue/implements'
import { GRIPS } from './grips'

/** Things by what the hand touches, 96 by 96: own line figures. */
const THINGS: Readonly<Record<Contact, string>> = {
  bar: 'M10,40 86,40M10,56 86,56M10,40 A8,8 0 0 0 10,56M86,40 A8,8 0 0 1 86,56M26,40 26,56M32,40 32,56M64,40 64,56M70,40 70,56',
  block:
    'M34,26 62,26 62,72 34,72ZM34,26 44,16 72,16 62,26M72,16 72,62 62,72M48,72 48,88M42,88 54,88',
  edge: 'M14,20 14,80M14,34 62,34 62,48 14,48M62,34 74,28 74,42 62,48M62,34 62,34M26,62 26,62M38,48 38,74M32,74 44,74 44,84 32,84Z',
  cloth:
    'M30,10 C34,34 24,54 30,86M66,10 C62,34 72,54 66,86M30,86 C40,80 56,92 66,86M30,10 C42,16 54,4 66,10M48,14 C50,40 42,58 48,84',
  rope: 'M38,6 38,90M58,6 58,90M38,16 58,26M38,32 58,42M38,48 58,58M38,64 58,74M38,80 58,90',
  ball: 'M48,18 A30,30 0 1 1 47.9,18M48,10 48,18M24,60 C36,70 60,70 72,60M48,18 C36,30 36,66 48,78',
  hub: 'M48,14 A34,34 0 1 1 47.9,14M48,34 A14,14 0 1 1 47.9,34M48,42 A6,6 0 1 1 47.9,42',
  spring:
    'M48,26 A10,10 0 1 1 47.9,26M48,20 A16,16 0 1 1 47.9,20M36,46 22,86M30,44 16,84M60,46 74,86M66,44 80,84M16,84 22,86M74,86 80,84',
  lever: 'M8,52 58,50 58,56 8,56ZM58,44 82,38 88,44 88,62 82,68 58,62ZM20,52 20,56M28,52 28,56',
  band: 'M48,22 C74,22 84,36 84,48 C84,60 74,74 48,74 C22,74 12,60 12,48 C12,36 22,22 48,22M48,32 C68,32 74,40 74,48 C74,56 68,64 48,64 C28,64 22,56 22,48 C22,40 28,32 48,32',
  bucket:
    'M20,30 28,84 68,84 76,30M20,30 A28,9 0 0 0 76,30 A28,9 0 0 0 20,30M22,24 C30,2 66,2 74,24M34,32 34,32M46,34 46,34M58,32 58,32',
  plate:
    'M40,16 A32,32 0 1 1 39.9,16M40,38 A10,10 0 1 1 39.9,38M56,20 C76,24 84,36 84,48 C84,62 74,74 58,78',
  instrument:
    'M30,12 66,12 66,84 30,84ZM36,18 60,18 60,40 36,40ZM48,40 54,24M30,52 18,52 18,78 30,78M30,60 18,60M30,70 18,70',
  none: 'M48,14 A34,34 0 1 1 47.9,14M26,72 70,24',
}

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
