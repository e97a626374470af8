import { UnstyledButton } from '@mantine/core'
import { useEffect } from 'react'

export interface LoadHint {
  label: string
  value: number
}
const KEYS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0', '⌫'] as const
/** Digits a load may have. */
const MOST = 6

/**
 * A load by keys as large as a chalky thumb: any weight in as many taps as it has digits, the last
 * one and the planned one in one.
 */
export function LoadPad({
  unit,
  text,
  hints,
  onText,
  onDone,
}: {
  unit: 'kg' | 'lb'
  text: string
  hints: readonly LoadHint[]
  onText: (text: string) => void
  onDone: () => void
}) {
  const press = (key: string) => {
    if (key === '⌫') return onText(text.slice(0, -1))
    if (key === '.' && text.includes('.')) return
    if (text.length < MOST) onText(text + key)
  }
  useEffect(() => {
    const heard = (e: KeyboardEvent) => {
      if (e.key === 'Enter') {
        e.preventDefault()
        onDone()
      } else if (e.key === 'Backspace') press('⌫')
      else if (/^[0-9.,]$/.test(e.key)) press(e.key.replace(',', '.'))
    }
    window.addEventListener('keydown', heard)
    return () => window.removeEventListener('keydown', heard)
  })
  return (
    <div className="f-pad" role="group" aria-label={`Load, ${unit}`}>
      <output>{text === '' ? 'none' : `${text}\u00A0${unit}`}</output>
      <div className="f-pad-hints">
        {hints.map((h) => (
          <UnstyledButton key={h.label} className="f-btn" onClick={() => onText(String(h.value))}>
            {h.label} <b>{h.value}</b>
          </UnstyledButton>
        ))}
        <UnstyledButton className="f-btn" onClick={() => onText('')}>
          None
        </UnstyledButton>
      </div>
      <div className="f-pad-keys">
        {KEYS.map((k) => (
          <UnstyledButton
            key={k}
            className="f-btn"
            aria-label={k === '⌫' ? 'Delete the last digit' : k}
            onClick={() => press(k)}
          >
            {k}
          </UnstyledButton>
        ))}
      </div>
      <UnstyledButton className="f-btn main go" onClick={onDone}>
        Use {text === '' ? 'no load' : `${text} ${unit}`}
      </UnstyledButton>
    </div>
  )
}
