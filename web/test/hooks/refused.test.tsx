import { notifications } from '@mantine/notifications'
import { afterEach, beforeAll, beforeEach, expect, it, vi } from 'vitest'
import { sayWhatIsRefused, whyRefused } from '../../src/base/refused'
import { painted } from './painted'

const said = vi.spyOn(notifications, 'show').mockReturnValue('refused')
const sent = vi.fn((e: Event) => e.preventDefault())
beforeAll(() => {
  sayWhatIsRefused(document)
  Element.prototype.scrollIntoView = vi.fn()
  document.addEventListener('submit', sent)
})
beforeEach(() => {
  document.body.innerHTML = `<form>
    <label for="n">Trials a hand</label><input id="n" type="number" min="1" max="6" />
    <input aria-label="Name" required /><button>Save</button></form>`
})
afterEach(() => vi.clearAllMocks())

const form = () => document.querySelector('form')!
const field = () => document.querySelector<HTMLInputElement>('#n')!

it('a form is not sent; the first field that is wrong has the focus and is named', async () => {
  field().value = '9'
  form().requestSubmit()
  await painted()
  expect(sent).not.toHaveBeenCalled()
  expect(document.activeElement).toBe(field())
  expect(said.mock.calls.map(([n]) => n.message)).toEqual(['Trials a hand: at most 6.'])
})

it('once it is mended the next is named, then it goes', async () => {
  field().value = '3'
  form().requestSubmit()
  await painted()
  expect(said.mock.calls.map(([n]) => n.message)).toEqual(['Name: must not be empty.'])
  document.querySelector<HTMLInputElement>('[aria-label=Name]')!.value = 'Bo'
  form().requestSubmit()
  expect(sent).toHaveBeenCalledTimes(1)
})

it('says what is wrong in Mano’s words', () => {
  field().value = '0'
  expect(whyRefused(field())).toBe('Trials a hand: at least 1.')
  field().value = '2.5'
  expect(whyRefused(field())).toBe('Trials a hand: in steps of 1.')
  field().value = '2'
  field().setCustomValidity('Not after 8 Oct 2026')
  expect(whyRefused(field())).toBe('Trials a hand: not after 8 Oct 2026.')
})
