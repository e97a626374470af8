import { Combobox, useCombobox } from '@mantine/core'
import { useHotkeys } from '@mantine/hooks'
import { useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { Icon } from '../hands/Icon'
import { useNames } from './data'

/** Finds an athlete by name or sport from anywhere; `/` goes to it. */
export function FindAthlete() {
  const [text, setText] = useState('')
  const input = useRef<HTMLInputElement>(null)
  const navigate = useNavigate()
  const roster = useNames()
  const box = useCombobox({ onDropdownClose: () => box.resetSelectedOption() })
  useHotkeys([['/', () => input.current?.focus()]])
  const needle = text.trim().toLowerCase()
  const found = (roster.data ?? [])
    .filter((a) => `${a.name} ${a.sportName ?? ''}`.toLowerCase().includes(needle))
    .slice(0, 8)
  const open = (id: string) => {
    setText('')
    box.closeDropdown()
    input.current?.blur()
    void navigate(`/athletes/${id}`)
  }
  return (
    <Combobox store={box} onOptionSubmit={open} withinPortal={false}>
      <Combobox.Target>
        <label className="find">
          <Icon name="search" />
          <input
            ref={input}
            value={text}
            placeholder="Find an athlete"
            aria-label="Find an athlete"
            onChange={(e) => {
              setText(e.currentTarget.value)
              box.openDropdown()
              box.selectFirstOption()
            }}
            onFocus={() => box.openDropdown()}
            onBlur={() => box.closeDropdown()}
            onKeyDown={(e) => {
              if (e.key === 'Escape') input.current?.blur()
            }}
          />
          <kbd>/</kbd>
        </label>
      </Combobox.Target>
      <Combobox.Dropdown hidden={needle === ''}>
        <Combobox.Options aria-label="Athletes">
          {found.map((a) => (
            <Combobox.Option value={a.id} key={a.id}>
              <b>{a.name}</b> <span className="s">{a.sportName}</span>
            </Combobox.Option>
          ))}
          {found.length === 0 && <Combobox.Empty>No athlete like that</Combobox.Empty>}
        </Combobox.Options>
      </Combobox.Dropdown>
    </Combobox>
  )
}
