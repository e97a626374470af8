import { Button, Modal } from '@mantine/core'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { ObservationBody, SessionView } from '@mano/contract/tests'
import { SYMPTOMS, type SymptomId } from '@mano/core/catalogue/cautions'
import type { ActiveCaution } from '@mano/core/safety/cautions'
import type { Hand } from '@mano/core/testing/session'
import { Icon } from '../../hands/Icon'
import { HandLetter } from '../../hands/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { useOutbox } from '../../app/outbox'

interface Props { session: SessionView; hands: readonly Hand[]; stops: readonly { hand: Hand; by: readonly ActiveCaution[] }[] }

const SCALE = Array.from({ length: 11 }, (_, i) => i)
const nameOf = (hand: Hand) => (hand === 'both' ? 'both hands' : `${hand} hand`)

/** Pain now, and what stops a hand. From 3 up it asks once, because it ends that hand's test. */
export function SafetyPanel({ session, hands, stops }: Props) {
  const { athlete } = useAthletePage()
  const add = useOutbox((s) => s.add)
  const [asking, setAsking] = useState<{ hand: Hand; pain: number } | null>(null)
  const [symptomsOf, setSymptomsOf] = useState<Hand | null>(null)
  const note = (hand: Hand, what: Pick<ObservationBody, 'pain' | 'symptom'>) => add({ kind: 'observation', athleteId: athlete.id, sessionId: session.id, body: { id: v7(), hand, note: '', ...what } })
  const latest = (hand: Hand) => session.observations.filter((o) => o.hand === hand && o.pain !== null).at(-1)?.pain ?? null
  return (
    <div className="block safety">
      <h2 className="h3">Pain now, of 10</h2>
      {hands.map((hand) => (
        <div className="pain-row" role="group" aria-label={`Pain, ${nameOf(hand)}`} key={hand}>
          <HandLetter hand={hand} />
          {SCALE.map((n) => <button key={n} className={latest(hand) === n ? 'on' : ''} aria-pressed={latest(hand) === n} onClick={() => (n >= 3 ? setAsking({ hand, pain: n }) : note(hand, { pain: n, symptom: null }))}>{n}</button>)}
        </div>
      ))}
      <div className="stop-line">{hands.map((hand) => <button key={hand} className="lnk" onClick={() => setSymptomsOf(hand)}>Pop, numb or tingling, {hand}</button>)}</div>
      {stops.map((s) => s.by.map((c) => <p className="alarm-card" key={`${s.hand}${c.caution.id}`}><Icon name="stop" /><span><b>{c.caution.title} ({nameOf(s.hand)}).</b> {c.caution.says} {c.caution.instead}</span></p>))}
      <p className="note">0 to 2: go on. Exactly 3: no maximal test. Over 3, a pop, numbness or tingling ends this hand's test.</p>
      <Modal opened={asking !== null} onClose={() => setAsking(null)} title={asking ? `Pain ${asking.pain}/10, ${nameOf(asking.hand)}` : ''}>
        {asking && (
          <div className="change">
            <p>{asking.pain === 3 ? 'At exactly 3 no maximal test goes on with this hand; light work may.' : "Over 3 ends this hand's test. The other hand may go on."}</p>
            <div className="row"><Button data-autofocus onClick={() => { note(asking.hand, { pain: asking.pain, symptom: null }); setAsking(null) }}>Stop this hand</Button><button className="btn" onClick={() => setAsking(null)}>Mis-tapped</button></div>
          </div>
        )}
      </Modal>
      <Modal opened={symptomsOf !== null} onClose={() => setSymptomsOf(null)} title={symptomsOf ? `Stop card, ${nameOf(symptomsOf)}` : ''}>
        <div className="change">
          <p>Any of these: no loading of this hand, refer to a clinician today. The hand stays off until a clearance is recorded. Mano does not diagnose.</p>
          <div className="reasons">{SYMPTOMS.map((s) => <button className="btn" key={s.id} onClick={() => { note(symptomsOf!, { pain: null, symptom: s.id as SymptomId }); setSymptomsOf(null) }}>{s.name}</button>)}</div>
        </div>
      </Modal>
    </div>
  )
}
