import { Button, Input, NativeSelect } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { v7 } from 'uuid'
import { measureProblem, type MeasurementBody } from '@mano/contract/athletes'
import type { WrapBody } from '@mano/contract/intake'
import { asSetUp, type Protocol } from '@mano/core/catalogue/protocols'
import { measuredWrap, WRAP_MEANS } from '@mano/core/hand/wrap'
import { latestMeasure } from '@mano/core/intake/record'
import { BODY_MEASURES, type BodyMeasureId } from '@mano/core/catalogue/person'
import { formatDate } from '@mano/core/units/dates'
import { formatBoth, parseLength } from '@mano/core/units/inch'
import { rowOf } from '@mano/core/units/row'
import { api, failureText } from '../../base/api'
import { touchedBy, useKit, useWrite } from '../../base/data'
import { useUnits } from '../../base/units'
import { useAthletePage } from '../athlete/AthletePage'
import '../intake/intake.css'
import { must } from '@mano/core/units/must'
import { isAmong } from '@mano/core/units/among'

const SIDES = ['left', 'right'] as const
type Send = { to: 'measurements'; body: MeasurementBody } | { to: 'wraps'; body: WrapBody }

/**
 * Girths, hand sizes and wrap gaps: taken here, kept with the athlete's measures, where the matcher
 * and the intake read them.
 */
export function BodyEntry({ protocol: plain }: { protocol: Protocol }) {
  const { athlete, me } = useAthletePage()
  const units = useUnits()
  const kit = useKit()
  const [variant, setVariant] = useState<Record<string, string>>({})
  const [unitId, setUnitId] = useState<string | null>(null)
  const [typed, setTyped] = useState<Record<string, string>>({})
  const [problem, setProblem] = useState('')
  const [kept, setKept] = useState(0)
  const protocol = asSetUp(plain, variant)
  const wraps = protocol.measures.length === 0
  const handles = (kit.data ?? [])
    .filter((u) => u.sizeMm !== null && isAmong(protocol.implements, u.kind))
    .sort(
      (a, b) =>
        Number(a.place !== 'hall') - Number(b.place !== 'hall') || must(a.sizeMm) - must(b.sizeMm),
    )
  const handle = handles.find((u) => u.id === unitId) ?? handles[0]
  const write = useWrite(async (all: Send[]) => {
    for (const s of all) await api.post(`/api/athletes/${athlete.id}/${s.to}`, s.body)
  }, touchedBy(athlete.id))
  const rows = wraps
    ? [
        {
          id: 'wrap',
          name: 'Wrap gap',
          how: 'Thumb tip to middle fingertip of the relaxed closed hand; minus is overlap',
        },
      ]
    : protocol.measures.map((m) => rowOf(BODY_MEASURES, m))
  const latest = (id: string, hand: 'left' | 'right'): string => {
    if (!wraps) {
      const m = latestMeasure(athlete.measurements, id as BodyMeasureId, hand)
      return m ? `${formatBoth(m.value, units.length)}, ${formatDate(m.on, me.today)}` : 'Not taken'
    }
    const w = athlete.wraps.find((x) => x.unitId === handle?.id && x.hand === hand)
    if (!w) return 'Not taken'
    const wrap = measuredWrap(w.gapMm)
    return (
      `${w.gapMm < 0 ? '−' : ''}${formatBoth(Math.abs(w.gapMm), units.length)}: ` +
      `${wrap.word}, ${WRAP_MEANS[wrap.word].lifts}`
    )
  }
  const record = (e: React.FormEvent) => {
    e.preventDefault()
    const all: Send[] = []
    for (const row of rows)
      for (const hand of SIDES) {
        const text = (typed[`${row.id}.${hand}`] ?? '').trim()
        if (text === '') continue
        const minus = wraps && /^[-−]/.test(text)
        const r = parseLength(text.replace(/^[-−]\s*/, ''), units.length)
        const wrong = !r.ok
          ? `"${text}" is not a length.`
          : wraps
            ? null
            : measureProblem(row.id as BodyMeasureId, hand, r.entered, r.unit)
        if (wrong || !r.ok) return setProblem(`${row.name}, ${hand}: ${wrong}`)
        if (wraps)
          all.push({
            to: 'wraps',
            body: {
              id: v7(),
              unitId: must(handle).id,
              hand,
              enteredValue: minus ? -r.entered : r.entered,
              enteredUnit: r.unit,
            },
          })
        else
          all.push({
            to: 'measurements',
            body: {
              id: v7(),
              measure: row.id as BodyMeasureId,
              hand,
              enteredValue: r.entered,
              enteredUnit: r.unit,
              measuredOn: me.today,
              supersedesId: null,
            },
          })
      }
    setProblem('')
    if (all.length > 0)
      write.mutate(all, {
        onSuccess: () => {
          setTyped({})
          setKept(all.length)
        },
      })
  }
  return (
    <form className="start panel" onSubmit={record}>
      {protocol.variants.map((v) => (
        <label key={v.id} className="body-pick">
          {v.name}
          <NativeSelect
            value={variant[v.id] ?? must(v.options[0]).id}
            onChange={(e) => {
              const id = e.currentTarget.value
              setVariant({ [v.id]: id })
              setTyped({})
              setKept(0)
            }}
          >
            {v.options.map((o) => (
              <option key={o.id} value={o.id}>
                {o.name}
              </option>
            ))}
          </NativeSelect>
        </label>
      ))}
      {wraps && (
        <label className="body-pick">
          Handle
          <NativeSelect
            value={handle?.id ?? ''}
            onChange={(e) => {
              setUnitId(e.currentTarget.value)
              setTyped({})
            }}
          >
            {handles.map((u) => (
              <option key={u.id} value={u.id}>
                {u.label}, {formatBoth(must(u.sizeMm), units.length)}
              </option>
            ))}
            {handles.length === 0 && (
              <option value="">{kit.isPending ? ' ' : 'No measured handle in the kit room'}</option>
            )}
          </NativeSelect>
        </label>
      )}
      <div className="hands">
        <div className="hands-head">
          <b className="L">Left</b>
          <span />
          <b className="R">Right</b>
        </div>
        {rows.map((row) => (
          <div className="hands-row" key={row.id}>
            {SIDES.map((hand) => {
              const id = `${row.id}.${hand}`
              return (
                <div
                  key={hand}
                  className={`measure ${hand}`}
                  style={{ order: hand === 'left' ? 0 : 2 }}
                >
                  <Input
                    aria-label={`${row.name}, ${hand}`}
                    inputMode={wraps ? 'text' : 'decimal'}
                    autoComplete="off"
                    placeholder="–"
                    value={typed[id] ?? ''}
                    onChange={(e) => {
                      const text = e.currentTarget.value
                      setTyped((t) => ({ ...t, [id]: text }))
                      setProblem('')
                    }}
                  />
                  <span className="n">{units.length}</span>
                  <small className="s">{latest(row.id, hand)}</small>
                </div>
              )
            })}
            <div className="mid" style={{ order: 1 }}>
              <b>{row.name}</b>
              <small>{row.how}</small>
            </div>
          </div>
        ))}
      </div>
      <div className="row">
        <Button
          size="lg"
          type="submit"
          disabled={
            write.isPending ||
            Object.values(typed).every((t) => t.trim() === '') ||
            (wraps && !handle)
          }
        >
          Record
        </Button>
        <span className="said" role="alert">
          {problem || (write.error && failureText(write.error))}
        </span>
      </div>
      <p className="note" role="status">
        {kept > 0 ? `${kept} recorded. ` : ''}Kept with the measures in{' '}
        <Link className="lnk" to={`/athletes/${athlete.id}/intake`}>
          Intake
        </Link>
        .{wraps ? '' : ' A girth taken after work is never compared with a cold one.'}
      </p>
    </form>
  )
}
