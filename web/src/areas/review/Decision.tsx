import { Anchor, Button, Checkbox, Textarea } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { v7 } from 'uuid'
import type { ConclusionBody, ConclusionView } from '@mano/contract/review'
import type { Period } from '@mano/core/review/changes'
import { raisedQuality, type ConclusionLine, type LineKind } from '@mano/core/review/conclusion'
import { formatDate } from '@mano/core/units/dates'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { TakeBack } from '../../base/TakeBack'
import { touchedBy, may } from '../../base/data'
import { takeBack, useUndoable } from '../../base/undo'
import { Icon, type IconName } from '../../drawn/Icon'
import { useAthletePage } from '../athlete/AthletePage'
import { reviewKey } from './useReview'

const ICON: Record<LineKind, IconName> = {
  keep: 'check',
  loss: 'down',
  emphasis: 'pin',
  even: 'waves',
  deload: 'hourglass',
  retest: 'clock',
  refer: 'stop',
}

/** What each line does to the next plan, in words. */
const follows = (l: ConclusionLine): string | null =>
  l.effect === null
    ? null
    : l.effect.kind === 'raise'
      ? `Next plan: ${raisedQuality(l)} first`
      : l.effect.kind === 'deload'
        ? 'Next plan: a lighter week'
        : 'Next plan: a test day'

/** The drafted decision: taken line by line, rewritten, kept as the block's conclusion. */
export function Decision({
  draft,
  period,
  conclusions,
}: {
  draft: readonly ConclusionLine[]
  period: Period
  conclusions: readonly ConclusionView[]
}) {
  const { me } = useAthletePage()
  const [own, setOwn] = useState<ConclusionLine[] | null>(null)
  const [editing, setEditing] = useCalm<string | null>(null)
  const lines = own ?? [...draft]
  const change = (id: string, more: Partial<ConclusionLine>) =>
    setOwn(lines.map((l) => (l.id === id ? { ...l, ...more } : l)))
  const asDrafted = () => {
    setOwn(null)
    setEditing(null)
  }
  return (
    <div className="block decision">
      <h2 className="h3">Your call</h2>
      <ul>
        {lines.map((l) => (
          <Line
            key={l.id}
            line={l}
            editing={editing === l.id}
            onEdit={(on) => setEditing(on ? l.id : null)}
            onChange={(more) => change(l.id, more)}
          />
        ))}
      </ul>
      {may(me, 'coach') && (
        <Keep lines={lines} period={period} changed={own !== null} asDrafted={asDrafted} />
      )}
      {conclusions[0] && <Last last={conclusions[0]} />}
    </div>
  )
}

/** What changes with a decision. */
const touchedOf = (athleteId: string) => [
  reviewKey(athleteId),
  ['conclusion', athleteId],
  ['gaps'],
  ...touchedBy(athleteId),
]

/** One finding with what follows; taken or not, and in the coach's own words. */
function Line({
  line: l,
  editing,
  onEdit,
  onChange,
}: {
  line: ConclusionLine
  editing: boolean
  onEdit: (on: boolean) => void
  onChange: (more: Partial<ConclusionLine>) => void
}) {
  const { me } = useAthletePage()
  return (
    <li className={l.taken ? '' : 'off'}>
      <Icon name={ICON[l.kind]} />
      {editing ? (
        <div className="edit">
          <Textarea
            aria-label="Finding"
            autosize
            minRows={1}
            value={l.title}
            onChange={(e) => onChange({ title: e.currentTarget.value })}
          />
          <Textarea
            aria-label="What follows"
            autosize
            minRows={2}
            value={l.says}
            onChange={(e) => onChange({ says: e.currentTarget.value })}
          />
          <Button
            variant="default"
            size="xs"
            disabled={l.title.trim() === ''}
            onClick={() => onEdit(false)}
          >
            Done
          </Button>
        </div>
      ) : (
        <div>
          <b>{l.title}</b> {l.says}
          {l.taken && follows(l) && <em>{follows(l)}</em>}
        </div>
      )}
      {may(me, 'coach') && !editing && (
        <span className="tools">
          <label>
            <Checkbox
              checked={l.taken}
              onChange={(e) => onChange({ taken: e.currentTarget.checked })}
            />{' '}
            take
          </label>
          <Anchor
            component="button"
            type="button"
            className="lnk"
            onClick={() => onEdit(true)}
            aria-label={`Edit: ${l.title}`}
          >
            Edit
          </Anchor>
        </span>
      )}
    </li>
  )
}

function Keep({
  lines,
  period,
  changed,
  asDrafted,
}: {
  lines: ConclusionLine[]
  period: Period
  changed: boolean
  asDrafted: () => void
}) {
  const { athlete } = useAthletePage()
  const [note, setNote] = useState('')
  const write = useUndoable(
    (body: ConclusionBody) => api.post(`/api/athletes/${athlete.id}/conclusions`, body),
    touchedOf(athlete.id),
    {
      did: () => 'Decision saved. The next plan knows it.',
      undo: (b) => takeBack('conclusion', b.id),
    },
  )
  const taken = lines.filter((l) => l.taken).length
  const keep = () =>
    write.mutate(
      { id: v7(), since: period.from, until: period.to, note: note.trim(), lines },
      {
        onSuccess: () => {
          setNote('')
          asDrafted()
        },
      },
    )
  return (
    <>
      <Textarea
        label="In your words"
        rows={2}
        maxLength={2000}
        value={note}
        onChange={(e) => setNote(e.currentTarget.value)}
      />
      <p className="said" role="alert">
        {write.error && failureText(write.error)}
      </p>
      <div className="row">
        <Button disabled={write.isPending} onClick={keep}>
          {taken === 0
            ? 'Save with nothing taken'
            : `Take ${taken === 1 ? 'it' : `${taken} lines`} into the next block`}
        </Button>
        {changed && (
          <Button variant="default" onClick={asDrafted}>
            As drafted
          </Button>
        )}
      </div>
    </>
  )
}

/** The decision that holds, until the next. */
function Last({ last }: { last: ConclusionView }) {
  const { athlete, me } = useAthletePage()
  const titles = last.lines.filter((l) => l.taken).map((l) => l.title)
  return (
    <p className="note">
      Last concluded {formatDate(last.savedOn, me.today)} by {last.by}, for{' '}
      {formatDate(last.since, me.today)} to {formatDate(last.until, me.today)}:{' '}
      {titles.join(' ') || 'nothing taken'} {last.note}{' '}
      <Link className="lnk" to={`/athletes/${athlete.id}/plan`}>
        To the plan
      </Link>{' '}
      {may(me, 'coach') && (
        <TakeBack
          kind="conclusion"
          rowId={last.id}
          what="the last decision"
          says={
            'The next plan no longer knows it. The decision before it holds again, ' +
            'where there is one.'
          }
          touched={touchedOf(athlete.id)}
        />
      )}
    </p>
  )
}
