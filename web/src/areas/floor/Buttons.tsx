import { UnstyledButton } from '@mantine/core'
import type { ReactNode } from 'react'

/** A row of what can be touched, named for those who hear it. */
export const Choice = ({ label, children }: { label: string; children: ReactNode }) => (
  <div className="f-choice" role="group" aria-label={label}>
    {children}
  </div>
)

interface PressProps {
  onClick: () => void
  children: ReactNode
}

export const Press = ({ onClick, children }: PressProps) => (
  <UnstyledButton className="f-btn" onClick={onClick}>
    {children}
  </UnstyledButton>
)

/** On or off. */
export const Toggle = ({ on, onClick, children }: PressProps & { on: boolean }) => (
  <UnstyledButton className={`f-btn ${on ? 'on' : ''}`} aria-pressed={on} onClick={onClick}>
    {children}
  </UnstyledButton>
)
