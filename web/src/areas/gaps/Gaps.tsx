import { Modal } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { v7 } from 'uuid'
import type { GapsView, StandardBody } from '@mano/contract/plan'
import { RUNNABLE_PROTOCOLS, type EntryUnit } from '@mano/core/catalogue/protocols'
import { gapMap, testNext, weakerSide, type GapRow, type HandGap, type ReferenceSource } from '@mano/core/gaps/map'
import { buildSeries } from '@mano/core/review/series'
import { formatDate } from '@mano/core/units/dates'
import { formatPct, formatValue, formatWithUnit, shownUnit } from '@mano/core/units/format'
import { parseNumber } from '@mano/core/units/parse'
import { api, failureText } from '../../app/api'
import { keys, useProfile, useTests, useWrite } from '../../app/data'
import { Failed } from '../../app/Trouble'
import { useUnits } from '../../app/units'
import { Icon } from '../../hands/Icon'
import { useAthletePage } from '../athlete/AthletePage'
import './gaps.css'

export const gapsKey = (id: string) => ['gaps', id]
export const SOURCE_WORDS: Record<ReferenceSource, string> = { standard: 'coach\'s standard', squad: 'squad median', 'own-best': 'own best so far', none: 'no standard set' }

/** The hand map: each row scaled to its own demand, left on the left, right on the right. */
export default function Gaps() {
  const { athlete, me } = useAthletePage()
  const tests = useTests(athlete.id)
  const gaps = useQuery({ queryKey: gapsKey(athlete.id), queryFn: () => api.get<GapsView>(`/api/athletes/${athlete.id}/gaps`) })
  const [setting, setSetting] = useState<GapRow | null>(null)
  const profile = useProfile(athlete)
  const error = tests.error ?? gaps.error
  if (error) return <Failed error={error} retry={() => { void tests.refetch(); void gaps.refetch() }} />
  if (!tests.data || !gaps.data || !profile) return <main className="cols" aria-busy={athlete.demand ? 'true' : undefined}>{!athlete.demand && <p>Choose a sport in <Link className="lnk" to={`/athletes/${athlete.id}/demands`}>demands</Link> first.</p>}</main>
  const rows = gapMap({ profile, level: athlete.level, series: buildSeries(tests.data), standards: gaps.data.standards, squad: gaps.data.squad, today: me.today })
  const tested = rows.filter((r) => r.state !== 'untested').sort((a, b) => b.weight - a.weight)
  const untested = rows.filter((r) => r.state === 'untested').sort((a, b) => b.weight - a.weight)
  const short = (hand: 'left' | 'right') => rows.flatMap((r) => r.hands).filter((h) => h.hand === hand && (h.shortBy ?? 0) > 0).length
  return (
    <main className="cols gaps">
      <section>
        <div className="sp-head"><b className="L">Left hand <small>{short('left')} short</small></b><span>Quality · demand · weight in sport</span><b className="R"><small>{short('right')} short</small> Right hand</b></div>
        <ul className="spine">{[...tested, ...untested].map((r) => <SpineRow key={r.key} row={r} onSet={me.role === 'coach' && r.protocol ? () => setSetting(r) : undefined} />)}</ul>
        <ul className="sp-key">
          <li><i className="hot l" /><i className="hot r" />Short, or the weaker hand</li><li><i className="pale" />Meets demand, or no call</li><li><i className="whisk" />Measurement error</li><li><i className="hatch" />Short by more than error</li><li><i className="void" />Stale, or not tested</li>
        </ul>
      </section>
      <aside><Answers rows={rows} /><TestNext rows={rows} /></aside>
      <Modal opened={setting !== null} onClose={() => setSetting(null)} title={setting ? `Standard for ${setting.quality.name.toLowerCase()}` : ''}>{setting && <SetStandard row={setting} onDone={() => setSetting(null)} />}</Modal>
    </main>
  )
}

/** Share of a side at which the demand stands. */
const DEMAND_AT = 70
const CLIP = 99

function SpineRow({ row, onSet }: { row: GapRow; onSet: (() => void) | undefined }) {
  const units = useUnits()
  const unit = row.protocol?.unit
  const top = row.reference.value ?? Math.max(0, ...row.hands.map((h) => h.value))
  const at = (v: number) => Math.min(CLIP, Math.max(0, (v / top) * DEMAND_AT))
  const weaker = row.stale || row.state === 'practice' ? null : weakerSide(row.verdict)
  const lean = weaker && row.verdict && row.verdict.kind !== 'unknown' ? row.verdict.asymmetryPct : null
  const shift = lean === null ? 0 : Math.min(14, 4 + 0.4 * lean) * (weaker === 'left' ? -1 : 1)
  const both = row.hands.find((h) => h.hand === 'both')
  const of = (hand: 'left' | 'right') => row.hands.find((h) => h.hand === hand)
  const facts = [row.reference.value === null || !unit ? null : formatWithUnit(row.reference.value, unit, units), `weight ${row.importance} of 5`, row.state === 'practice' ? 'practice' : null].filter(Boolean).join(' · ')
  const label = (
    <>
      <b>{row.quality.name}, {row.emphasis}</b>
      <span>{row.stale && <><Icon name="hourglass" />{' '}</>}{facts}{lean !== null && <> <b>{weaker === 'left' ? 'Left' : 'Right'} −{Math.round(lean)}{'\u00A0'}%</b></>}</span>
    </>
  )
  const bar = (side: 'left' | 'right', h: HandGap | undefined) => {
    if (!h || !unit) return <span className={`sp-bar ${side}`}><i className="none" style={{ width: `${DEMAND_AT}%` }} />{row.reference.value !== null && <u style={{ [side === 'left' ? 'right' : 'left']: `${DEMAND_AT}%` }} />}</span>
    const hot = !row.stale && ((h.shortBy ?? 0) > 0 || weaker === side)
    const edge = side === 'left' ? 'right' : 'left'
    return (
      <span className={`sp-bar ${side} ${row.stale || row.state === 'practice' ? 'void' : ''} ${hot ? 'hot' : ''}`}>
        <i style={{ width: `${at(h.value)}%` }} />
        {(h.shortBy ?? 0) > 0 && <em style={{ [edge]: `${at(h.value)}%`, width: `${Math.max(0, DEMAND_AT - at(h.value))}%` }} />}
        {h.error !== null && <s style={{ [edge]: `${at(h.value - h.error)}%`, width: `${Math.max(0.5, at(h.value + h.error) - at(h.value - h.error))}%` }} />}
        {row.reference.value !== null && <u style={{ [edge]: `${DEMAND_AT}%` }} />}
      </span>
    )
  }
  const number = (side: 'left' | 'right', h: HandGap | undefined) => (
    <span className={`sp-v ${side}`}>{h && unit ? <><b>{formatValue(h.value, unit, units)}</b>{(h.shortBy ?? 0) > 0 && <small>{formatWithUnit(h.shortBy!, unit, units)} short</small>}{h.error === null && <small>error not known</small>}</> : <small className="blank">Not tested</small>}</span>
  )
  return (
    <li>
      {both && unit ? (
        <>
          <span className="sp-v left"><b className="ink">{formatValue(both.value, unit, units)}</b>{(both.shortBy ?? 0) > 0 && <small>{formatWithUnit(both.shortBy!, unit, units)} short</small>}{both.error === null && <small>error not known</small>}</span>
          <span className="sp-bar left ink"><i style={{ width: `${at(both.value)}%` }} className={row.stale || row.state === 'practice' ? 'dash' : ''} />{row.reference.value !== null && <u style={{ right: `${DEMAND_AT}%` }} />}</span>
        </>
      ) : <>{number('left', of('left'))}{bar('left', of('left'))}</>}
      {onSet ? <button className={`vert ${lean !== null ? `act ${weaker}` : ''}`} style={{ transform: `translateX(${shift}px)` }} onClick={onSet} title="Set a standard">{label}</button> : <span className="vert">{label}</span>}
      {both && unit ? (
        <>
          <span className="sp-bar right ink"><i style={{ width: `${at(both.value)}%` }} className={row.stale || row.state === 'practice' ? 'dash' : ''} />{row.reference.value !== null && <u style={{ left: `${DEMAND_AT}%` }} />}</span>
          <span className="sp-v right"><small>both hands</small></span>
        </>
      ) : <>{bar('right', of('right'))}{number('right', of('right'))}</>}
    </li>
  )
}

/** The order of work, each line with its arithmetic in words. */
function Answers({ rows }: { rows: readonly GapRow[] }) {
  const units = useUnits()
  const { athlete, me } = useAthletePage()
  const ranked = rows.filter((r) => r.score > 0)
  const open = rows.filter((r) => r.state === 'tested' && r.score === 0)
  return (
    <div className="block">
      <h2 className="h3">What the plan should answer</h2>
      {ranked.length === 0 && <p className="note">{open.length === 0 ? 'No counted test yet.' : 'Nothing tested falls short beyond its error.'}</p>}
      <ol className="answers">
        {ranked.map((r) => {
          const worst = [...r.hands].sort((a, b) => (b.shortBy ?? 0) - (a.shortBy ?? 0))[0]!
          const unit = r.protocol!.unit
          return (
            <li key={r.key}>
              <b>{r.quality.name}{worst.hand === 'both' ? '' : `, ${worst.hand} hand`}</b>
              <p>{formatWithUnit(r.reference.value!, unit, units)} ({SOURCE_WORDS[r.reference.source]}) less {formatWithUnit(worst.value, unit, units)} less error {formatWithUnit(worst.error!, unit, units)}: {formatWithUnit(worst.shortBy!, unit, units)} short, {formatPct((100 * worst.shortBy!) / r.reference.value!)}. Times weight {r.weight.toFixed(1)} = {r.score.toFixed(2)}.</p>
              {r.stale && <p>Rests on a test of {formatDate(r.on!, me.today)}: retest first.</p>}
            </li>
          )
        })}
      </ol>
      {open.map((r) => <p key={r.key} className="note">{r.quality.name}: {r.reference.value === null ? 'no standard set, nothing earlier to compare with' : r.hands.some((h) => h.error === null) ? 'seen too seldom to know its error, so nothing is called' : `meets ${formatWithUnit(r.reference.value, r.protocol!.unit, units)} (${SOURCE_WORDS[r.reference.source]}) within error`}.</p>)}
      <Link className="lnk" to={`/athletes/${athlete.id}/plan`}>Plan the week</Link>
    </div>
  )
}

function TestNext({ rows }: { rows: readonly GapRow[] }) {
  const { athlete } = useAthletePage()
  const next = testNext(rows, RUNNABLE_PROTOCOLS)
  const here = next.filter((n) => n.protocol)
  return (
    <div className="block">
      <h2 className="h3">Test next</h2>
      <p className="note">{next.length} of {rows.length} rows are unknown: neither zero nor fine.</p>
      <ol className="answers">{next.slice(0, 5).map(({ row, protocol }) => <li key={row.key}><b>{row.quality.name}, {row.emphasis}</b><p>weight {row.importance} of 5. {protocol ? <Link className="lnk" to={`/athletes/${athlete.id}/tests`}>{protocol.name}</Link> : `By ${row.quality.typicalTest.toLowerCase()}; Mano does not run that test yet.`}</p></li>)}</ol>
      {here.length > 0 && <p className="note">{here.map((n) => n.protocol!.name).filter((n, i, all) => all.indexOf(n) === i).join(', ')} can be run today.</p>}
    </div>
  )
}

function SetStandard({ row, onDone }: { row: GapRow; onDone: () => void }) {
  const { athlete } = useAthletePage()
  const units = useUnits()
  const protocol = row.protocol!
  const unit = shownUnit(protocol.unit, units) as EntryUnit
  const [text, setText] = useState('')
  const write = useWrite((b: StandardBody) => api.post('/api/standards', b), [gapsKey(athlete.id), keys.roster])
  const n = parseNumber(text, { clock: protocol.unit === 's' })
  const profile = useProfile(athlete)
  return (
    <form className="change" onSubmit={(e) => { e.preventDefault(); if (n.ok) write.mutate({ id: v7(), protocolId: protocol.id, sportId: (profile?.sources[0]!.originId ?? null) as never, level: athlete.level, enteredValue: n.value, enteredUnit: unit as 'kg' }, { onSuccess: onDone }) }}>
      <p>What this hall asks of a {athlete.level} athlete of this sport on {protocol.name.toLowerCase()}. It holds for every such athlete; earlier ones stay on record.</p>
      <label>Standard, {unit}<input data-autofocus value={text} inputMode="decimal" onChange={(e) => setText(e.currentTarget.value)} /></label>
      <p className="said" role="alert">{write.error && failureText(write.error)}</p>
      <button className="btn pri" type="submit" disabled={!n.ok || write.isPending}>Set standard</button>
    </form>
  )
}
