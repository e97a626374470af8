import { MantineProvider } from '@mantine/core'
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { useState } from 'react'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { submits } from '../../src/base/afterPaint'
import { Choice } from '../../src/base/Choice'
import { Typed } from '../../src/base/Typed'
import { painted } from './painted'

const sent: string[] = []
beforeEach(() => {
  sent.length = 0
  const none = () => undefined
  const query = { matches: false, addEventListener: none, removeEventListener: none }
  window.matchMedia = vi.fn().mockReturnValue(query)
})
afterEach(cleanup)

function Form() {
  const [who, setWho] = useState('')
  const [hand, setHand] = useState('left')
  return (
    <MantineProvider env="test">
      <form onSubmit={submits(() => sent.push(`${who}, ${hand}`))}>
        <Typed aria-label="Who" value={who} onChange={setWho} />
        <Choice
          label="Hand"
          value={hand}
          onChange={setHand}
          data={[
            { value: 'left', label: 'Left' },
            { value: 'right', label: 'Right' },
          ]}
        />
        <button type="submit">Send</button>
      </form>
    </MantineProvider>
  )
}
const answered = () => act(painted)

it('what is typed is in what is sent, however soon it is sent', async () => {
  render(<Form />)
  const who = screen.getByLabelText<HTMLInputElement>('Who')
  act(() => who.focus())
  fireEvent.change(who, { target: { value: 'Bo' } })
  expect(who.value).toBe('Bo')
  fireEvent.keyDown(who, { key: 'Enter' })
  fireEvent.submit(screen.getByText('Send'))
  await answered()
  expect(sent).toEqual(['Bo, left'])
})

it('a form sent twice before it is answered is sent once, and again later', async () => {
  render(<Form />)
  fireEvent.submit(screen.getByText('Send'))
  fireEvent.submit(screen.getByText('Send'))
  expect(sent).toEqual([])
  await answered()
  fireEvent.submit(screen.getByText('Send'))
  await answered()
  expect(sent).toEqual([', left', ', left'])
})

it('a list is chosen from by a press, by the first letter and to its end', async () => {
  render(<Form />)
  const hand = screen.getByRole<HTMLInputElement>('combobox', { name: 'Hand' })
  act(() => hand.focus())
  fireEvent.click(hand)
  await answered()
  expect(hand.getAttribute('aria-expanded')).toBe('true')
  fireEvent.click(screen.getByRole('option', { name: 'Right' }))
  expect([hand.value, hand.getAttribute('aria-expanded')]).toEqual(['Right', 'false'])
  fireEvent.keyDown(hand, { key: 'l' })
  await answered()
  expect(hand.value).toBe('Left')
  fireEvent.keyDown(hand, { key: 'End' })
  await answered()
  expect(hand.value).toBe('Right')
})

it('a list is in sight before the library knows, and gone if left by then', async () => {
  render(<Form />)
  const hand = screen.getByRole<HTMLInputElement>('combobox', { name: 'Hand' })
  const list = () => screen.queryByRole('listbox', { name: 'Hand' })
  act(() => hand.focus())
  expect(list()).toBe(null)
  fireEvent.click(hand)
  expect(list()).not.toBe(null)
  expect(hand.getAttribute('aria-expanded')).toBe('false')
  fireEvent.click(screen.getByRole('option', { name: 'Right' }))
  expect([hand.value, list()]).toEqual(['Right', null])
  await answered()
  expect([list(), hand.getAttribute('aria-expanded')]).toEqual([null, 'false'])

  fireEvent.click(hand)
  expect(list()).not.toBe(null)
  act(() => hand.blur())
  await answered()
  expect([list(), hand.getAttribute('aria-expanded')]).toEqual([null, 'false'])
})
