import { protocolById, TEST_PROTOCOLS } from '@mano/core/catalogue/protocols'
import { type ResultColumn } from '@mano/core/testing/mapping'
import { keysOf, noneOr, oneOf } from '@mano/core/units/among'
import { HANDS } from '@mano/contract/common'
import { AllLines, Dates, StrangeWords } from './MapFixed'
import { Choice } from '../../base/Choice'
import { options } from '../../base/options'
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
      <Choice
        label="The sheet holds"
        value={mapping.of ?? 'trials'}
        onChange={(v) => turnTo(oneOf(keysOf(OF), v))}
        data={Object.entries(OF).map(([id, o]) => ({ value: id, label: o.name }))}
      />
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
      <Choice
        aria-label={`${c} means`}
        value={meaningOf(mapping, c)}
        onChange={onMeaning}
        data={[
          { value: '', label: 'left out' },
          ...(of === 'trials' ? [{ value: 'result', label: 'Result' }] : []),
          ...OF[of].meanings.map((m) => ({
            value: m.id,
            label: NAMED[m.id] ?? m.id.replaceAll('_', ' '),
          })),
        ]}
      />
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
      <Choice
        aria-label={`Test of ${r.column}`}
        value={r.protocolId ?? ''}
        onChange={(v) => set({ protocolId: v || null })}
        data={[
          { value: '', label: hasTest ? 'test by its column' : 'which test?' },
          ...options(IMPORTED),
        ]}
      />
      {protocol?.hands !== 'both' && (
        <Choice
          aria-label={`Hand of ${r.column}`}
          value={r.hand ?? ''}
          onChange={(v) => set({ hand: noneOr(HANDS, v) })}
          data={[
            { value: '', label: hasHand ? 'hand by its column' : 'which hand?' },
            { value: 'left', label: 'left' },
            { value: 'right', label: 'right' },
          ]}
        />
      )}
      <Choice
        aria-label={`Unit of ${r.column}`}
        value={r.unit ?? ''}
        onChange={(v) => set({ unit: noneOr(units, v) })}
        data={[
          {
            value: '',
            label: hasUnit
              ? 'unit by its column'
              : `unit: ${protocol?.entryUnits[0] ?? 'as the test'}`,
          },
          ...units.map((u) => ({ value: u, label: u })),
        ]}
      />
    </>
  )
}
