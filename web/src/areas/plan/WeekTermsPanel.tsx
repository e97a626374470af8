import { NativeSelect, Textarea } from '@mantine/core'
import { useState } from 'react'
import type { CoachTerms, WeekKind } from '@mano/core/plan/types'
import { DAY_NAMES } from '@mano/core/intake/week'
import { must } from '@mano/core/units/must'
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
      <label>
        Kind
        <NativeSelect
          value={kind}
          onChange={(e) =>
            onChange({ ...terms, kind: oneOf(keysOf(KINDS), e.currentTarget.value) })
          }
        >
          {Object.entries(KINDS).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </NativeSelect>
      </label>
      <label>
        Tests
        <NativeSelect
          value={terms.tests?.minutes ?? 0}
          onChange={(e) => {
            const minutes = Number(e.currentTarget.value)
            onChange({
              ...terms,
              tests: minutes === 0 ? null : { minutes, day: terms.tests?.day ?? null },
            })
          }}
        >
          <option value={0}>None</option>
          {TEST_MINUTES.map((m) => (
            <option key={m} value={m}>
              {m} min
            </option>
          ))}
        </NativeSelect>
      </label>
      {terms.tests && (
        <label>
          On
          <NativeSelect
            aria-label="Day of the tests"
            value={terms.tests.day ?? ''}
            onChange={(e) =>
              onChange({
                ...terms,
                tests: {
                  minutes: must(terms.tests).minutes,
                  day: e.currentTarget.value === '' ? null : Number(e.currentTarget.value),
                },
              })
            }
          >
            <option value="">as the plan finds</option>
            {DAY_NAMES.map((d, i) => (
              <option key={d} value={i}>
                {d}
              </option>
            ))}
          </NativeSelect>
        </label>
      )}
      <label className="wide">
        Note
        <Textarea
          rows={2}
          maxLength={400}
          value={note}
          onChange={(e) => setNote(e.currentTarget.value)}
          onBlur={() => {
            if (note.trim() !== (terms.note ?? ''))
              onChange({ ...terms, note: note.trim() || undefined })
          }}
        />
      </label>
    </div>
  )
}
