import { type Keys } from './commandKeys'
import { Input, Modal, UnstyledButton } from '@mantine/core'
import { useHotkeys } from '@mantine/hooks'
import { lazy, Suspense, useRef, useState } from 'react'
import { flushSync } from 'react-dom'
import { useNavigate } from 'react-router'
import { Icon } from '../drawn/Icon'

const CommandHits = lazy(() => import('./CommandHits'))

/**
 * Finds an athlete, a page, a calculator or an act from anywhere; `/` or Ctrl K opens it. The
 * line is
 * there at once, what it finds as soon as it has come.
 */
export function Command() {
  const [open, setOpen] = useState(false)
  const [line, setLine] = useState('')
  const keys = useRef<Keys | null>(null)
  /** Enter came before what it is meant for: it is done as soon as that is there. */
  const waiting = useRef(false)
  const input = useRef<HTMLInputElement>(null)
  const show = () => {
    waiting.current = false
    // There at once: what is typed right after the key must not go past it.
    flushSync(() => {
      setLine('')
      setOpen(true)
    })
    input.current?.focus()
  }
  const hide = () => setOpen(false)
  const go = useNavigate()
  useHotkeys([
    ['/', show],
    ['shift+?', () => void go('/help')],
    ['?', () => void go('/help')],
    ['mod+K', show],
  ])
  return (
    <>
      <UnstyledButton
        className="find"
        onClick={show}
        aria-haspopup="dialog"
        aria-label="Find or do anything"
      >
        <Icon name="search" />
        <span>Find or do anything</span>
        <kbd>/</kbd>
      </UnstyledButton>
      <Modal.Root
        opened={open}
        onClose={hide}
        size={820}
        yOffset={74}
        transitionProps={{ duration: 0 }}
        removeScrollProps={{ removeScrollBar: false }}
      >
        <Modal.Overlay />
        <Modal.Content className="command" aria-label="Find or do anything">
          <label className="command-line">
            <Icon name="search" />
            <Input
              ref={input}
              data-autofocus
              role="combobox"
              aria-expanded
              aria-controls="command-hits"
              aria-label="Find or do anything"
              placeholder="A name, a page, a question"
              value={line}
              autoComplete="off"
              onChange={(e) => setLine(e.currentTarget.value)}
              onKeyDown={(e) => {
                const step = e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0
                if (step !== 0) {
                  e.preventDefault()
                  keys.current?.move(step)
                }
                if (e.key === 'Enter') {
                  e.preventDefault()
                  if (keys.current) keys.current.go()
                  else waiting.current = true
                }
              }}
            />
            <kbd>Esc</kbd>
          </label>
          <Suspense fallback={<div className="command-wait" aria-busy="true" />}>
            {open && <CommandHits line={line} keys={keys} waiting={waiting} onDone={hide} />}
          </Suspense>
          <p className="command-keys">
            <kbd>↑</kbd> <kbd>↓</kbd> choose <kbd>Enter</kbd> go there.
            {' Try “test dov squeeze”, “fat bar”, “thumb hurts”.'}
          </p>
        </Modal.Content>
      </Modal.Root>
    </>
  )
}
