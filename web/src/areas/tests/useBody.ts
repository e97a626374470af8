import { useState } from 'react'
import { v7 } from 'uuid'
import { measureProblem, type MeasurementBody } from '@mano/contract/athletes'
import type { WrapBody } from '@mano/contract/intake'
import { BODY_MEASURES, type BodyMeasureId, type Side } from '@mano/core/catalogue/person'
import { asSetUp, type Protocol } from '@mano/core/catalogue/protocols'
import { measuredWrap, WRAP_MEANS } from '@mano/core/hand/wrap'
import { latestMeasure } from '@mano/core/intake/record'
import { isAmong } from '@mano/core/units/among'
import { formatDate } from '@mano/core/units/dates'
import { formatBoth, parseLength } from '@mano/core/units/inch'
import { must } from '@mano/core/units/must'
import { rowOf } from '@mano/core/units/row'
import { api } from '../../base/api'
import { touchedBy, useKit, useWrite } from '../../base/data'
import { useUnits } from '../../base/units'
import { useAthletePage } from '../athlete/AthletePage'

export const SIDES = ['left', 'right'] as const
type Send = { to: 'measurements'; body: MeasurementBody } | { to: 'wraps'; body: WrapBody }
/** A measure of the body, or the wrap gap on a handle (null). */
interface BodyRow {
  id: string
  measure: BodyMeasureId | null
  name: string
  how: string
}
const WRAP: BodyRow = {
  id: 'wrap',
  measure: null,
  name: 'Wrap gap',
  how: 'Thumb tip to middle fingertip of the relaxed closed hand; minus is overlap',
}

/** Measured handles a gap is taken on, those of the hall first. */
function useHandles(protocol: Protocol) {
  const kit = useKit()
  const handles = (kit.data ?? [])
    .filter((u) => u.sizeMm !== null && isAmong(protocol.implements, u.kind))
    .sort(
      (a, b) =>
        Number(a.place !== 'hall') - Number(b.place !== 'hall') || must(a.sizeMm) - must(b.sizeMm),
    )
  return { handles, pending: kit.isPending }
}

/** Girths, hand sizes or wrap gaps as they are typed, and how they are put down. */
export function useBody(plain: Protocol) {
  const { athlete, me } = useAthletePage()
  const units = useUnits()
  const [variant, setVariant] = useState<Record<string, string>>({})
  const [unitId, setUnitId] = useState<string | null>(null)
  const [typed, setTyped] = useState<Record<string, string>>({})
  const [problem, setProblem] = useState('')
  const [kept, setKept] = useState(0)
  const protocol = asSetUp(plain, variant)
  const { handles, pending } = useHandles(protocol)
  const handle = handles.find((u) => u.id === unitId) ?? handles[0]
  const wraps = protocol.measures.length === 0
  const rows: BodyRow[] = wraps
    ? [WRAP]
    : protocol.measures.map((m) => ({ ...rowOf(BODY_MEASURES, m), measure: m }))
  const write = useWrite(async (all: Send[]) => {
    for (const s of all) await api.post(`/api/athletes/${athlete.id}/${s.to}`, s.body)
  }, touchedBy(athlete.id))

  const latest = (row: BodyRow, hand: Side): string => {
    if (row.measure) {
      const m = latestMeasure(athlete.measurements, row.measure, hand)
      return m ? `${formatBoth(m.value, units.length)}, ${formatDate(m.on, me.today)}` : 'Not taken'
    }
    const w = athlete.wraps.find((x) => x.unitId === handle?.id && x.hand === hand)
    if (!w) return 'Not taken'
    const wrap = measuredWrap(w.gapMm)
    return (
      `${w.gapMm < 0 ? '\u2212' : ''}${formatBoth(Math.abs(w.gapMm), units.length)}: ` +
      `${wrap.word}, ${WRAP_MEANS[wrap.word].lifts}`
    )
  }
  /** One field as it would be sent; null: empty; a text says what is wrong with it. */
  const read = (row: BodyRow, hand: Side): Send | string | null => {
    const text = (typed[`${row.id}.${hand}`] ?? '').trim()
    if (text === '') return null
    const minus = row.measure === null && /^[-\u2212]/.test(text)
    const r = parseLength(text.replace(/^[-\u2212]\s*/, ''), units.length)
    if (!r.ok) return `"${text}" is not a length.`
    const entered = {
      ...{ id: v7(), hand, enteredUnit: r.unit },
      enteredValue: minus ? -r.entered : r.entered,
    }
    if (row.measure === null) return { to: 'wraps', body: { ...entered, unitId: must(handle).id } }
    const wrong = measureProblem(row.measure, hand, r.entered, r.unit)
    if (wrong) return wrong
    const dated = { measuredOn: me.today, supersedesId: null }
    return { to: 'measurements', body: { ...entered, ...dated, measure: row.measure } }
  }
  const record = () => {
    const all: Send[] = []
    for (const row of rows)
      for (const hand of SIDES) {
        const one = read(row, hand)
        if (typeof one === 'string') return setProblem(`${row.name}, ${hand}: ${one}`)
        if (one) all.push(one)
      }
    setProblem('')
    if (all.length === 0) return
    write.mutate(all, {
      onSuccess: () => {
        setTyped({})
        setKept(all.length)
      },
    })
  }
  return {
    ...{ protocol, rows, wraps, handles, handle, pending, variant, typed, problem, kept, write },
    ...{ latest, record },
    type: (id: string, text: string) => {
      setTyped((t) => ({ ...t, [id]: text }))
      setProblem('')
    },
    chooseVariant: (id: string, option: string) => {
      setVariant({ [id]: option })
      setTyped({})
      setKept(0)
    },
    chooseHandle: (id: string) => {
      setUnitId(id)
      setTyped({})
    },
  }
}
export type Body = ReturnType<typeof useBody>
