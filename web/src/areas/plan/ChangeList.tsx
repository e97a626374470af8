import type { WeekChange } from './weekChanges'

const KIND = { new: 'New', gone: 'Gone', changed: 'Changed' } as const

/** What comes, goes and changes, of one week or of several in a row. */
export const ChangeList = ({ changes }: { changes: readonly WeekChange[] }) => (
  <ul className="changes">
    {changes.map((c, i) => (
      <li key={i} className={c.kind}>
        <b>{KIND[c.kind]}</b>
        <span>{c.says}</span>
      </li>
    ))}
  </ul>
)
