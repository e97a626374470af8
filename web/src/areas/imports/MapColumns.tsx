import { NativeSelect } from '@mantine/core'
import { protocolById, TEST_PROTOCOLS } from '@mano/core/catalogue/protocols'
import { type ResultColumn } from '@mano/core/testing/mapping'
import { keysOf, noneOr, oneOf } from '@mano/core/units/among'
import { HANDS } from '@mano/contract/common'
import { AllLines, Dates, StrangeWords } from './MapFixed'
import {
  meaningOf,
  NAMED,
  OF,
  openQuestions,
  withMeaning,
  type MapProps,
  type Mapped,
} from './meanings'

const IMPORTED = TEST_PROTOCOLS.filter((p) => p.entry !== 'body')

/** Lines shown of a file. */
const PREVIEW = 5

/** Each column of a coach's sheet with what it means; the guess stands until it is changed. */
export function MapColumns(props: MapProps) {
  const { table, mapping, turnTo, doubts, remembered } = props
  const open = openQuestions(mapping)
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
        <NativeSelect
          value={mapping.of ?? 'trials'}
          onChange={(e) => turnTo(oneOf(keysOf(OF), e.currentTarget.value))}
        >
          {Object.entries(OF).map(([id, o]) => (
            <option key={id} value={id}>
              {o.name}
            </option>
          ))}
        </NativeSelect>
      </label>
      <ColumnTable {...props} />
      <div className="map-fixed">
        <Dates {...props} />
        <AllLines {...props} />
        <StrangeWords {...props} />
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

/** The first lines of the sheet under what each column means. */
function ColumnTable({ table, mapping, change }: Mapped) {
  const columns = table.columns.filter((c) => c !== '')
  return (
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
              <Meaning
                key={c}
                c={c}
                mapping={mapping}
                change={change}
                onMeaning={(meaning) => change(withMeaning(mapping, columns, c, meaning))}
              />
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.slice(0, PREVIEW).map((r) => (
            <tr key={r.line}>
              {columns.map((c) => (
                <td key={c} className={meaningOf(mapping, c) === '' ? 'out' : ''}>
                  {r.cells[c]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

/** What one column means; of a result also its test, hand and unit. */
function Meaning({
  c,
  mapping,
  change,
  onMeaning,
}: Omit<Mapped, 'table'> & { c: string; onMeaning: (meaning: string) => void }) {
  const of = mapping.of ?? 'trials'
  const set = (more: Partial<ResultColumn>) =>
    change({
      ...mapping,
      results: mapping.results.map((r) => (r.column === c ? { ...r, ...more } : r)),
    })
  return (
    <td>
      <NativeSelect
        aria-label={`${c} means`}
        value={meaningOf(mapping, c)}
        onChange={(e) => onMeaning(e.currentTarget.value)}
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
            set={set}
            hasTest={Boolean(mapping.columns['protocol'] ?? mapping.fixed['protocol'])}
            hasHand={Boolean(mapping.columns['hand'])}
            hasUnit={Boolean(mapping.columns['unit'])}
          />
        ))}
    </td>
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
