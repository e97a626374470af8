import { useEffect } from 'react'
import { useParams } from 'react-router'
import type { SessionView } from '@mano/contract/tests'
import { protocolOf, type Protocol } from '@mano/core/catalogue/protocols'
import { Calmly } from '../../base/Calmly'
import { useKit, useTests } from '../../base/data'
import { flush, useOutbox, withUnsent } from '../../base/outbox'
import { Failed, LostPage } from '../../base/Trouble'
import { useAthletePage } from '../athlete/AthletePage'
import { BracketResult, Ladder } from './entries/SpringEntry'
import { Livebar, ReadSays } from './Livebar'
import { TraceFacts } from './live/TraceFacts'
import { ReadinessPanel } from './ReadinessPanel'
import { TestSide } from './TestSide'
import { TrialTable } from './TrialTable'
import { useRunning } from './useRunning'
import { VerdictPanel } from './VerdictPanel'
import './tests.css'

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
    <Calmly waits={<main className="cols testing waits-here" aria-busy="true" />} key={stored.id}>
      <Running session={withUnsent(stored, waiting)} all={tests.data} protocol={protocol} />
    </Calmly>
  )
}

function Running({
  session,
  all,
  protocol,
}: {
  session: SessionView
  all: readonly SessionView[]
  protocol: Protocol
}) {
  const t = useRunning(session, all, protocol)
  return (
    <main className="cols testing">
      <section>
        <Livebar t={t} />
        <Sent />
        {!t.view && <ReadSays t={t} />}
        {protocol.entry === 'spring' && (
          <>
            {!t.next && <Ladder session={session} nowId={null} hand={null} />}
            <BracketResult session={session} />
          </>
        )}
        <TrialTable
          session={session}
          protocol={protocol}
          reading={t.reading}
          next={t.next}
          stops={t.stops}
        />
        <TraceFacts session={session} />
        {protocol.readFor.includes('readiness') ? (
          <ReadinessPanel session={session} all={all} />
        ) : (
          <VerdictPanel session={session} all={all} protocol={protocol} reading={t.reading} />
        )}
      </section>
      <TestSide t={t} />
    </main>
  )
}

/** What is not on the server yet, or was refused there. */
function Sent() {
  const refused = useOutbox((s) => s.refused)
  const unsent = useOutbox((s) => (s.offline ? s.waiting.length : 0))
  return (
    <p className="net" role="status">
      {unsent > 0 ? `Saved on this device: ${unsent} not yet sent.` : refused}
    </p>
  )
}
