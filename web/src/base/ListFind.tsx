import { Input } from '@mantine/core'
import { startTransition, useState } from 'react'

/** The field a list is searched by: what is typed shows at once, the list follows. */
export function ListFind({ what, onFind }: { what: string; onFind: (sought: string) => void }) {
  const [typed, setTyped] = useState('')
  return (
    <Input
      className="list-find"
      type="search"
      aria-label={`Find in ${what}`}
      placeholder="Find"
      value={typed}
      onChange={(e) => {
        const text = e.currentTarget.value
        setTyped(text)
        startTransition(() => onFind(text))
      }}
    />
  )
}
