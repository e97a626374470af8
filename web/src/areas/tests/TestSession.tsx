import { Button } from '@mantine/core'
import { useEffect, useRef, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { v7 } from 'uuid'
import type { ReasonView } from '@mano/contract/safety'
import type { SessionView } from '@mano/contract/tests'
import { protocolOf, type Protocol } from '@mano/core/catalogue/protocols'
import type { EntryUnit } from '@mano/core/units/units'
import { judgeBy } from '@mano/core/safety/judge'
import { reasonKey, reasonSubject } from '@mano/core/safety/reasons'
import { factsWith } from '@mano/core/safety/facts'
import { notedIn } from '@mano/core/safety/pains'
import type { Hand, Side } from '@mano/core/catalogue/person'
import { rampHand } from '@mano/core/testing/ramp'
import {
  nextOrdinal,
  nextTry,
  rampTries,
  readSession,
  sameSeries,
  validValues,
} from '@mano/core/testing/session'
import { springNext } from '@mano/core/testing/spring'
import { smallestStep } from '@mano/core/testing/plates'
import { detailsProblem } from '@mano/core/testing/details'
import { oddBeside, oddWords } from '@mano/core/testing/odd'
import { readTrialValue } from '@mano/core/testing/value'
import { formatDate } from '@mano/core/units/dates'
import { liveUse, type LiveTries } from '@mano/core/force/tries'
import { latestMeasure } from '@mano/core/intake/record'
import { formatWithUnit, shownUnit } from '@mano/core/units/format'
import { useChosenInstrument, useInstruments } from '../../base/instruments'
import { may, useKit, useTests } from '../../base/data'
import { Failed, LostPage } from '../../base/Trouble'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { HandLetter } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { flush, useOutbox, withUnsent } from '../../base/outbox'
import { Attachments } from './Attachments'
import { NextInBattery } from './BatteryVisit'
import { ENTRY_PANELS } from './entries'
import { BracketResult, Ladder } from './entries/SpringEntry'
import type { TryMore } from './entries/types'
import { ReadinessPanel } from './ReadinessPanel'
import { SafetyPanel } from './SafetyPanel'
import { testGate } from './testGate'
import { RestClocks, SetUp } from './SetUp'
import { InstrumentChoice } from './live/InstrumentChoice'
import { LiveDone } from './live/LiveDone'
import { TrialEntry } from './entries/TrialEntry'
import { LiveTrial } from './live/LiveTrial'
import { logRecord, type Recorded } from './live/record'
import { TraceFacts } from './live/TraceFacts'
import { TrialTable } from './TrialTable'
import { springTries, useBracket } from './useBracket'
import { VerdictPanel } from './VerdictPanel'
import './tests.css'
import type { Kg } from '@mano/core/units/quantity'

/** One test, run or reopened: type, Enter, the other hand. */
export default function TestSession() {
  const { sessionId } = useParams()
  const { athlete } = useAthletePage()
  const tests = useTests(athlete.id)
  const kit = useKit()
  const waiting = useOutbox((s) => s.waiting)
  useEffect(() => void flush(), [])
  if (tests.error && !tests.data)
    return <Failed error={tests.error} retry={() => void tests.refetch()} />
  if (kit.error && !kit.data) return <Failed error={kit.error} retry={() => void kit.refetch()} />
  // Loads, plates and springs come from the kit room: without it the next try would be wrong for a
  // moment.
  if (!tests.data || !kit.data) return <main className="cols" aria-busy="true" />
  const stored = tests.data.find((s) => s.id === sessionId)
  if (!stored && tests.isFetching) return <main className="cols" aria-busy="true" />
  const protocol = stored && protocolOf(stored)
  if (!stored || !protocol) return <LostPage />
  return (
    <Running
      session={withUnsent(stored, waiting)}
      all={tests.data}
      protocol={protocol}
      key={stored.id}
    />
  )
}

const HAND_NAME = { left: 'Left hand', right: 'Right hand', both: 'Both hands' } as const

function Running({
  session,
  all,
  protocol,
}: {
  session: SessionView
  all: readonly SessionView[]
  protocol: Protocol
}) {
  const { athlete, me } = useAthletePage()
  const units = useUnits()
  const add = useOutbox((s) => s.add)
  const refused = useOutbox((s) => s.refused)
  const offline = useOutbox((s) => s.offline && s.waiting.length > 0)
  const [first, setFirst] = useState<'left' | 'right'>('left')
  const [extra, setExtra] = useState<Hand | null>(null)
  // What was asked about once, and counts when it is said again.
  const doubt = useRef('')
  const [read, setRead] = useState<(LiveTries & { whose: string }) | null>(null)
  const [measuring, setMeasuring] = useState(false)
  const [fileSaid, setFileSaid] = useState('')
  const instruments = useInstruments()
  const chosen = useChosenInstrument((s) => s.id)
  const [picked, setPicked] = useState<Side>('left')
  const reading = readSession(protocol, session.trials, session.variant)
  const [params, setParams] = useSearchParams()
  const hands = reading.hands.map((h) => h.hand)
  const tests = may(me, 'test')
  const today = tests && session.performedOn === me.today
  // Results of another day are typed in afterwards; nothing is gated, timed or live then.
  const entering = tests && !today && params.get('enter') !== null
  const open = today || entering
  // What was just noted counts before the next effort, on record or not.
  const judge = judgeBy(factsWith(athlete.safety, notedIn(session)))
  const [reasons, setReasons] = useState<readonly ReasonView[]>([])
  const gates = today
    ? hands.map((hand) => ({
        hand,
        ...testGate(judge, [...athlete.reasons, ...reasons], {
          protocol,
          hand,
          unitKind: session.unitKind,
          variant: session.variant,
        }),
      }))
    : []
  const stops = gates
    .filter((g) => g.class !== 'free')
    .map((g) => ({ hand: g.hand, by: g.findings }))
  const reason = (why: string) => {
    const asked = gates.filter((g) => g.class === 'ask')
    for (const g of asked)
      add({
        kind: 'reason',
        athleteId: athlete.id,
        body: {
          id: v7(),
          kind: 'test',
          of: protocol.id,
          implementKind: session.unitKind,
          addedKg: Number(session.variant['addedKg'] ?? 0),
          hand: g.hand,
          reason: why,
        },
      })
    setReasons([
      ...reasons,
      ...asked.map((g) => ({
        subject: reasonSubject('test', protocol.id),
        hand: g.hand,
        keys: g.findings.map(reasonKey),
        reason: why,
      })),
    ])
  }
  const stopped = stops.map((h) => h.hand)
  const kit = useKit().data ?? []
  const smallestKg = smallestStep(
    kit.find((u) => u.kind === 'pin' && u.plates.length > 0)?.plates ?? [],
  )
  const ramp =
    protocol.entry === 'lift' && protocol.heaviest && session.expectedKg
      ? { expectedKg: session.expectedKg, smallestKg }
      : null
  const bracket = useBracket(session).map((u) => u.ratingKg!)
  const springOf = (hand: Side) =>
    springNext(springTries(session.trials), hand, bracket, session.expectedKg ?? null)
  const turn = (): { hand: Hand; ordinal: number; loadKg?: Kg } | null => {
    if (protocol.entry === 'single') {
      const hand = stopped.includes(picked) ? hands.find((h) => !stopped.includes(h)) : picked
      return hand ? { hand, ordinal: nextOrdinal(session.trials, hand) } : null
    }
    if (protocol.entry !== 'spring') return nextTry(protocol, session.trials, first, stopped, ramp)
    const hand = rampHand(
      rampTries(session.trials),
      first,
      (h) => stopped.includes(h) || springOf(h).kind === 'done',
    )
    const load = hand && springOf(hand)
    return hand && load?.kind === 'try'
      ? { hand, ordinal: nextOrdinal(session.trials, hand), loadKg: load.loadKg }
      : null
  }
  const next =
    extra && !stopped.includes(extra)
      ? { hand: extra, ordinal: nextOrdinal(session.trials, extra) }
      : open
        ? turn()
        : null
  const unit =
    protocol.unit === 'N'
      ? (units.mass as EntryUnit)
      : protocol.unit === 'N m' && session.variant['armMm']
        ? units.mass
        : shownUnit(protocol.unit, units)

  const enter = (text: string, more: TryMore = {}): string | null => {
    if (!next) return 'This test is complete.'
    const entered = more.unit ?? unit
    const v = readTrialValue(text, entered, protocol, session.variant)
    if (!v.ok) return v.message
    const details = more.details ?? {}
    const problem = detailsProblem(protocol, session.unitKind, details, more.missed ?? false)
    if (problem) return problem
    const doubted = `${next.hand} ${next.ordinal} ${text}`
    const beside =
      more.trace || more.struck
        ? null
        : oddBeside(
            v.value,
            validValues(session.trials, next.hand),
            next.hand === 'both'
              ? []
              : validValues(session.trials, next.hand === 'left' ? 'right' : 'left'),
            protocol,
          )
    if (beside !== null && doubt.current !== doubted) {
      doubt.current = doubted
      return oddWords(v.value, beside, protocol.unit, units)
    }
    setExtra(null)
    add({
      kind: 'trial',
      athleteId: athlete.id,
      sessionId: session.id,
      value: v.value,
      body: {
        id: v7(),
        hand: next.hand,
        ordinal: more.ordinal ?? next.ordinal,
        trace: more.trace ?? null,
        struck: more.struck ?? null,
        enteredValue: v.enteredValue,
        enteredUnit: entered as 'kg',
        pain: null,
        missed: more.missed ?? false,
        details,
        deviceAt: new Date().toISOString(),
      },
    })
    return null
  }
  const use = liveUse(protocol)
  const mass = latestMeasure(athlete.measurements, 'body_mass', 'both')
  const record = (r: Recorded): string | null => {
    if (!use || !next) return 'This test is complete.'
    const done = logRecord(use, r, next.ordinal, enter)
    const cellKg = done.ok ? done.read.tries[0]?.details['cellKg'] : undefined
    const help =
      typeof cellKg === 'number' && mass
        ? `${done.ok ? done.read.says : ''} ` +
          (mass.value - cellKg >= 0
            ? `Help ${formatWithUnit(mass.value - cellKg, 'kg', units)}`
            : `${formatWithUnit(cellKg - mass.value, 'kg', units)} added`) +
          ' ' +
          `to ${formatWithUnit(mass.value, 'kg', units)} of body mass.`
        : null
    setRead(
      done.ok
        ? {
            ...done.read,
            ...(help && { says: help }),
            whose: `${HAND_NAME[next.hand]}, trial ${next.ordinal}`,
          }
        : null,
    )
    return done.ok ? null : done.says
  }
  const view = use ? (instruments.find((i) => i.id === chosen) ?? null) : null
  const live = use && view && next && today ? view : null
  const upcoming =
    live && next
      ? nextTry(
          protocol,
          [
            ...session.trials,
            {
              id: '',
              hand: next.hand,
              ordinal: next.ordinal,
              value: 1,
              enteredValue: 1,
              enteredUnit: 'N',
              pain: null,
              missed: false,
              recordedAt: '',
              struck: null,
              correction: null,
            },
          ],
          first,
          stopped,
        )
      : null
  const bestN =
    next && protocol.unit === 'N' && protocol.entry !== 'allout'
      ? bestOf(all, session, next.hand)
      : null
  const readSays = read && (
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
  const entry = protocol.entry === 'body' ? null : ENTRY_PANELS[protocol.entry]
  const spring = protocol.entry === 'spring'
  return (
    <main className="cols testing">
      <section>
        <div
          className={
            'livebar ' + `${view && today ? 'by-instrument' : entry?.wide && next ? 'lifting' : ''}`
          }
        >
          <div className="who2">
            <HandLetter hand={next?.hand ?? (protocol.hands === 'both' ? 'both' : 'left')} big />
            <div>
              <b aria-live="polite">
                {next
                  ? `${HAND_NAME[next.hand]}, trial ${next.ordinal}`
                  : open
                    ? 'Test complete'
                    : formatDate(session.performedOn, me.today, { weekday: true })}
              </b>
              <span>
                {protocol.name}
                {entering
                  ? ' · entered afterwards, done ' +
                    `${formatDate(session.performedOn, me.today, { weekday: true })}`
                  : ''}
                {session.practice ? ' · practice, stays out of norms and trends' : ''}
              </span>
            </div>
          </div>
          {view && use && today && !next ? (
            <LiveDone
              session={session}
              more={
                <More
                  hands={hands.filter((h) => !stopped.includes(h))}
                  today={today}
                  onMore={setExtra}
                  athleteId={athlete.id}
                />
              }
              read={readSays}
            />
          ) : live && next && use ? (
            <>
              <LiveTrial
                key={`${live.id} ${use}`}
                session={session}
                protocol={protocol}
                hand={next.hand}
                view={live}
                use={use}
                upcoming={upcoming}
                bestN={bestN}
                onRecord={record}
                onMeasuring={setMeasuring}
                read={readSays}
              />
              {protocol.entry === 'value' && (
                <div className="beside">
                  <span className="s">Or type it</span>
                  <TrialEntry
                    beside
                    key={unit}
                    session={session}
                    protocol={protocol}
                    hand={next.hand}
                    ordinal={next.ordinal}
                    loadKg={null}
                    unit={unit}
                    onTry={(text, more) =>
                      measuring
                        ? 'A trial is being measured. Enter it when that has ended.'
                        : enter(text, more)
                    }
                    onHand={(h) => setPicked(h as Side)}
                  />
                </div>
              )}
            </>
          ) : next && entry ? (
            <entry.Panel
              key={entry.each ? `${next.hand} ${next.ordinal} ${unit}` : unit}
              session={session}
              protocol={protocol}
              hand={next.hand}
              ordinal={next.ordinal}
              loadKg={'loadKg' in next ? (next.loadKg ?? null) : null}
              unit={unit}
              onTry={enter}
              onHand={(h) => setPicked(h as Side)}
            />
          ) : (
            <More
              hands={hands.filter((h) => !stopped.includes(h))}
              today={open}
              onMore={setExtra}
              athleteId={athlete.id}
            >
              {!open && (
                <Button variant="default" onClick={() => setParams({ enter: '1' })}>
                  Add results of this day
                </Button>
              )}
            </More>
          )}
        </div>
        <p className="net" role="status">
          {offline
            ? `Saved on this device: ${useOutbox.getState().waiting.length} not yet sent.`
            : refused}
        </p>
        {!(view && today) && readSays}
        {spring && (
          <>
            {!next && <Ladder session={session} nowId={null} hand={null} />}
            <BracketResult session={session} />
          </>
        )}
        <TrialTable
          session={session}
          protocol={protocol}
          reading={reading}
          next={next}
          stops={stops}
        />
        <TraceFacts session={session} />
        {protocol.readFor.includes('readiness') ? (
          <ReadinessPanel session={session} all={all} />
        ) : (
          <VerdictPanel session={session} all={all} protocol={protocol} reading={reading} />
        )}
      </section>
      <aside>
        {today && use && (
          <InstrumentChoice
            onTrace={(trace, name) =>
              setFileSaid(record({ trace, from: name, rangeN: null, lostAt: null }) ?? '')
            }
            said={fileSaid}
          />
        )}
        <div id="say-now" />
        <NextInBattery batteryId={params.get('battery')} />
        {today && (
          <RestClocks
            session={session}
            protocol={protocol}
            hands={hands}
            next={next?.hand ?? null}
          />
        )}
        {today && protocol.hands === 'each' && protocol.entry !== 'single' && (
          <div className="block">
            <h2 className="h3" id="first">
              Starts with
            </h2>
            <div className="flt" role="group" aria-labelledby="first">
              {(['left', 'right'] as const).map((h) => (
                <Button
                  key={h}
                  variant={first === h ? 'filled' : 'default'}
                  size="xs"
                  aria-pressed={first === h}
                  disabled={session.trials.length > 0}
                  onClick={() => setFirst(h)}
                >
                  {HAND_NAME[h]}
                </Button>
              ))}
            </div>
          </div>
        )}
        {today && <SafetyPanel session={session} stops={stops} onReason={reason} />}
        <SetUp session={session} protocol={protocol} />
        <Attachments session={session} />
      </aside>
    </main>
  )
}

/**
 * Best counted result of a hand in the same series before today's test, and in it; null without
 * one.
 */
function bestOf(all: readonly SessionView[], session: SessionView, hand: Hand): number | null {
  const own = sameSeries(all, session, hand).filter(
    (s) => s.id !== session.id && s.performedAt <= session.performedAt && !s.practice,
  )
  const values = [...own, session].flatMap((s) => validValues(s.trials, hand))
  return values.length === 0 ? null : Math.max(...values)
}

function More({
  hands,
  today,
  onMore,
  athleteId,
  children,
}: {
  hands: readonly Hand[]
  today: boolean
  onMore: (hand: Hand) => void
  athleteId: string
  children?: React.ReactNode
}) {
  return (
    <div className="more">
      {today &&
        hands.map((h) => (
          <Button variant="default" key={h} onClick={() => onMore(h)}>
            One more, {h === 'both' ? 'both hands' : h}
          </Button>
        ))}
      {children}
      <Button component={Link} to={`/athletes/${athleteId}/review`}>
        Open review
      </Button>
    </div>
  )
}
