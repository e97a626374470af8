import { Select } from '../../base/Select'
import type { ReactNode } from 'react'

/** A record with one entry set, or without it where the value is empty. */
export const withEntry = (
  r: Record<string, string>,
  key: string,
  value: string,
): Record<string, string> =>
  Object.fromEntries([
    ...Object.entries(r).filter(([k]) => k !== key),
    ...(value ? [[key, value] as const] : []),
  ])

/** Words shown at most. */
const SHOWN = 30

/** Words of a sheet that Mano does not know by name, each with what it stands for. */
export function Words({
  words,
  says,
  choices,
  chosen,
  choose,
  children,
}: {
  words: readonly string[]
  says: (n: number) => string
  choices: readonly string[]
  chosen: Record<string, string>
  choose: (chosen: Record<string, string>) => void
  children?: ReactNode
}) {
  if (words.length === 0) return null
  return (
    <fieldset>
      <legend>{says(words.length)}</legend>
      {words.slice(0, SHOWN).map((w) => (
        <Select
          key={w}
          label={w}
          aria-label={`${w} is`}
          placeholder="choose"
          searchable
          clearable
          data={[...new Set(choices)]}
          limit={60}
          nothingFoundMessage="Nothing by that name"
          value={chosen[w] ?? null}
          onChange={(value) => choose(withEntry(chosen, w, value ?? ''))}
        />
      ))}
      {words.length > SHOWN && <p className="s">and {words.length - SHOWN} more</p>}
      {children}
    </fieldset>
  )
}
