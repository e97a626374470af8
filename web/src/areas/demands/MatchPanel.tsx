import { Anchor, Button, UnstyledButton } from '@mantine/core'
import { Link } from 'react-router'
import { EXERCISES } from '@mano/core/catalogue/exercises'
import { implementById } from '@mano/core/catalogue/implements'
import type { DemandProfile, DemandRow } from '@mano/core/demand/profile'
import { WRAP_MEANS } from '@mano/core/hand/wrap'
import { wrapFor, type Match } from '@mano/core/match/rank'
import { substituteAt } from '@mano/core/match/substitute'
import { idealWords, lost, matchSentences, notThese } from '@mano/core/match/words'
import { PLACES, type Place } from '@mano/core/catalogue/places'
import { formatBoth } from '@mano/core/units/inch'
import { rowOf } from '@mano/core/units/row'
import { useCalm } from '../../base/calm'
import { Term } from '../../base/Term'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { PairCell } from '../../drawn/PairCell'
import type { MatchView } from './useMatch'
import { must } from '@mano/core/units/must'

const SHOWN = 5

/**
 * One demand: its ideal, what comes nearest and what is lost, and every score told by its parts.
 */
export function MatchPanel({
  profile,
  row,
  view,
  place,
  onEdit,
}: {
  profile: DemandProfile
  row: DemandRow
  view: MatchView
  place: Place
  onEdit: (() => void) | undefined
}) {
  const units = useUnits()
  const [all, setAll] = useCalm(false)
  const [open, setOpen] = useCalm<string | null>(null)
  const ranked = view.ranked.get(row.quality.id) ?? []
  const not = notThese(row, ranked)
  const where = rowOf(PLACES, place)
  const o = must(row.objects[0])
  return (
    <div className="match">
      <div className="row">
        <h2 className="h3">
          <Term kind="quality" id={row.quality.id}>
            {row.quality.name}
          </Term>
        </h2>
        {onEdit && (
          <Button variant="default" size="xs" onClick={onEdit}>
            Edit this demand
          </Button>
        )}
      </div>
      <p>
        <b>Asked for:</b> {idealWords(row, view.who.level, units.length)}
        {o.hands === 'one' ? ', one hand' : o.hands === 'two' ? ', two hands' : ''}
        {o.arm && `, ${o.arm}`}
        {o.style && `, ${o.style}`}
        {row.objects.length > 1 &&
          `; or ${row.objects
            .slice(1)
            .map((x) => x.words)
            .join(', ')}`}
        .
      </p>
      {matchSentences(profile, row, ranked, view.units, view.who, place).map((s) => (
        <p key={s} className="match-say">
          {s}
        </p>
      ))}
      <ol className="match-list" aria-label={`Implements ${where.where}, best first`}>
        {ranked.slice(0, all ? undefined : SHOWN).map((m) => (
          <li key={m.unit.id}>
            <UnstyledButton
              aria-expanded={open === m.unit.id}
              onClick={() => setOpen(open === m.unit.id ? null : m.unit.id)}
            >
              <span>
                <b>{m.unit.label}</b>
                <small>
                  {m.unit.sizeMm === null
                    ? must(implementById(m.unit.kind.id)).name
                    : formatBoth(m.unit.sizeMm, units.length)}
                  {m.unit.usualSize ? ', usual' : ''}
                </small>
              </span>
              <PairCell
                quantity="count"
                left={m.score.left}
                right={m.score.right}
                both={null}
                weaker={null}
                scale={100}
              />
              <small className="why">{lost(m).slice(0, 2).join('; ') || 'nothing lost'}</small>
            </UnstyledButton>
            {open === m.unit.id && <Parts match={m} view={view} />}
          </li>
        ))}
      </ol>
      {ranked.length > SHOWN && (
        <Anchor component="button" type="button" className="lnk" onClick={() => setAll(!all)}>
          {all ? 'Fewer' : `All ${ranked.length} ${where.where}`}
        </Anchor>
      )}
      {ranked.length === 0 && (
        <Link className="lnk" to="/kit">
          Record what is there
        </Link>
      )}
      {not.length > 0 && (
        <div className="block">
          <h3 className="h3">Trains something else</h3>
          <ul className="match-not">
            {not.slice(0, 3).map((n) => (
              <li key={n.match.unit.id}>
                <Icon name="cross" /> {n.says}
              </li>
            ))}
          </ul>
        </div>
      )}
      <Exercises row={row} view={view} place={place} />
    </div>
  )
}

/** The arithmetic of one score: the share each part leaves. */
function Parts({ match, view }: { match: Match; view: MatchView }) {
  const fit = wrapFor(match.unit, 'right', view.who)
  return (
    <div className="match-parts">
      <table>
        <tbody>
          {match.parts.map((p) => (
            <tr key={p.id}>
              <th scope="row">{p.id}</th>
              <td>{p.says}</td>
              <td className="n">
                {Math.round(100 * p.value)}
                {'\u00A0'}%
              </td>
            </tr>
          ))}
          {(['left', 'right'] as const).flatMap((hand) =>
            match.byHand[hand].map((p) => (
              <tr key={`${hand} ${p.id}`}>
                <th scope="row" className={hand === 'left' ? 'L' : 'R'}>
                  {hand} {p.id}
                </th>
                <td>{p.says}</td>
                <td className="n">
                  {Math.round(100 * p.value)}
                  {'\u00A0'}%
                </td>
              </tr>
            )),
          )}
        </tbody>
      </table>
      <p className="note">
        Shares of the work that are left, multiplied.
        {fit &&
          ` ${fit.word === 'gap' ? 'Gap' : fit.word === 'meets' ? 'Meets' : 'Overlaps'}: ` +
            `${WRAP_MEANS[fit.word].lifts}; ${WRAP_MEANS[fit.word].thumb}; ` +
            `${WRAP_MEANS[fit.word].choice}.`}
      </p>
    </div>
  )
}

/** Each exercise of the quality with what it is done there, or what goes in its place. */
function Exercises({ row, view, place }: { row: DemandRow; view: MatchView; place: Place }) {
  const list = EXERCISES.filter((e) => e.primary === row.quality.id && e.mode !== 'prep')
  const names = (items: readonly string[]) =>
    items
      .map((i) =>
        i === 'none'
          ? 'nothing needed'
          : i === 'day'
            ? "the day's implement"
            : (implementById(i)?.name.toLowerCase() ?? i),
      )
      .join(' and ')
  return (
    <div className="block">
      <h3 className="h3">Exercises {rowOf(PLACES, place).where}</h3>
      <ul className="match-ex">
        {list.map((e) => {
          const s = substituteAt(e, place, view.kits)
          return (
            <li key={e.id}>
              <b>{e.name}</b>
              <span>
                {s.kind === 'same' ? (
                  names(s.items)
                ) : s.kind === 'other' ? (
                  <>
                    <Icon name="down" /> instead: {s.exercise.name} ({names(s.items)})
                  </>
                ) : (
                  s.says
                )}
              </span>
            </li>
          )
        })}
      </ul>
    </div>
  )
}
