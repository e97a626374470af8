import { NativeSelect } from '@mantine/core'
import { protocolById, TEST_PROTOCOLS } from '@mano/core/catalogue/protocols'
import { EXERCISES } from '@mano/core/catalogue/exercises'
import type { CsvTable } from '@mano/core/units/csv'
import { openInSets, SET_MEANINGS, strangeExercises } from '@mano/core/session/mapSets'
import {
  DATE_ORDERS,
  MEANINGS,
  dateBy,
  guessDates,
  openIn,
  type DateGuess,
  type DateOrder,
  type ResultColumn,
  type SheetMapping,
} from '@mano/core/testing/mapping'
import { formatDate, isLocalDate } from '@mano/core/units/dates'
import { AddNames } from '../intake/AddNames'
import { withEntry, Words } from './Words'
import { must } from '@mano/core/units/must'
import { keysOf, noneOr, oneOf } from '@mano/core/units/among'
import { HANDS } from '@mano/contract/common'

const IMPORTED = TEST_PROTOCOLS.filter((p) => p.entry !== 'body')
const ORDERS: readonly { id: DateOrder; name: string }[] = [
  { id: 'ymd', name: 'year, month, day' },
  { id: 'dmy', name: 'day, month, year' },
  { id: 'mdy', name: 'month, day, year' },
]
const NAMED: Record<string, string> = {
  athlete: 'Athlete',
  date: 'Date',
  time: 'Time',
  protocol: 'Test',
  implement: 'Implement',
  trial: 'Number of the trial',
  hand: 'Hand',
  unit: 'Unit',
  pain: 'Pain',
  missed: 'Missed',
  struck: 'Reason struck',
  exercise: 'Exercise',
  set: 'Number of the set',
  sets: 'How many such sets',
  load: 'Load',
  seconds: 'Seconds',
  reps: 'Repetitions',
  amount: 'Repetitions or seconds',
  ended: 'How it ended',
  effort: 'Effort, 1 to 10',
}
/** What a sheet holds, what its columns can mean, and what is open before it can be tried. */
const OF = {
  trials: { name: 'results of tests', meanings: MEANINGS, open: openIn },
  sets: { name: 'sets done', meanings: SET_MEANINGS, open: openInSets },
} as const
/** What is still open before a sheet can be tried. */
export const openQuestions = (m: SheetMapping): string[] => OF[m.of ?? 'trials'].open(m)
/** The dates of a sheet as they are written. */
export const datesOf = (table: Extract<CsvTable, { ok: true }>, m: SheetMapping): string[] => {
  const column = m.columns['date']
  return column ? table.rows.map((r) => r.cells[column] ?? '').filter(Boolean) : []
}

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

/** Lines shown of a file. */
const PREVIEW = 5

const EXERCISE_NAMES = EXERCISES.map((e) => e.name)

interface Props {
  table: Extract<CsvTable, { ok: true }>
  mapping: SheetMapping
  change: (m: SheetMapping) => void
  /** Reads the sheet as holding something else. */ turnTo: (of: 'trials' | 'sets') => void
  doubts: readonly string[]
  remembered: boolean
  roster: readonly { name: string }[]
  units: readonly { label: string; kind: string }[]
  today: string
}

/** Each column of a coach's sheet with what it means; the guess stands until it is changed. */
export function MapColumns({
  table,
  mapping,
  change,
  turnTo,
  doubts,
  remembered,
  roster,
  units,
  today,
}: Props) {
  const columns = table.columns.filter((c) => c !== '')
  const meaningOf = (c: string): string =>
    mapping.results.some((r) => r.column === c)
      ? 'result'
      : (Object.entries(mapping.columns).find(([, col]) => col === c)?.[0] ?? '')
  const setMeaning = (c: string, meaning: string) => {
    const rest = Object.fromEntries(
      Object.entries(mapping.columns).filter(([m, col]) => col !== c && m !== meaning),
    )
    const results = mapping.results.filter((r) => r.column !== c)
    change(
      meaning === 'result'
        ? {
            ...mapping,
            columns: rest,
            results: [...results, { column: c, protocolId: null, hand: null, unit: null }].sort(
              (a, b) => columns.indexOf(a.column) - columns.indexOf(b.column),
            ),
          }
        : { ...mapping, columns: meaning ? { ...rest, [meaning]: c } : rest, results },
    )
  }
  const setResult = (c: string, more: Partial<ResultColumn>) =>
    change({
      ...mapping,
      results: mapping.results.map((r) => (r.column === c ? { ...r, ...more } : r)),
    })
  const setFixed = (id: string, value: string) =>
    change({ ...mapping, fixed: withEntry(mapping.fixed, id, value) })
  const dateColumn = mapping.columns['date']
  const dates = datesOf(table, mapping)
  const guess = guessDates(dates)
  const sample = guess.twoWays?.text ?? dates[0] ?? ''
  const athleteColumn = mapping.columns['athlete']
  const known = new Set(roster.map((a) => a.name.toLowerCase()))
  const strange = athleteColumn
    ? [...new Set(table.rows.map((r) => r.cells[athleteColumn] ?? ''))].filter(
        (n) => n !== '' && !known.has(n.toLowerCase()),
      )
    : []
  const tests = [
    ...new Set([
      mapping.fixed['protocol'] ?? '',
      ...mapping.results.map((r) => r.protocolId ?? ''),
    ]),
  ].flatMap((id) => protocolById(id) ?? [])
  const kinds = tests.flatMap((p) => p.implements.map((k): string => k))
  const implementsThere = units.filter((u) => kinds.length === 0 || kinds.includes(u.kind))
  const choices = tests
    .flatMap((p) => p.variants)
    .filter((v, i, list) => list.findIndex((x) => x.id === v.id) === i && !mapping.columns[v.id])
  const of = mapping.of ?? 'trials'
  const open = openQuestions(mapping)
  const exerciseColumn = of === 'sets' ? mapping.columns['exercise'] : undefined
  const odd = exerciseColumn
    ? strangeExercises(table.rows.map((r) => r.cells[exerciseColumn] ?? ''))
    : []
  return (
    <div className="map panel">
      <h2>What the columns mean</h2>
      <p className="note">
        {remembered
          ? 'Read as this sheet was read before.'
          : 'Guessed from the header and the first lines.'}{' '}
        {table.rows.length} lines.
      </p>
      <label className="map-of">
        The sheet holds{' '}
        <NativeSelect value={of} onChange={(e) => turnTo(oneOf(keysOf(OF), e.currentTarget.value))}>
          {Object.entries(OF).map(([id, o]) => (
            <option key={id} value={id}>
              {o.name}
            </option>
          ))}
        </NativeSelect>
      </label>
      <div className="map-scroll" tabIndex={0} role="region" aria-label="Columns of the sheet">
        <table>
          <thead>
            <tr>
              {columns.map((c) => (
                <th key={c} scope="col">
                  {c}
                </th>
              ))}
            </tr>
            <tr>
              {columns.map((c) => (
                <td key={c}>
                  <NativeSelect
                    aria-label={`${c} means`}
                    value={meaningOf(c)}
                    onChange={(e) => setMeaning(c, e.currentTarget.value)}
                  >
                    <option value="">left out</option>
                    {of === 'trials' && <option value="result">Result</option>}
                    {OF[of].meanings.map((m) => (
                      <option key={m.id} value={m.id}>
                        {NAMED[m.id] ?? m.id.replaceAll('_', ' ')}
                      </option>
                    ))}
                  </NativeSelect>
                  {mapping.results
                    .filter((r) => r.column === c)
                    .map((r) => (
                      <ResultChoice
                        key={c}
                        r={r}
                        set={(more) => setResult(c, more)}
                        hasTest={Boolean(mapping.columns['protocol'] ?? mapping.fixed['protocol'])}
                        hasHand={Boolean(mapping.columns['hand'])}
                        hasUnit={Boolean(mapping.columns['unit'])}
                      />
                    ))}
                </td>
              ))}
            </tr>
          </thead>
          <tbody>
            {table.rows.slice(0, PREVIEW).map((r) => (
              <tr key={r.line}>
                {columns.map((c) => (
                  <td key={c} className={meaningOf(c) === '' ? 'out' : ''}>
                    {r.cells[c]}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="map-fixed">
        {dateColumn && (
          <label>
            Dates are{' '}
            <NativeSelect
              value={mapping.dateOrder ?? ''}
              aria-invalid={mapping.dateOrder === null}
              onChange={(e) =>
                change({
                  ...mapping,
                  dateOrder: noneOr(DATE_ORDERS, e.currentTarget.value),
                })
              }
            >
              <option value="">say which</option>
              {ORDERS.map((o) => (
                <option key={o.id} value={o.id}>
                  {o.name}
                </option>
              ))}
            </NativeSelect>
            <span className="s">{dateWords(guess, mapping.dateOrder, sample, today)}</span>
          </label>
        )}
        {of === 'trials' && !mapping.columns['implement'] && (
          <label>
            Implement, all lines{' '}
            <NativeSelect
              value={mapping.fixed['implement'] ?? ''}
              onChange={(e) => setFixed('implement', e.currentTarget.value)}
            >
              <option value="">the only one of its kind</option>
              {implementsThere.map((u) => (
                <option key={u.label} value={u.label}>
                  {u.label}
                </option>
              ))}
            </NativeSelect>
          </label>
        )}
        {choices.map((v) => (
          <label key={v.id}>
            {v.name}, all lines{' '}
            <NativeSelect
              value={mapping.fixed[v.id] ?? ''}
              onChange={(e) => setFixed(v.id, e.currentTarget.value)}
            >
              <option value="">{must(v.options[0]).name}</option>
              {v.options.slice(1).map((o) => (
                <option key={o.id} value={o.id}>
                  {o.name}
                </option>
              ))}
            </NativeSelect>
          </label>
        ))}
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
          words={odd}
          says={(n) =>
            n === 1 ? 'One word is no exercise by name' : `${n} words are no exercises by name`
          }
          choices={EXERCISE_NAMES}
          chosen={mapping.exercises ?? {}}
          choose={(exercises) => change({ ...mapping, exercises })}
        />
      </div>
      {!remembered && doubts.length > 0 && (
        <ul className="map-doubts">
          {doubts.map((d) => (
            <li key={d}>{d}</li>
          ))}
        </ul>
      )}
      {open.length > 0 && (
        <ul className="map-open" role="status">
          {open.map((o) => (
            <li key={o}>{o}</li>
          ))}
        </ul>
      )}
    </div>
  )
}

function ResultChoice({
  r,
  set,
  hasTest,
  hasHand,
  hasUnit,
}: {
  r: ResultColumn
  set: (more: Partial<ResultColumn>) => void
  hasTest: boolean
  hasHand: boolean
  hasUnit: boolean
}) {
  const protocol = r.protocolId ? protocolById(r.protocolId) : null
  const units = protocol?.entryUnits ?? ['kg', 'lb', 'N', 's']
  return (
    <>
      <NativeSelect
        aria-label={`Test of ${r.column}`}
        value={r.protocolId ?? ''}
        onChange={(e) => set({ protocolId: e.currentTarget.value || null })}
      >
        <option value="">{hasTest ? 'test by its column' : 'which test?'}</option>
        {IMPORTED.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </NativeSelect>
      {protocol?.hands !== 'both' && (
        <NativeSelect
          aria-label={`Hand of ${r.column}`}
          value={r.hand ?? ''}
          onChange={(e) => set({ hand: noneOr(HANDS, e.currentTarget.value) })}
        >
          <option value="">{hasHand ? 'hand by its column' : 'which hand?'}</option>
          <option value="left">left</option>
          <option value="right">right</option>
        </NativeSelect>
      )}
      <NativeSelect
        aria-label={`Unit of ${r.column}`}
        value={r.unit ?? ''}
        onChange={(e) => set({ unit: noneOr(units, e.currentTarget.value) })}
      >
        <option value="">
          {hasUnit ? 'unit by its column' : `unit: ${protocol?.entryUnits[0] ?? 'as the test'}`}
        </option>
        {units.map((u) => (
          <option key={u} value={u}>
            {u}
          </option>
        ))}
      </NativeSelect>
    </>
  )
}
