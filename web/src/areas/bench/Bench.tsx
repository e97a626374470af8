import { How } from './How'
import { TextInput } from '@mantine/core'
import { Select } from '../../base/Select'
import { lazy, Suspense } from 'react'
import { NavLink, useParams } from 'react-router'
import { calculatorById, type Calculator } from '@mano/core/catalogue/calculators'
import { useNames } from '../../base/data'
import { LostPage } from '../../base/Trouble'
import { defOf } from './defs'
import type { CalculatorDef, Outcome } from './shared'
import { ClubPlot } from '../../drawn/ClubPlot'
import { PlatePicture } from '../../drawn/PlatePicture'
import type { FieldDef } from './fields'
import { useBench, type Filling } from './useBench'
import './bench.css'
import { must } from '@mano/core/units/must'

const Simulator = lazy(() => import('./Simulator'))

/** How the calculators are listed. */
const GROUPS: readonly { name: string; ids: readonly string[] }[] = [
  { name: 'Every day', ids: ['plates', 'percent', 'conversion'] },
  { name: 'Levers, springs, handles', ids: ['lever', 'roller', 'spring', 'handle', 'thick'] },
  {
    name: 'Hangs, carries, holds',
    ids: ['hang', 'carry', 'endurance', 'critical_force', 'simulator'],
  },
  { name: 'Tests and time', ids: ['asymmetry', 'detectable', 'trials', 'isolate'] },
]

/** Answers a coach wants in ten seconds, with or without an athlete. */
export default function Bench() {
  const { calculator = 'plates' } = useParams()
  const row = calculatorById(calculator)
  const def = defOf(calculator)
  return (
    <div className="bench">
      <nav aria-label="Calculators">
        {GROUPS.map((g) => (
          <div key={g.name}>
            <h2>{g.name}</h2>
            {g.ids.map((id) => (
              <NavLink key={id} to={`/bench/${id}`} className={calculator === id ? 'on' : ''}>
                {must(calculatorById(id)).name}
              </NavLink>
            ))}
          </div>
        ))}
      </nav>
      {row && def ? (
        <Page key={row.id} row={row} def={def} />
      ) : row ? (
        <Suspense fallback={<main aria-busy="true" />}>
          <Simulator row={row} />
        </Suspense>
      ) : (
        <LostPage />
      )}
    </div>
  )
}

function Page({ row, def }: { row: Calculator; def: CalculatorDef }) {
  const { fields, outcome, set, choose, athleteId, needs } = useBench(def)
  const names = useNames().data
  return (
    <main>
      <header>
        <h1>{row.name}</h1>
        <p className="s">{row.answers}</p>
      </header>
      <div className="bench-cols">
        <form onSubmit={(e) => e.preventDefault()} aria-label={row.name}>
          {needs && (
            <Select
              label="Use for this athlete"
              placeholder="Nobody"
              clearable
              searchable
              data={(names ?? []).map((a) => ({ value: a.id, label: a.name }))}
              value={athleteId === '' ? null : athleteId}
              onChange={(id) => choose(id ?? '')}
            />
          )}
          {fields.map((f) => (
            <Field key={f.field.id} f={f} set={set} />
          ))}
        </form>
        <section aria-live="polite" aria-label="Answer">
          {outcome.ok && outcome.club && <ClubPlot {...outcome.club} />}
          <Answer outcome={outcome} />
          {outcome.ok && outcome.hung && <PlatePicture {...outcome.hung} />}
        </section>
      </div>
      <How row={row} />
    </main>
  )
}

function Field({ f, set }: { f: Filling; set: (field: FieldDef, text: string) => void }) {
  const { field, text, wrong, from } = f
  if (field.kind === 'choice')
    return (
      <Select
        label={field.name}
        data={must(field.options).map((o) => ({ value: o.id, label: o.name }))}
        value={text}
        allowDeselect={false}
        onChange={(v) => set(field, v ?? field.start)}
      />
    )
  return (
    <TextInput
      label={field.unit ? `${field.name}, ${field.unit}` : field.name}
      description={from ?? field.hint}
      value={text}
      error={wrong === '' ? undefined : wrong}
      inputMode={field.kind === 'number' ? 'decimal' : 'text'}
      onChange={(e) => set(field, e.currentTarget.value)}
      onFocus={(e) => e.currentTarget.select()}
    />
  )
}

function Answer({ outcome }: { outcome: Outcome }) {
  if (!outcome.ok) return <p className="refused">{outcome.why}</p>
  return (
    <>
      <dl>
        {outcome.lines.map((l) => (
          <div key={l.label} className={l.main ? 'main' : ''}>
            <dt>{l.label}</dt>
            <dd>{l.value}</dd>
          </div>
        ))}
      </dl>
      {outcome.note && <p className="note">{outcome.note}</p>}
      {outcome.table && (
        <table>
          <thead>
            <tr>
              {outcome.table.head.map((h) => (
                <th key={h} scope="col">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {outcome.table.rows.map((r, i) => (
              <tr key={i}>
                {r.map((c, k) => (
                  <td key={k}>{c}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  )
}
