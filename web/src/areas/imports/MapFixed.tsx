import { protocolById } from '@mano/core/catalogue/protocols'
import { EXERCISES } from '@mano/core/catalogue/exercises'
import { strangeExercises } from '@mano/core/session/mapSets'
import {
  DATE_ORDERS,
  dateBy,
  guessDates,
  type DateGuess,
  type DateOrder,
} from '@mano/core/testing/mapping'
import { formatDate, isLocalDate } from '@mano/core/units/dates'
import { AddNames } from '../intake/AddNames'
import { withEntry, Words } from './Words'
import { must } from '@mano/core/units/must'
import { noneOr } from '@mano/core/units/among'
import { Choice } from '../../base/Choice'
import { options } from '../../base/options'
import { datesOf, type MapProps } from './meanings'

const ORDERS: readonly { id: DateOrder; name: string }[] = [
  { id: 'ymd', name: 'year, month, day' },
  { id: 'dmy', name: 'day, month, year' },
  { id: 'mdy', name: 'month, day, year' },
]

const EXERCISE_NAMES = EXERCISES.map((e) => e.name)

/** How a date of the sheet is read, or what it can be. */
function dateWords(
  guess: DateGuess,
  order: DateOrder | null,
  sample: string,
  today: string,
): string {
  const day = (on: string) => formatDate(on, today, { year: true, weekday: true })
  const mixed = guess.mixed
    ? 'Some dates here are only day first, others only month first: lines that do not fit ' +
      'can be turned one by one. '
    : ''
  if (order === null)
    return guess.twoWays
      ? `${mixed}${sample} can be ${day(guess.twoWays.dmy)} or ${day(guess.twoWays.mdy)}`
      : mixed
  const read = dateBy(sample, order)
  return (
    mixed +
    (sample === ''
      ? ''
      : isLocalDate(read)
        ? `${sample} is ${day(read)}`
        : `${sample} is no date that way`)
  )
}

export function Dates({ table, mapping, change, today }: MapProps) {
  if (!mapping.columns['date']) return null
  const dates = datesOf(table, mapping)
  const guess = guessDates(dates)
  const sample = guess.twoWays?.text ?? dates[0] ?? ''
  return (
    <div className="map-dates">
      <Choice
        label="Dates are"
        value={mapping.dateOrder ?? ''}
        aria-invalid={mapping.dateOrder === null}
        onChange={(v) => change({ ...mapping, dateOrder: noneOr(DATE_ORDERS, v) })}
        data={[{ value: '', label: 'say which' }, ...options(ORDERS)]}
      />
      <span className="s">{dateWords(guess, mapping.dateOrder, sample, today)}</span>
    </div>
  )
}

/** What the sheet does not say and holds for all its lines. */
export function AllLines({ mapping, change, units }: MapProps) {
  const named = [mapping.fixed['protocol'], ...mapping.results.map((r) => r.protocolId)]
  const tests = [...new Set(named)].flatMap((id) => protocolById(id ?? '') ?? [])
  const kinds = tests.flatMap((p) => p.implements.map((k): string => k))
  const there = units.filter((u) => kinds.length === 0 || kinds.includes(u.kind))
  const choices = tests
    .flatMap((p) => p.variants)
    .filter((v, i, list) => list.findIndex((x) => x.id === v.id) === i && !mapping.columns[v.id])
  const pick = (
    id: string,
    name: string,
    none: string,
    all: readonly { id: string; name: string }[],
  ) => (
    <Choice
      key={id}
      label={`${name}, all lines`}
      value={mapping.fixed[id] ?? ''}
      onChange={(v) => change({ ...mapping, fixed: withEntry(mapping.fixed, id, v) })}
      data={[{ value: '', label: none }, ...options(all)]}
    />
  )
  return (
    <>
      {(mapping.of ?? 'trials') === 'trials' &&
        !mapping.columns['implement'] &&
        pick(
          'implement',
          'Implement',
          'the only one of its kind',
          there.map((u) => ({ id: u.label, name: u.label })),
        )}
      {choices.map((v) => pick(v.id, v.name, must(v.options[0]).name, v.options.slice(1)))}
    </>
  )
}

/** Names that are not on the roster, and words that are no exercise. */
export function StrangeWords({ table, mapping, change, roster }: MapProps) {
  const cells = (c: string | undefined) => (c ? table.rows.map((r) => r.cells[c] ?? '') : [])
  const known = new Set(roster.map((a) => a.name.toLowerCase()))
  const strange = [...new Set(cells(mapping.columns['athlete']))].filter(
    (n) => n !== '' && !known.has(n.toLowerCase()),
  )
  const exercises = mapping.of === 'sets' ? cells(mapping.columns['exercise']) : []
  return (
    <>
      <Words
        words={strange}
        says={(n) =>
          n === 1 ? 'One name is not on the roster' : `${n} names are not on the roster`
        }
        choices={roster.map((a) => a.name)}
        chosen={mapping.names}
        choose={(names) => change({ ...mapping, names })}
      >
        <AddNames names={strange.filter((n) => !mapping.names[n])} />
      </Words>
      <Words
        words={strangeExercises(exercises)}
        says={(n) =>
          n === 1 ? 'One word is no exercise by name' : `${n} words are no exercises by name`
        }
        choices={EXERCISE_NAMES}
        chosen={mapping.exercises ?? {}}
        choose={(exercises) => change({ ...mapping, exercises })}
      />
    </>
  )
}
