import { counted } from '@mano/core/units/counted'
import { Button, Checkbox, Textarea } from '@mantine/core'
import { Select } from '../../base/Select'
import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import { v7 } from 'uuid'
import { api, failureText } from '../../base/api'
import { keys, useNames, useSports, useWrite } from '../../base/data'
import { emptyProfile } from './ProfileFields'
import { choicesWith } from './sportChoices'

/** Names as pasted: one a line, the rest of a line after a tab or semicolon left out. */
const namesIn = (text: string): string[] => [
  ...new Set(
    text
      .split(/\r?\n/)
      .map((l) => (l.split(/[\t;]/)[0] ?? '').trim())
      .filter((n) => n !== '' && n.length <= 80),
  ),
]

/**
 * Several athletes put on the roster at once, after a yes: names of a file, or a pasted list. Who
 * is there already is not added again.
 */
export function AddNames({ names }: { names?: readonly string[] }) {
  const roster = useNames().data ?? []
  const own = useSports().data ?? []
  const [text, setText] = useState('')
  const [sportId, setSportId] = useState<string | null>(null)
  const [left, setLeft] = useState<readonly string[]>([])
  const there = new Set(roster.map((a) => a.name.toLowerCase()))
  const all = names ?? namesIn(text)
  const known = all.filter((n) => there.has(n.toLowerCase()))
  const fresh = all.filter((n) => !there.has(n.toLowerCase()))
  const added = fresh.filter((n) => !left.includes(n))
  const write = useWrite(
    async (list: readonly string[]) => {
      for (const name of list)
        await api.post('/api/athletes', {
          ...emptyProfile,
          id: v7(),
          sportEntryId: v7(),
          name,
          sportId,
        })
      return list.length
    },
    [keys.roster],
  )
  if (names && fresh.length === 0) return null
  return (
    <div className="add-names">
      {!names && (
        <label>
          Names, one a line
          <Textarea rows={6} value={text} onChange={(e) => setText(e.currentTarget.value)} />
        </label>
      )}
      {known.length > 0 && (
        <p className="s">On the roster already, not added: {known.join(', ')}.</p>
      )}
      {fresh.length > 0 && (
        <ul>
          {fresh.map((n) => (
            <li key={n}>
              <label className="tick">
                <Checkbox
                  aria-label={`Add ${n}`}
                  checked={!left.includes(n)}
                  onChange={(e) =>
                    setLeft(e.currentTarget.checked ? left.filter((x) => x !== n) : [...left, n])
                  }
                />
                {n}
              </label>
            </li>
          ))}
        </ul>
      )}
      <Select
        label="Sport or goal of all of them"
        searchable
        data={choicesWith(own)}
        placeholder="Choose"
        value={sportId}
        onChange={setSportId}
      />
      <p className="said" role="alert">
        {write.error && `${failureText(write.error)} Those before it are on the roster.`}
      </p>
      <Button
        variant="default"
        type="button"
        disabled={added.length === 0 || sportId === null || write.isPending}
        onClick={() =>
          write.mutate(added, {
            onSuccess: (n) => {
              setText('')
              notifications.show({
                message: `${counted(n, 'athlete')} added to the roster`,
              })
            },
          })
        }
      >
        Add {added.length} to the roster
      </Button>
    </div>
  )
}
