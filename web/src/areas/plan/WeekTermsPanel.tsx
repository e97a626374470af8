import { Textarea } from '@mantine/core'
import { useState } from 'react'
import type { CoachTerms, WeekKind } from '@mano/core/plan/types'
import { DAY_NAMES } from '@mano/core/intake/week'
import { must } from '@mano/core/units/must'
import { Choice } from '../../base/Choice'
import { keysOf, oneOf } from '@mano/core/units/among'

export const KINDS: Record<WeekKind, string> = {
  ordinary: 'Work',
  deload: 'Deload',
  taper: 'Taper',
  travel: 'Away',
  return: 'Way back',
}
const TEST_MINUTES = [15, 20, 30, 45, 60]

/** What the week is in its block, its tests, and the coach's word on it. */
export function WeekTermsPanel({
  terms,
  editable,
  onChange,
}: {
  terms: CoachTerms
  editable: boolean
  onChange: (t: CoachTerms) => void
}) {
  const [note, setNote] = useState(terms.note ?? '')
  const kind = terms.kind ?? 'ordinary'
  if (!editable)
    return terms.note ? (
      <div className="block">
        <h2 className="h3">Note</h2>
        <p>{terms.note}</p>
      </div>
    ) : null
  return (
    <div className="block edit terms">
      <h2 className="h3">This week</h2>
      <Choice
        label="Kind"
        value={kind}
        onChange={(v) => onChange({ ...terms, kind: oneOf(keysOf(KINDS), v) })}
        data={Object.entries(KINDS).map(([id, name]) => ({ value: id, label: name }))}
      />
      <Choice
        label="Tests"
        value={terms.tests?.minutes ?? 0}
        onChange={(minutes) =>
          onChange({
            ...terms,
            tests: minutes === 0 ? null : { minutes, day: terms.tests?.day ?? null },
          })
        }
        data={[
          { value: 0, label: 'None' },
          ...TEST_MINUTES.map((m) => ({ value: m, label: `${m} min` })),
        ]}
      />
      {terms.tests && (
        <Choice
          label="On"
          value={terms.tests.day ?? ''}
          onChange={(v) =>
            onChange({
              ...terms,
              tests: { minutes: must(terms.tests).minutes, day: v === '' ? null : v },
            })
          }
          data={[
            { value: '', label: 'as the plan finds' },
            ...DAY_NAMES.map((d, i) => ({ value: i, label: d })),
          ]}
        />
      )}
      <Textarea
        className="wide"
        label="Note"
        rows={2}
        maxLength={400}
        value={note}
        onChange={(e) => setNote(e.currentTarget.value)}
        onBlur={() => {
          if (note.trim() !== (terms.note ?? ''))
            onChange({ ...terms, note: note.trim() || undefined })
        }}
      />
    </div>
  )
}
