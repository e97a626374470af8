import { Button, Input, SegmentedControl, UnstyledButton } from '@mantine/core'
import { useDeferredValue, useMemo, useState } from 'react'
import type { Quality, QualityId } from '@mano/core/catalogue/qualities'
import { demandProfile, type DemandProfile, type DemandRow } from '@mano/core/demand/profile'
import { idealWords } from '@mano/core/match/words'
import { askWhich, meaningOf } from '@mano/core/catalogue/words'
import { PLACES, type Place } from '@mano/core/catalogue/places'
import { formatDate } from '@mano/core/units/dates'
import { useCalm } from '../../base/calm'
import { useSports, may } from '../../base/data'
import { Still } from '../../base/Still'
import { Failed } from '../../base/Trouble'
import { useUnits } from '../../base/units'
import { useGo } from '../../base/useGo'
import { PairCell } from '../../drawn/PairCell'
import { useAthletePage } from '../athlete/AthletePage'
import { CopySport } from './CopySport'
import { EditDemand } from './EditDemand'
import { MatchPanel } from './MatchPanel'
import { Sources } from './Sources'
import { useMatch } from './useMatch'
import './demands.css'
import { must } from '@mano/core/units/must'
import { stepBy } from '../../base/arrows'

const WORDS = ['out', 'little', 'some', 'moderate', 'high', 'decisive']
export const weightWord = (importance: number): string => must(WORDS[Math.round(importance)])

/** What the training asks of the hand, and with what it is trained where the athlete trains. */
export default function Demands() {
  const { athlete, me } = useAthletePage()
  const sports = useSports()
  const profile = useMemo(
    () => (athlete.demand && sports.data ? demandProfile(athlete.demand, sports.data) : null),
    [athlete.demand, sports.data],
  )
  const [params, go] = useGo()
  const place: Place =
    PLACES.find((p) => p.id === params.get('place'))?.id ??
    athlete.week?.days.find((d) => d.gripMinutes > 0)?.place ??
    'hall'
  const { view, error, retry } = useMatch(profile, place)
  const [modal, setModal] = useCalm<'sources' | 'copy' | QualityId | null>(null)
  const coach = may(me, 'coach')
  if (error ?? sports.error)
    return (
      <Failed
        error={must(error ?? sports.error)}
        retry={() => {
          retry()
          void sports.refetch()
        }}
      />
    )
  const row = profile?.rows.find((r) => r.quality.id === params.get('quality')) ?? profile?.rows[0]
  return (
    <main className="cols dem-cols">
      <section>
        <div className="dem-head">
          <h2>{profile?.name ?? (athlete.demand ? '\u00A0' : 'No sport chosen')}</h2>
          {athlete.demand && (
            <span className="s">
              since {formatDate(athlete.demand.since, me.today)}
              {athlete.demand.edits.length > 0
                ? `, ${athlete.demand.edits.length} changed by the coach`
                : ''}
            </span>
          )}
          {coach && (
            <span className="dem-act">
              <Button variant="default" size="xs" onClick={() => setModal('sources')}>
                Sports and weights
              </Button>
              {profile && (
                <Button variant="default" size="xs" onClick={() => setModal('copy')}>
                  Copy as own
                </Button>
              )}
            </span>
          )}
        </div>
        {profile && (
          <>
            <p className="note dem-objects">{profile.sources.map((s) => s.objects).join(' ')}</p>
            <div className="dem-tools">
              <Find profile={profile} onFind={(q) => go({ quality: q })} />
              <SegmentedControl
                aria-label="Place"
                data={PLACES.map((p) => ({ value: p.id, label: p.name }))}
                value={place}
                onChange={(v) => go({ place: v })}
              />
            </div>
            <DemandTable
              profile={profile}
              level={athlete.level}
              picked={row?.quality.id ?? null}
              best={(r) => view?.ranked.get(r.quality.id)?.[0] ?? null}
              loaded={view !== null}
              onPick={(q) => go({ quality: q })}
            />
            <p className="note">
              Weights, emphasis and likeness are practice estimates, no source. Max is up to 10 s,
              sustained 30 to 120 s, repeated means bouts with short rests, reactive under a second.
            </p>
          </>
        )}
      </section>
      <aside className="aside-stays">
        {profile && row && view && (
          <MatchPanel
            key={row.quality.id}
            profile={profile}
            row={row}
            view={view}
            place={place}
            onEdit={coach ? () => setModal(row.quality.id) : undefined}
          />
        )}
      </aside>
      {modal === 'sources' && <Sources onClose={() => setModal(null)} />}
      {modal === 'copy' && profile && (
        <CopySport profile={profile} onClose={() => setModal(null)} />
      )}
      {row && modal === row.quality.id && <EditDemand row={row} onClose={() => setModal(null)} />}
    </main>
  )
}

interface TableProps {
  profile: DemandProfile
  level: string
  picked: QualityId | null
  best: (
    row: DemandRow,
  ) => { unit: { label: string }; score: { left: number; right: number }; mean: number } | null
  loaded: boolean
  onPick: (q: QualityId) => void
}

function DemandTable({ profile, level, picked, best, loaded, onPick }: TableProps) {
  const units = useUnits()
  return (
    <table className="dem" onKeyDown={(e) => stepBy(e, 'th button')?.click()}>
      <thead>
        <tr>
          <th scope="col">Quality</th>
          <th scope="col">Weight</th>
          <th scope="col">Emphasis</th>
          <th scope="col">Nearest there</th>
          <th scope="col">Match, left and right of 100</th>
        </tr>
      </thead>
      <tbody>
        {profile.rows.map((r) => {
          const top = best(r)
          return (
            <tr
              key={r.quality.id}
              className={
                `${r.importance >= 4 ? 'heavy' : ''} ` +
                `${r.quality.id === picked ? 'picked' : ''} ` +
                `${r.importance === 0 ? 'out' : ''}`
              }
              onClick={() => onPick(r.quality.id)}
            >
              <th scope="row">
                <UnstyledButton
                  aria-pressed={r.quality.id === picked}
                  onClick={(e) => {
                    e.stopPropagation()
                    onPick(r.quality.id)
                  }}
                >
                  <b>{r.quality.name}</b>
                </UnstyledButton>
                <small>
                  {idealWords(r, level, units.length)}
                  {r.changed.length > 0 && <em> · changed</em>}
                </small>
              </th>
              <td>
                <span className="pips" aria-hidden="true">
                  {[1, 2, 3, 4, 5].map((n) => (
                    <i key={n} className={n <= Math.round(r.importance) ? 'on' : ''} />
                  ))}
                </span>
                <span className="n">
                  {r.importance} {weightWord(r.importance)}
                </span>
              </td>
              <td className="n">
                {r.emphasis
                  .map((e) =>
                    r.emphasis.length > 1 ? `${e.id} ${Math.round(e.share * 100)}\u00A0%` : e.id,
                  )
                  .join(', ')}
              </td>
              <td className="near">
                {top && top.mean > 0 ? (
                  top.unit.label
                ) : loaded ? (
                  <span className="blank">Nothing there</span>
                ) : (
                  ''
                )}
              </td>
              <td className="pairs">
                {top && top.mean > 0 && (
                  <PairCell
                    quantity="count"
                    left={top.score.left}
                    right={top.score.right}
                    both={null}
                    weaker={null}
                    scale={100}
                  />
                )}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

/** A quality by the coach's own word; a word that means several asks which. */
function Find({ profile, onFind }: { profile: DemandProfile; onFind: (q: QualityId) => void }) {
  const [text, setText] = useState('')
  const sought = useDeferredValue(text)
  const take = (q: QualityId) => {
    onFind(q)
    setText('')
  }
  return (
    <div className="dem-find">
      <Input
        aria-label="Find a quality"
        placeholder="crush, pinch, support …"
        value={text}
        onChange={(e) => setText(e.currentTarget.value)}
        onKeyDown={(e) => {
          const hits = e.key === 'Enter' ? hitsOf(text, profile) : []
          if (hits.length === 1) take(must(hits[0]).id)
          if (e.key === 'Escape') setText('')
        }}
      />
      <Still of={[sought, profile]}>
        <Which text={sought} profile={profile} onTake={take} />
      </Still>
    </div>
  )
}

function hitsOf(text: string, profile: DemandProfile): readonly Quality[] {
  const meaning = meaningOf(text)
  if (meaning.kind === 'several') return meaning.qualities
  if (meaning.kind === 'one') return [meaning.quality]
  const part = text.trim().toLowerCase()
  return part.length < 2
    ? []
    : profile.rows
        .map((r) => r.quality)
        .filter((q) => `${q.name} ${q.does}`.toLowerCase().includes(part))
}

/** What a word may mean, each to be taken. */
function Which({
  text,
  profile,
  onTake,
}: {
  text: string
  profile: DemandProfile
  onTake: (q: QualityId) => void
}) {
  if (text.trim() === '') return null
  const meaning = meaningOf(text)
  const hits = hitsOf(text, profile)
  return (
    <div className="dem-which" role="status">
      <p>
        {meaning.kind === 'several'
          ? askWhich(meaning)
          : hits.length === 0
            ? 'No quality is called that.'
            : ''}
      </p>
      {hits.map((q) => (
        <Button variant="default" size="xs" key={q.id} onClick={() => onTake(q.id)}>
          {q.name}
        </Button>
      ))}
    </div>
  )
}
