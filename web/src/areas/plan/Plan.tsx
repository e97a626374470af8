import { Button, Modal } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { v7 } from 'uuid'
import type { DraftView, PlanBody, PlanVersionView, PlanView } from '@mano/contract/plan'
import { NOT_A_DIAGNOSIS } from '@mano/core/catalogue/cautions'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { withCompetitions } from '@mano/core/intake/week'
import { judgedWith, withCoach } from '@mano/core/plan/coach'
import { verdicts } from '@mano/core/plan/moves'
import { mergeWeeks } from '@mano/core/plan/merge'
import { readProblem } from '@mano/core/plan/problem'
import { RULES, validate, weekStartOf, type Breach } from '@mano/core/plan/rules'
import { handLoad } from '@mano/core/plan/time'
import { DAY_NAMES, NO_TERMS, type Block, type WeekPlan } from '@mano/core/plan/types'
import { addDays, formatDate } from '@mano/core/units/dates'
import { api, ApiProblem, failureText } from '../../app/api'
import { touchedBy, useWrite } from '../../app/data'
import { Failed } from '../../app/Trouble'
import { Icon } from '../../hands/Icon'
import { Chip } from '../../hands/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { AddBlock } from './AddBlock'
import { BlockPanel } from './BlockPanel'
import { BlockView } from './BlockView'
import { Board } from './Board'
import { Coverage } from './Coverage'
import { draftKey, useDrafts, type Draft } from './draft'
import { FrameForm } from './FrameForm'
import { HandBudget } from './HandBudget'
import { Lanes } from './Lanes'
import { Schools } from './Schools'
import { SearchStrip } from './SearchStrip'
import { usePlanner } from './usePlanner'
import { planKey, usePlan, usePlanContext, useProblem } from './usePlan'
import './plan.css'

/** One week: drafted, bettered in the background, argued with by hand while the validator speaks, kept as frozen versions. */
export default function Plan() {
  const { athlete } = useAthletePage()
  const plan = usePlan(athlete.id)
  const [params] = useSearchParams()
  if (plan.error && !plan.data) return <Failed error={plan.error} retry={() => void plan.refetch()} />
  if (!plan.data) return <main className="cols" aria-busy="true" />
  return params.get('view') === 'block' ? <BlockView view={plan.data} /> : <Week view={plan.data} />
}

function Week({ view }: { view: PlanView }) {
  const { athlete, me } = useAthletePage()
  const [params, setParams] = useSearchParams()
  const weekStart = params.get('week') ?? weekStartOf(me.today)
  const saved = view.versions.find((v) => v.weekStart === weekStart)
  const key = draftKey(athlete.id, weekStart)
  const drafts = useDrafts()
  const stored: Draft = { frame: saved?.frame ?? withCompetitions(view.frame, weekStart, athlete.events), blocks: saved?.blocks ?? [], terms: saved?.terms ?? NO_TERMS, basedOn: saved?.id ?? null }
  const draft = drafts.open[key] ?? stored
  const changed = drafts.open[key] !== undefined
  const week: WeekPlan = { weekStart, frame: draft.frame, blocks: draft.blocks }
  const context = judgedWith(usePlanContext(view, weekStart), draft.terms)
  const breaches = validate(week, context)
  const coach = me.role === 'coach'
  const base = useProblem(athlete.id, weekStart, coach && athlete.demand !== null)
  const problem = base && withCoach(base, draft.frame, draft.terms, draft.blocks)
  const planner = usePlanner()
  const [picked, setPicked] = useState<string | null>(null)
  const [open, setOpen] = useState<'frame' | 'save' | 'schools' | null>(null)
  const [adding, setAdding] = useState<number | null>(null)
  const [said, setSaid] = useState('')
  const put = (next: Partial<Draft>) => { setSaid(''); drafts.put(key, { ...draft, ...next }, draft) }
  const change = (id: string, more: Partial<Block>) => put({ blocks: draft.blocks.map((b) => (b.id === id ? { ...b, ...more } : b)) })
  const make = useWrite(() => api.post<DraftView>(`/api/athletes/${athlete.id}/draft`, { weekStart, frame: draft.frame, terms: draft.terms }), [])
  const block = draft.blocks.find((b) => b.id === picked)
  const go = (to: string) => { planner.stop(); setPicked(null); setSaid(''); setParams({ week: to }) }

  /** A block to another day: a practice rule it breaks is shown, a safety rule holds it, with the days that are free. */
  const move = (b: Block, day: number) => {
    const says = verdicts(week, b, context)
    const held = says[day]
    if (held?.kind === 'safety') {
      const free = says.flatMap((v, d) => (v === null && d !== b.day && draft.frame[d]!.minutes > 0 ? [DAY_NAMES[d]] : []))
      return setSaid(`Not moved: ${held.says}. ${free.length > 0 ? `Free: ${free.join(', ')}.` : 'No day is free as the week stands.'}`)
    }
    change(b.id, { day })
    setPicked(b.id)
    setSaid(`${exerciseById(b.exerciseId)!.name} moved to ${DAY_NAMES[day]}.${held ? ` ${held.says}: a coach may, with a word when saving.` : ''}`)
  }
  /** The draft is shown at once and bettered behind it. */
  const draftAnew = () => make.mutate(undefined, {
    onSuccess: (made) => {
      const read = readProblem(made.problem)
      const blocks = [...draft.blocks.filter((b) => b.pinned), ...made.blocks.filter((b) => !draft.blocks.some((x) => x.pinned && x.day === b.day && x.exerciseId === b.exerciseId))]
      put({ blocks })
      setPicked(null)
      if (read.ok) planner.look({ kind: 'improve', problem: withCoach(read.problem, draft.frame, draft.terms, blocks), plan: { ...week, blocks } })
    },
  })
  const pins = draft.blocks.filter((b) => b.pinned)
  const better = () => {
    if (!problem) return
    // With something broken or pinned the week is planned round it, near to what it is; else the whole week is looked at.
    planner.look(breaches.length > 0 ? { kind: 'resolve', problem, plan: week, days: [...new Set([...breaches.flatMap((b) => (b.day === null ? [] : [b.day])), ...pins.map((b) => b.day)])] } : { kind: 'improve', problem, plan: week })
  }
  const ban = (b: Block) => { put({ blocks: draft.blocks.filter((x) => x.exerciseId !== b.exerciseId), terms: { ...draft.terms, bans: [...draft.terms.bans, { exerciseId: b.exerciseId, day: null }] } }); setPicked(null) }

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
            {(drafts.future[key]?.length ?? 0) > 0 && <button className="btn" onClick={() => drafts.redo(key)}>Redo</button>}
            {changed && <button className="btn" onClick={() => { drafts.drop(key); setPicked(null) }}>Leave changes</button>}
            <button className="btn" onClick={() => { planner.stop(); setParams({ view: 'block' }) }}>Block</button>
            <button className="btn" onClick={() => setOpen('frame')}>Week frame</button>
            <button className="btn" disabled={!problem} onClick={() => setOpen('schools')}>Schools</button>
            <button className={`btn ${draft.blocks.length === 0 ? 'pri' : ''}`} disabled={make.isPending || !athlete.demand} onClick={draftAnew}>{make.isPending ? 'Drafting …' : draft.blocks.length === 0 ? 'Draft the week' : 'Draft anew'}</button>
            {draft.blocks.length > 0 && <button className="btn" disabled={!problem || planner.search.state === 'looking'} onClick={better}>{breaches.length > 0 ? 'Plan round it' : 'Look for better'}</button>}
            <button className="btn pri" disabled={!changed} onClick={() => setOpen('save')}>Save version</button>
          </span>
        )}
      </div>
      <p className="said" role="alert">{make.error && failureText(make.error)}</p>
      <SearchStrip search={planner.search} problem={problem} blocks={draft.blocks} mends={breaches.length > 0} onTake={(blocks) => { put({ blocks: blocks.map((b) => ({ ...b, pinned: pins.some((x) => x.day === b.day && x.exerciseId === b.exerciseId) || undefined })) }); planner.stop(); setPicked(null) }} onStop={planner.stop} />
      <p className="moved" role="status">{said}</p>
      <div className="plan-body">
        <div>
          <Board plan={week} context={context} breaches={breaches} today={me.today} editable={coach} picked={picked} onPick={setPicked} onMove={move} onAdd={setAdding} />
          <Lanes weekStart={weekStart} frame={draft.frame} blocks={draft.blocks} context={context} />
          <HandBudget frame={draft.frame} blocks={draft.blocks} settings={draft.terms.settings} />
        </div>
        <aside>
          {block ? <BlockPanel key={block.id} block={block} plan={week} problem={problem} breaches={breaches.filter((b) => b.blockIds.includes(block.id))} editable={coach} onChange={(more) => change(block.id, more)} onMove={(day) => move(block, day)} onReplace={(b) => change(block.id, { ...b, id: block.id, pinned: undefined })} onRemove={() => { put({ blocks: draft.blocks.filter((b) => b.id !== block.id) }); setPicked(null) }} onBan={() => ban(block)} /> : <>
            <Speaking breaches={breaches} blocks={draft.blocks} onPick={setPicked} />
            {draft.terms.bans.length > 0 && <div className="block"><h2 className="h3">Out this week</h2><ul className="breaches">{draft.terms.bans.map((x) => <li key={x.exerciseId}><Icon name="cross" /><span>{exerciseById(x.exerciseId)?.name} {coach && <button className="lnk" onClick={() => put({ terms: { ...draft.terms, bans: draft.terms.bans.filter((y) => y !== x) } })}>Allow again</button>}</span></li>)}</ul></div>}
            {problem && draft.blocks.length > 0 && <Coverage problem={problem} blocks={draft.blocks} />}
          </>}
          <div className="block"><p className="note">{NOT_A_DIAGNOSIS} Drag a block to another day, or press Shift and an arrow key on it.</p></div>
        </aside>
      </div>
      <AddBlock day={adding} frame={draft.frame} context={context} blocks={draft.blocks} weekStart={weekStart} problem={problem} onBlocks={(blocks) => { put({ blocks: [...blocks] }); setAdding(null) }} onClose={() => setAdding(null)} onAdd={(b) => { put({ blocks: [...draft.blocks, b] }); setAdding(null); setPicked(b.id) }} />
      <Modal opened={open === 'frame'} onClose={() => setOpen(null)} title="Week frame" size="lg">{open === 'frame' && <FrameForm frame={draft.frame} onDone={(frame) => { if (frame) put({ frame }); setOpen(null) }} />}</Modal>
      <Modal opened={open === 'schools'} onClose={() => setOpen(null)} title="Schools side by side" size="xl">{open === 'schools' && problem && <Schools problem={problem} week={week} onTake={(settings, blocks) => { put({ terms: { ...draft.terms, settings }, ...(blocks && { blocks: [...blocks] }) }); setOpen(null) }} />}</Modal>
      <Modal opened={open === 'save'} onClose={() => setOpen(null)} title="Save this week">{open === 'save' && <Save body={{ id: v7(), weekStart, ...draft, reason: '' }} breaches={breaches} newest={saved ?? null} onMerge={(blocks, basedOn) => { drafts.put(key, { ...draft, blocks, basedOn }, draft); setOpen(null) }} onDone={() => { drafts.drop(key); setOpen(null); notifications.show({ message: 'Saved as a version of its own' }) }} />}</Modal>
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

function Save({ body, breaches, newest, onMerge, onDone }: { body: PlanBody; breaches: readonly Breach[]; newest: PlanVersionView | null; onMerge: (blocks: Block[], basedOn: string) => void; onDone: () => void }) {
  const { athlete } = useAthletePage()
  const client = useQueryClient()
  const [reason, setReason] = useState('')
  const [theirs, setTheirs] = useState<{ says: string; version: PlanVersionView; base: readonly Block[] } | null>(null)
  const write = useWrite((b: PlanBody) => api.post(`/api/athletes/${athlete.id}/plans`, b), [planKey(athlete.id), ...touchedBy(athlete.id)])
  const safety = breaches.filter((b) => b.kind === 'safety')
  /** Someone else was quicker: what they saved is read, to be put together with this. */
  const moved = async (error: unknown) => {
    if (!(error instanceof ApiProblem) || error.problem.status !== 409) return
    const view = await client.fetchQuery({ queryKey: planKey(athlete.id), queryFn: () => api.get<PlanView>(`/api/athletes/${athlete.id}/plan`), staleTime: 0 })
    const version = view.versions.find((v) => v.weekStart === body.weekStart)
    if (version) setTheirs({ says: error.problem.detail ?? '', version, base: newest?.blocks ?? [] })
  }
  if (theirs) {
    const merged = mergeWeeks(theirs.base, body.blocks, theirs.version.blocks)
    const name = (b: Block | null) => (b ? `${exerciseById(b.exerciseId)?.name ?? b.exerciseId} on ${DAY_NAMES[b.day]}` : 'removed')
    return (
      <div className="change">
        <p role="alert"><b>{theirs.says}</b> Nothing of yours is lost: it is still here.</p>
        {merged.clashes.length > 0 && <><p>Both of you changed:</p><ul className="changes">{merged.clashes.map((c, i) => <li key={i}><b>Both</b><span>yours: {name(c.ours)}; theirs: {name(c.theirs)}</span></li>)}</ul></>}
        <div className="row"><button className="btn pri" onClick={() => onMerge(merged.blocks, theirs.version.id)}>Put both together{merged.clashes.length > 0 ? ', mine where both changed' : ''}</button><button className="btn" onClick={() => onMerge([...theirs.version.blocks], theirs.version.id)}>Take theirs</button></div>
        <p className="note">The week is checked again before it is saved; Undo brings yours back.</p>
      </div>
    )
  }
  return (
    <form className="change" onSubmit={(e) => { e.preventDefault(); write.mutate({ ...body, reason: reason.trim() }, { onSuccess: onDone, onError: (error) => void moved(error) }) }}>
      {safety.length > 0 && <p className="said">{safety.map((b) => b.says).join('. ')}. Safety is not given up: change the week first.</p>}
      {safety.length === 0 && breaches.length > 0 && <><p>{breaches.map((b) => b.says).join('. ')}.</p><label>Reason to plan it all the same, kept with the version<input data-autofocus value={reason} onChange={(e) => setReason(e.currentTarget.value)} /></label></>}
      {breaches.length === 0 && <p>All rules hold. The version is frozen; later changes make a new one, and logs point at the version they were done by.</p>}
      <p className="said" role="alert">{write.error && failureText(write.error)}</p>
      <Button type="submit" loading={write.isPending} disabled={safety.length > 0 || (breaches.length > 0 && reason.trim() === '')}>Save version</Button>
    </form>
  )
}
