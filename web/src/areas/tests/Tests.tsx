import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import { Link, useNavigate, useSearchParams } from 'react-router'
import { v7 } from 'uuid'
import type { SessionBody, SessionView } from '@mano/contract/tests'
import { NOT_A_DIAGNOSIS } from '@mano/core/catalogue/cautions'
import { protocolById, RUNNABLE_PROTOCOLS, type Protocol } from '@mano/core/catalogue/protocols'
import { verdictWords } from '@mano/core/measure/words'
import { testRefusal } from '@mano/core/match/unit'
import { blockedBy, judgeBy, missingConditions, TEST_CONDITIONS, type TestConditions } from '@mano/core/safety/cautions'
import { safetyFacts } from '@mano/core/safety/facts'
import { isUnfinished, readSession, type Hand } from '@mano/core/testing/session'
import { whereIs } from '@mano/core/plan/types'
import { toSi } from '@mano/core/units/convert'
import { formatDate } from '@mano/core/units/dates'
import { formatWithUnit } from '@mano/core/units/format'
import { parseNumber } from '@mano/core/units/parse'
import { api, failureText } from '../../app/api'
import { touchedBy, useKit, useTests, useWrite } from '../../app/data'
import { Failed } from '../../app/Trouble'
import { useUnits } from '../../app/units'
import { Chip, HandLetter } from '../../hands/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { AddImplement } from '../kit/AddImplement'
import './tests.css'

/** Protocols with a button of their own. */
const FIRST = 2

/** Starting a test, and every test so far. */
export default function Tests() {
  const [params] = useSearchParams()
  const [protocolId, setProtocolId] = useState<string>(() => RUNNABLE_PROTOCOLS.find((id) => id === params.get('protocol')) ?? RUNNABLE_PROTOCOLS[0])
  const protocol = protocolById(protocolId)!
  return (
    <main className="cols tests">
      <section>
        <div className="proto-pick" role="group" aria-label="Protocol">
          {RUNNABLE_PROTOCOLS.slice(0, FIRST).map((id) => <button key={id} className={`btn big ${id === protocolId ? 'pri' : ''}`} aria-pressed={id === protocolId} onClick={() => setProtocolId(id)}>{protocolById(id)!.name}</button>)}
          <select aria-label="More protocols" className={`more ${RUNNABLE_PROTOCOLS.indexOf(protocolId as 'dyno_seated') >= FIRST ? 'on' : ''}`} value={RUNNABLE_PROTOCOLS.indexOf(protocolId as 'dyno_seated') >= FIRST ? protocolId : ''} onChange={(e) => e.currentTarget.value && setProtocolId(e.currentTarget.value)}>
            <option value="">More …</option>
            {RUNNABLE_PROTOCOLS.slice(FIRST).map((id) => <option key={id} value={id}>{protocolById(id)!.name}</option>)}
          </select>
        </div>
        <StartTest key={protocolId} protocol={protocol} />
        <Earlier />
      </section>
      <aside>
        <div className="block"><h2 className="h3">{protocol.name}</h2><p className="steps">{protocol.steps}</p><p className="note">Result: {protocol.result}.</p></div>
        <div className="block"><p className="note">{NOT_A_DIAGNOSIS}</p></div>
      </aside>
    </main>
  )
}

const NONE: TestConditions = { warm: false, rested: false, skinGood: false, well: false }
const ALL: TestConditions = { warm: true, rested: true, skinGood: true, well: true }

function StartTest({ protocol }: { protocol: Protocol }) {
  const { athlete, me } = useAthletePage()
  const kit = useKit()
  const navigate = useNavigate()
  const units = useUnits()
  const fitting = (kit.data ?? []).filter((u) => (protocol.implements as readonly string[]).includes(u.kind)).sort((a, b) => Number(a.place !== 'hall') - Number(b.place !== 'hall'))
  const [unitId, setUnitId] = useState<string | null>(null)
  const [variant, setVariant] = useState<Record<string, string>>(() => Object.fromEntries(protocol.variants.map((v) => [v.id, v.options[0]!.id])))
  const [numbers, setNumbers] = useState<Record<string, string>>(() => Object.fromEntries(protocol.numbers.map((n) => [n.id, n.start ?? ''])))
  const [conditions, setConditions] = useState(NONE)
  const [familiar, setFamiliar] = useState(false)
  const [reason, setReason] = useState('')
  const [adding, setAdding] = useState(false)
  const unit = fitting.find((u) => u.id === unitId) ?? fitting.find((u) => testRefusal(u) === null) ?? fitting[0]
  const [expected, setExpected] = useState('')
  const e = parseNumber(expected)
  const expectedKg = protocol.id === 'lift_max' && e.ok ? toSi(e.value, units.mass, 'kg') : null
  const ready = protocol.id !== 'lift_max' || (expectedKg !== null && expectedKg >= 1 && expectedKg <= 300)
  const refusal = unit ? testRefusal(unit) : null
  const judge = judgeBy(safetyFacts(athlete, me.today, null, athlete.history))
  const hands: Hand[] = protocol.hands === 'both' ? ['both'] : ['left', 'right']
  const held = hands.map((h) => ({ hand: h, by: blockedBy(judge, { kind: 'test', protocol, hand: h }) })).filter((h) => h.by.length > 0)
  const missing = missingConditions(conditions)
  const loads = protocol.numbers.map((n) => { const r = parseNumber(numbers[n.id] || (n.start ?? '')); return { n, value: r.ok && r.value >= n.limits[0] && r.value <= n.limits[1] ? r.value : null } })
  const stated = loads.every((g) => g.value !== null)
  const write = useWrite((body: SessionBody) => api.post<SessionView>(`/api/athletes/${athlete.id}/tests`, body), touchedBy(athlete.id))
  const all = held.length === hands.length
  const start = (given: TestConditions, why: string) => {
    if (!unit || !stated) return
    const id = v7()
    write.mutate({
      id, protocolId: protocol.id as SessionBody['protocolId'], unitId: unit.id, measurementId: unit.measurementId,
      variant: { ...variant, ...Object.fromEntries(loads.map((g) => [g.n.id, String(g.value)])) },
      conditions: { ...given, familiar }, overrideReason: why, note: '', expectedKg, deviceAt: new Date().toISOString(),
    }, { onSuccess: () => void navigate(`/athletes/${athlete.id}/tests/${id}`) })
  }
  return (
    <div className="start panel">
      {held.map((h) => h.by.map((c) => (
        <p key={`${h.hand}${c.caution.id}`} className="held"><HandLetter hand={h.hand} /><span><b>{c.caution.title}.</b> {c.caution.says} {c.caution.instead}</span></p>
      )))}
      <div className="start-grid">
        <fieldset>
          <legend>Set-up</legend>
          <label>Implement
            <select value={unit?.id ?? ''} onChange={(e) => (e.currentTarget.value === '+' ? setAdding(true) : setUnitId(e.currentTarget.value))}>
              {fitting.map((u) => <option key={u.id} value={u.id}>{u.label}{u.sizeMm === null ? '' : `, ${u.sizeMm} mm`}{u.place === 'hall' ? '' : `, ${whereIs(u.place)}`}</option>)}
              {fitting.length === 0 && <option value="">{kit.isPending ? ' ' : 'None in the hall'}</option>}
              {me.role === 'coach' && <option value="+">Add one to the hall …</option>}
            </select>
          </label>
          {protocol.variants.map((v) => (
            <label key={v.id}>{v.name}
              <select value={variant[v.id]} onChange={(e) => { const value = e.currentTarget.value; setVariant((x) => ({ ...x, [v.id]: value })) }}>{v.options.map((o) => <option key={o.id} value={o.id}>{o.name}</option>)}</select>
            </label>
          ))}
          {loads.map(({ n, value }) => <label key={n.id}>{n.name}, kg<input value={numbers[n.id]} inputMode="decimal" aria-invalid={numbers[n.id] !== '' && value === null} onChange={(e) => { const text = e.currentTarget.value; setNumbers((x) => ({ ...x, [n.id]: text })) }} /></label>)}
          {protocol.id === 'lift_max' && <label>Expected best of the better hand, {units.mass}<input value={expected} inputMode="decimal" aria-invalid={expected !== '' && !ready} onChange={(x) => setExpected(x.currentTarget.value)} /></label>}
          {refusal && <p className="said" role="alert">{refusal}</p>}
          <p className="note">Another implement, size or position is another series; series are never joined.</p>
        </fieldset>
        <fieldset>
          <legend>Before a maximal test</legend>
          {TEST_CONDITIONS.map((c) => <label className="tick" key={c.id}><input type="checkbox" checked={conditions[c.id]} onChange={(e) => { const on = e.currentTarget.checked; setConditions((x) => ({ ...x, [c.id]: on })) }} />{c.ask}</label>)}
          {protocol.familiarSessions > 0 && <label className="tick"><input type="checkbox" checked={familiar} onChange={(e) => setFamiliar(e.currentTarget.checked)} />Knows this test from before (else the first {protocol.familiarSessions === 1 ? 'session is' : `${protocol.familiarSessions} are`} practice)</label>}
          <div className="start-act">
            <button className="btn pri big" autoFocus disabled={!unit || refusal !== null || all || write.isPending || !stated || !ready} onClick={() => (missing.length === 0 ? start(conditions, '') : start(ALL, ''))}>{missing.length === 0 ? 'Start' : 'All four met, start'}</button>
          </div>
          <details className="override">
            <summary>Not all met, test all the same</summary>
            <label>Reason, kept on the record<input value={reason} onChange={(e) => setReason(e.currentTarget.value)} /></label>
            <button className="btn" disabled={!unit || refusal !== null || all || reason.trim() === '' || write.isPending || !stated || !ready} onClick={() => start(conditions, reason.trim())}>Start without: {missing.length === 0 ? 'nothing' : missing.join(', ')}</button>
          </details>
          <p className="said" role="alert">{write.error && failureText(write.error)}</p>
        </fieldset>
      </div>
      <AddImplement opened={adding} kinds={protocol.implements} onClose={() => setAdding(false)} onAdded={(id) => { setUnitId(id); setAdding(false); notifications.show({ message: 'Added to the hall' }) }} />
    </div>
  )
}

function Earlier() {
  const { athlete, me } = useAthletePage()
  const units = useUnits()
  const tests = useTests(athlete.id)
  if (tests.error && !tests.data) return <Failed error={tests.error} retry={() => void tests.refetch()} />
  const rows = [...(tests.data ?? [])].reverse()
  return (
    <>
      <div className="earlier-head"><h2>Tests so far</h2>{rows.length > 0 && <a className="lnk" href={`/api/athletes/${athlete.id}/trials.csv`} download={`${athlete.name} trials.csv`}>Save as CSV</a>}</div>
      {tests.isSuccess && rows.length === 0 && <p className="blank">None yet. Start one above, or <Link className="lnk" to="/import">import trials</Link>.</p>}
      {rows.length > 0 && (
        <table className="earlier">
          <thead><tr><th scope="col">Day</th><th scope="col">Protocol</th><th scope="col" className="l">Left, best</th><th scope="col" className="r">Right, best</th><th scope="col">Hands</th></tr></thead>
          <tbody>
            {rows.map((s) => {
              const protocol = protocolById(s.protocolId)!
              const reading = readSession(protocol, s.trials)
              const best = (hand: Hand) => { const v = reading.hands.find((h) => h.hand === hand)?.summary?.best; return v === undefined ? '–' : formatWithUnit(v, protocol.unit, units) }
              return (
                <tr key={s.id}>
                  <td><Link className="lnk" to={`/athletes/${athlete.id}/tests/${s.id}`}>{formatDate(s.performedOn, me.today, { weekday: true })}</Link></td>
                  <td>{protocol.name}{setupWords(protocol, s.variant, ['direction', 'angle', 'loadKg', 'helpKg'])}{s.practice && <span className="s"> · practice</span>}<small>{s.unitLabel}</small></td>
                  {protocol.hands === 'both' ? <td colSpan={2} className="both">{best('both')}</td> : <><td className="l L">{best('left')}</td><td className="r R">{best('right')}</td></>}
                  <td><SessionChip session={s} /></td>
                </tr>
              )
            })}
          </tbody>
        </table>
      )}
    </>
  )
}

/** Choices that tell series of one protocol apart, after its name. */
function setupWords(protocol: Protocol, variant: Readonly<Record<string, string>>, ids: readonly string[]): string {
  const words = [...protocol.variants.filter((v) => ids.includes(v.id)).map((v) => v.options.find((o) => o.id === variant[v.id])?.name.toLowerCase()), ...protocol.numbers.filter((n) => ids.includes(n.id)).map((n) => `${variant[n.id]}\u00A0kg`)]
  return words.length > 0 ? `, ${words.join(', ')}` : ''
}

function SessionChip({ session }: { session: SessionView }) {
  const reading = readSession(protocolById(session.protocolId)!, session.trials)
  if (isUnfinished(session) && session.observations.length === 0) return <Chip icon="clock">Unfinished</Chip>
  const v = reading.verdict
  if (!v) return <Chip icon="circle" tone="plain">No side</Chip>
  if (v.kind === 'unknown') return <Chip icon="question" tone="dash">No verdict</Chip>
  if (v.kind === 'inside-error') return <Chip icon="waves" tone="soft">Inside error</Chip>
  return <Chip icon={v.weaker === 'left' ? 'left' : 'right'} tone={v.kind === 'large' ? 'solid' : 'outline'}>{verdictWords(v, null, false).word}, {v.weaker} −{Math.round(v.asymmetryPct)}{'\u00A0'}%</Chip>
}
