import { notifications } from '@mantine/notifications'
import { afterPaint } from './afterPaint'

type Field = HTMLInputElement | HTMLTextAreaElement

/** Why a form is not sent: what is wrong with a field, in Mano's words. */
export function whyRefused(el: Field): string {
  const { validity: v } = el
  const of = (name: 'min' | 'max' | 'step' | 'maxlength') => el.getAttribute(name) ?? ''
  const name = (el.getAttribute('aria-label') ?? el.labels?.[0]?.textContent ?? 'This field').trim()
  const why = v.customError
    ? el.validationMessage
    : v.badInput
      ? 'not a number'
      : v.valueMissing
        ? 'must not be empty'
        : v.rangeOverflow
          ? `at most ${of('max')}`
          : v.rangeUnderflow
            ? `at least ${of('min')}`
            : v.stepMismatch
              ? `in steps of ${of('step') || '1'}`
              : v.tooLong
                ? `at most ${of('maxlength')} letters`
                : 'cannot be read'
  return `${name}: ${why.charAt(0).toLowerCase()}${why.slice(1)}.`
}

/**
 * A form that cannot be sent says so as Mano says things, not as the browser does: the first field
 * that is wrong is gone to and named, after the press is answered.
 */
export function sayWhatIsRefused(on: Document): void {
  let first: Field | null = null
  on.addEventListener(
    'invalid',
    (e) => {
      e.preventDefault()
      if (first || !(e.target instanceof HTMLElement)) return
      const el = (first = e.target as Field)
      afterPaint(() => {
        first = null
        el.scrollIntoView({ block: 'center' })
        el.focus()
        notifications.hide('refused')
        notifications.show({ id: 'refused', message: whyRefused(el) })
      })
    },
    true,
  )
}
