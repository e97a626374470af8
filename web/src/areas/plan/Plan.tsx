import { Button, Modal } from '@mantine/core'
import { withCompetitions } from '@mano/core/intake/week'
import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { v7 } from 'uuid'
import type { PlanBody, PlanView } from '@mano/contract/plan'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { NOT_A_DIAGNOSIS } from '@mano/core/catalogue/cautions'
import { inOrder } from '@mano/core/plan/order'
import { RULES, validate, weekStartOf, type Breach } from '@mano/core/plan/rules'
import { handLoad, sessionMinutes } from '@mano/core/plan/time'
import { DAY_NAMES, type Block } from '@mano/core/plan/types'
import { addDays, formatDate } from '@mano/core/units/dates'
import { api, failureText } from '../../app/api'
import { touchedBy, useWrite } from '../../app/data'
import { Failed } from '../../app/Trouble'
import { Icon } from '../../hands/Icon'
import { Chip } from '../../hands/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { AddBlock } from './AddBlock'
import { BlockCard } from './BlockCard'
import { BlockPanel } from './BlockPanel'
import { draftKey, useDrafts, type Draft } from './draft'
import { FrameForm } from './FrameForm'
import { planKey, usePlan, usePlanContext } from './usePlan'
import './plan.css'

/** One week: drafted by rules, changed by hand, the validator speaking, kept as frozen versions. */
export default function Plan() {
  const { athlete } = useAthletePage()
  const plan = usePlan(athlete.id)
  if (plan.error && !plan.data) return <Failed error={plan.error} retry={() => void plan.refetch()} />
  if (!plan.data) return <main className="cols" aria-busy="true" />
  return <Week view={plan.data} />
}

const PLACE = { hall: 'hall', home: 'home', bag: 'bag kit' } as const

function Week({ view }: { view: PlanView }) {
  const { athlete, me } = useAthletePage()
  const [params, setParams] = useSearchParams()
  const weekStart = params.get('week') ?? weekStartOf(me.today)
  const saved = view.versions.find((v) => v.weekStart === weekStart)
  const key = draftKey(athlete.id, weekStart)
  const drafts = useDrafts()
  const stored: Draft = { frame: saved?.frame ?? withCompetitions(view.frame, weekStart, athlete.events), blocks: saved?.blocks ?? [] }
  const draft = drafts.open[key] ?? stored
  const changed = drafts.open[key] !== undefined
  const context = usePlanContext(view, weekStart)
  const breaches = validate({ weekStart, ...draft }, context)
  const [picked, setPicked] = useState<string | null>(null)
  const [adding, setAdding] = useState<number | null>(null)
  const [framing, setFraming] = useState(false)
  const [saving, setSaving] = useState(false)
  const put = (next: Partial<Draft>) => drafts.put(key, { ...draft, ...next }, draft)
  const change = (id: string, more: Partial<Block>) => put({ blocks: draft.blocks.map((b) => (b.id === id ? { ...b, ...more } : b)) })
  const make = useWrite(() => api.post<{ blocks: Block[] }>(`/api/athletes/${athlete.id}/draft`, { weekStart, frame: draft.frame }), [])
  const coach = me.role === 'coach'
  const block = draft.blocks.find((b) => b.id === picked)
  const go = (week: string) => { setPicked(null); setParams({ week }) }
  return (
    <main className="plan">
      <div className="plan-bar">
        <button className="btn" aria-label="Week before" onClick={() => go(addDays(weekStart, -7))}><Icon name="left" /></button>
        <h2>Week of {formatDate(weekStart, me.today)}</h2>
        <button className="btn" aria-label="Week after" onClick={() => go(addDays(weekStart, 7))}><Icon name="right" /></button>
        <span className="s">{changed ? 'Not saved yet; kept in this browser' : saved ? `Version ${saved.number}, saved ${formatDate(saved.savedAt.slice(0, 10), me.today)}` : 'Nothing planned'}{saved?.reason && !changed ? ` · all the same: ${saved.reason}` : ''}</span>
        {coach && (
          <span className="plan-act">
            {(drafts.past[key]?.length ?? 0) > 0 && <button className="btn" onClick={() => drafts.undo(key)}>Undo</button>}
            {changed && <button className="btn" onClick={() => { drafts.drop(key); setPicked(null) }}>Leave changes</button>}
            <button className="btn" onClick={() => setFraming(true)}>Week frame</button>
            <button className={`btn ${draft.blocks.length === 0 ? 'pri' : ''}`} disabled={make.isPending || !athlete.demand} onClick={() => make.mutate(undefined, { onSuccess: (r) => { put({ blocks: r.blocks }); setPicked(null) } })}>{make.isPending ? 'Drafting …' : draft.blocks.length === 0 ? 'Draft the week' : 'Draft anew'}</button>
            <button className="btn pri" disabled={!changed} onClick={() => setSaving(true)}>Save version</button>
          </span>
        )}
      </div>
      <p className="said" role="alert">{make.error && failureText(make.error)}</p>
      <div className="plan-body">
        <div className="board">
          {draft.frame.map((d, i) => {
            const own = inOrder(draft.blocks.filter((b) => b.day === i))
            const used = Math.ceil(sessionMinutes(own))
            const held = breaches.filter((b) => b.day === i)
            return (
              <section key={i} className={`day ${d.minutes === 0 ? 'off' : ''}`} aria-label={DAY_NAMES[i]}>
                <header><b>{DAY_NAMES[i]} {formatDate(addDays(weekStart, i), me.today)}</b><span className={used > d.minutes ? 'over' : ''}>{d.minutes === 0 && own.length === 0 ? 'no session' : `${used} of ${d.minutes} min · ${PLACE[d.place]}`}</span></header>
                {(d.sportLoad > 0 || d.heavyPull !== 'none' || d.competition) && <p className="other">{[d.competition && 'Competition', d.sportLoad > 0 && `Sport, hand load ${d.sportLoad} of 3`, d.heavyPull !== 'none' && `Heavy pull ${d.heavyPull === 'after' ? 'after' : 'before'} grip work`].filter(Boolean).join(' · ')}</p>}
                {own.map((b) => <BlockCard key={b.id} block={b} picked={b.id === picked} breaches={held.filter((x) => x.blockIds.includes(b.id))} onPick={() => setPicked(b.id === picked ? null : b.id)} />)}
                {coach && <button className="add" onClick={() => setAdding(i)} aria-label={`Add a block on ${DAY_NAMES[i]}`}>+ Add</button>}
              </section>
            )
          })}
        </div>
        <aside>
          {block ? <BlockPanel key={block.id} block={block} breaches={breaches.filter((b) => b.blockIds.includes(block.id))} editable={coach} onChange={(more) => change(block.id, more)} onRemove={() => { put({ blocks: draft.blocks.filter((b) => b.id !== block.id) }); setPicked(null) }} /> : <Speaking breaches={breaches} blocks={draft.blocks} onPick={setPicked} />}
          <div className="block"><p className="note">{NOT_A_DIAGNOSIS}</p></div>
        </aside>
      </div>
      <AddBlock day={adding} frame={draft.frame} context={context} blocks={draft.blocks} weekStart={weekStart} onClose={() => setAdding(null)} onAdd={(b) => { put({ blocks: [...draft.blocks, b] }); setAdding(null); setPicked(b.id) }} />
      <Modal opened={framing} onClose={() => setFraming(false)} title="Week frame" size="lg">{framing && <FrameForm frame={draft.frame} onDone={(frame) => { if (frame) put({ frame }); setFraming(false) }} />}</Modal>
      <Modal opened={saving} onClose={() => setSaving(false)} title="Save this week">{saving && <Save body={{ id: v7(), weekStart, frame: draft.frame, blocks: draft.blocks, reason: '' }} breaches={breaches} onDone={() => { drafts.drop(key); setSaving(false); notifications.show({ message: 'Saved as a version of its own' }) }} />}</Modal>
    </main>
  )
}

function Speaking({ breaches, blocks, onPick }: { breaches: readonly Breach[]; blocks: readonly Block[]; onPick: (id: string) => void }) {
  return (
    <div className="block">
      <h2 className="h3">What the rules say</h2>
      {blocks.length === 0 ? <p className="note">Nothing planned yet. Draft the week, or add a block by hand.</p> : breaches.length === 0 ? <p><Chip icon="check">All {RULES.length} rules hold</Chip></p> : null}
      <ul className="breaches">{breaches.map((b, i) => <li key={i} className={b.kind}><Icon name={b.kind === 'safety' ? 'stop' : 'warn'} /><span>{b.says}. {b.kind === 'practice' ? <i>A coach may, with a word.</i> : <i>Safety: cannot be saved.</i>} {b.blockIds[0] && <button className="lnk" onClick={() => onPick(b.blockIds[0]!)}>Show</button>}</span></li>)}</ul>
      {blocks.length > 0 && <p className="note">Hand load {handLoad(blocks).toFixed(1)} (sets weighted by level, balance work apart), {blocks.length} blocks, {new Set(blocks.map((b) => exerciseById(b.exerciseId)?.primary)).size} qualities. Rules and budgets are common practice, no source.</p>}
    </div>
  )
}

function Save({ body, breaches, onDone }: { body: PlanBody; breaches: readonly Breach[]; onDone: () => void }) {
  const { athlete } = useAthletePage()
  const [reason, setReason] = useState('')
  const write = useWrite((b: PlanBody) => api.post(`/api/athletes/${athlete.id}/plans`, b), [planKey(athlete.id), ...touchedBy(athlete.id)])
  const safety = breaches.filter((b) => b.kind === 'safety')
  return (
    <form className="change" onSubmit={(e) => { e.preventDefault(); write.mutate({ ...body, reason: reason.trim() }, { onSuccess: onDone }) }}>
      {safety.length > 0 && <p className="said">{safety.map((b) => b.says).join('. ')}. Safety is not given up: change the week first.</p>}
      {safety.length === 0 && breaches.length > 0 && <><p>{breaches.map((b) => b.says).join('. ')}.</p><label>Reason to plan it all the same, kept with the version<input data-autofocus value={reason} onChange={(e) => setReason(e.currentTarget.value)} /></label></>}
      {breaches.length === 0 && <p>All rules hold. The version is frozen; later changes make a new one, and logs point at the version they were done by.</p>}
      <p className="said" role="alert">{write.error && failureText(write.error)}</p>
      <Button type="submit" loading={write.isPending} disabled={safety.length > 0 || (breaches.length > 0 && reason.trim() === '')}>Save version</Button>
    </form>
  )
}
