import { v7 } from 'uuid'
import { BODY_MEASURES } from '@mano/core/catalogue/person'
import { rowOf } from '@mano/core/units/row'
import { profileChanges } from '@mano/core/intake/week'
import { formatDate } from '@mano/core/units/dates'
import { api } from '../../base/api'
import { touchedBy } from '../../base/data'
import { Reasoned } from '../../base/Reasoned'
import { useAthletePage } from '../athlete/AthletePage'

const NAMES = {
  name: 'Name',
  birthDate: 'Birth date',
  sexForNorms: 'Sex for norms',
  dominantHand: 'Dominant hand',
  level: 'Level',
  guardian: 'Guardian consent',
  skin: 'Skin',
  note: 'Note',
}

const name = (m: { measure: string; hand: string }): string =>
  `${rowOf(BODY_MEASURES, m.measure).name}${m.hand === 'both' ? '' : `, ${m.hand}`}`

/**
 * What was changed about the athlete, when and by whom; nothing measured is ever changed in place.
 */
export function History() {
  const { athlete, me } = useAthletePage()
  const lines = athlete.changes.flatMap((c) =>
    profileChanges(c.before, c.after, NAMES).map((says) => ({
      says,
      on: c.at.slice(0, 10),
      by: c.by,
    })),
  )
  const measures = [...athlete.measurements].sort((a, b) => (a.on < b.on ? 1 : -1))
  return (
    <details className="history">
      <summary>
        History: {measures.length} measures, {lines.length}{' '}
        {lines.length === 1 ? 'change' : 'changes'} of the profile
      </summary>
      <ul className="records">
        {lines.map((l, i) => (
          <li key={i}>
            {formatDate(l.on, me.today)}: {l.says}
            {l.by ? `, by ${l.by}` : ''}
          </li>
        ))}
      </ul>
      <ul className="records">
        {measures.slice(0, 60).map((m) => (
          <li key={m.id}>
            {formatDate(m.on, me.today)}: {name(m)} {m.enteredValue}
            {'\u00A0'}
            {m.enteredUnit}{' '}
            <Reasoned
              label="Entered by mistake"
              title="Strike this measure?"
              says={
                `${name(m)}, ${m.enteredValue} ${m.enteredUnit} of ` +
                `${formatDate(m.on, me.today)} counts no more; the record that it was ` +
                'there stays.'
              }
              done="The measure is struck."
              act={(reason) => api.post(`/api/measurements/${m.id}/strike`, { id: v7(), reason })}
              touched={touchedBy(athlete.id)}
            />
          </li>
        ))}
      </ul>
    </details>
  )
}
