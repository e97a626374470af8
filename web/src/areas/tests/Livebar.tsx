import { Button } from '@mantine/core'
import { useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import type { Hand } from '@mano/core/catalogue/person'
import { formatDate } from '@mano/core/units/dates'
import { HandLetter } from '../../drawn/marks'
import { Icon } from '../../drawn/Icon'
import { ENTRY_PANELS } from './entries'
import { TrialEntry } from './entries/TrialEntry'
import { LiveDone } from './live/LiveDone'
import { LiveTrial } from './live/LiveTrial'
import { HAND_NAME, type RunningTest } from './useRunning'
import type { Turn } from './useTurn'

const panelOf = ({ protocol }: RunningTest) =>
  protocol.entry === 'body' ? null : ENTRY_PANELS[protocol.entry]

/** The effort at hand: whose turn it is, and where its result is typed or measured. */
export function Livebar({ t }: { t: RunningTest }) {
  const wide = panelOf(t)?.wide && t.next
  return (
    <div className={`livebar ${t.view ? 'by-instrument' : wide ? 'lifting' : ''}`}>
      <Whose t={t} />
      <Effort t={t} />
    </div>
  )
}

function Whose({ t: { next, protocol, open, entering, session, day } }: { t: RunningTest }) {
  const on = formatDate(session.performedOn, day, { weekday: true })
  return (
    <div className="who2">
      <HandLetter hand={next?.hand ?? (protocol.hands === 'both' ? 'both' : 'left')} big />
      <div>
        <b aria-live="polite">
          {next ? `${HAND_NAME[next.hand]}, trial ${next.ordinal}` : open ? 'Test complete' : on}
        </b>
        <span>
          {protocol.name}
          {entering ? ` · entered afterwards, done ${on}` : ''}
          {session.practice ? ' · practice, stays out of norms and trends' : ''}
        </span>
      </div>
    </div>
  )
}

function Effort({ t }: { t: RunningTest }) {
  const { next, session, protocol } = t
  const panel = panelOf(t)
  if (t.view && next) return <ByInstrument t={t} next={next} />
  if (t.view) return <LiveDone session={session} more={<More t={t} />} read={<ReadSays t={t} />} />
  if (!next || !panel)
    return (
      <More t={t}>
        {!t.open && (
          <Button variant="default" onClick={t.enterAfterwards}>
            Add results of this day
          </Button>
        )}
      </More>
    )
  return (
    <panel.Panel
      key={panel.each ? `${next.hand} ${next.ordinal} ${t.unit}` : t.unit}
      session={session}
      protocol={protocol}
      hand={next.hand}
      ordinal={next.ordinal}
      loadKg={next.loadKg ?? null}
      unit={t.unit}
      onTry={t.enter}
      onHand={t.setPicked}
    />
  )
}

/** Measured by the instrument that is chosen, or typed beside it. */
function ByInstrument({ t, next }: { t: RunningTest; next: Turn }) {
  const [measuring, setMeasuring] = useState(false)
  const { session, protocol, use, view } = t
  if (!use || !view) return null
  return (
    <>
      <LiveTrial
        key={`${view.id} ${use}`}
        session={session}
        protocol={protocol}
        hand={next.hand}
        view={view}
        use={use}
        upcoming={t.after()}
        bestN={t.bestN}
        onRecord={t.record}
        onMeasuring={setMeasuring}
        read={<ReadSays t={t} />}
      />
      {protocol.entry === 'value' && (
        <div className="beside">
          <span className="s">Or type it</span>
          <TrialEntry
            beside
            key={t.unit}
            session={session}
            protocol={protocol}
            hand={next.hand}
            ordinal={next.ordinal}
            loadKg={null}
            unit={t.unit}
            onTry={(text, more) =>
              measuring
                ? 'A trial is being measured. Enter it when that has ended.'
                : t.enter(text, more)
            }
            onHand={t.setPicked}
          />
        </div>
      )}
    </>
  )
}

/** How a record was read. */
export function ReadSays({ t: { read } }: { t: RunningTest }) {
  if (!read) return null
  return (
    <p className={`live-read ${read.counts ? '' : 'not'}`} role="status">
      <Icon name={read.counts ? 'check' : 'cross'} />
      <span>
        <b>
          {read.whose}: {read.word}.
        </b>{' '}
        {read.says}
        {read.counts || read.word.includes('lost')
          ? ''
          : ' Struck: it goes again; the table brings it back if it should count.'}
      </span>
    </p>
  )
}

/** One more trial of a hand, and where to go from here. */
function More({ t, children }: { t: RunningTest; children?: ReactNode }) {
  const one = (h: Hand) => (
    <Button variant="default" key={h} onClick={() => t.setExtra(h)}>
      One more, {h === 'both' ? 'both hands' : h}
    </Button>
  )
  return (
    <div className="more">
      {t.open && t.free.map(one)}
      {children}
      <Button component={Link} to={`/athletes/${t.athlete.id}/review`}>
        Open review
      </Button>
    </div>
  )
}
