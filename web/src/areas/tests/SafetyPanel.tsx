import { may } from '../../base/data'
import { Anchor, Button, Input, Modal, UnstyledButton } from '@mantine/core'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { ObservationBody, SessionView } from '@mano/contract/tests'
import { SYMPTOMS, isWhole } from '@mano/core/catalogue/cautions'
import { TISSUES, type TissueId } from '@mano/core/catalogue/tissues'
import type { Hand, Side } from '@mano/core/catalogue/person'
import type { Finding } from '@mano/core/safety/judge'
import { findingLine } from '@mano/core/safety/words'
import { Icon } from '../../drawn/Icon'
import { HandLetter } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { useOutbox } from '../../base/outbox'
import { must } from '@mano/core/units/must'

interface Props {
  session: SessionView
  stops: readonly { hand: Hand; by: readonly Finding[] }[]
  onReason: (reason: string) => void
}

const SCALE = Array.from({ length: 11 }, (_, i) => i)
const SIDES: readonly Side[] = ['left', 'right']
const SAYS = [
  'Maximal tests of this hand then need your reason.',
  'Tests of this hand stop today, and work of that tissue.',
  'This hand is done today.',
] as const

/**
 * Pain now, hand by hand also in a two-handed test, and what stops or asks. From 3 up it asks once
 * where, because it closes the hand.
 */
export function SafetyPanel({ session, stops, onReason }: Props) {
  const { athlete, me } = useAthletePage()
  const add = useOutbox((s) => s.add)
  const [asking, setAsking] = useState<{ hand: Side; pain: number } | null>(null)
  const [at, setAt] = useState<readonly TissueId[]>([])
  const [symptomsOf, setSymptomsOf] = useState<Side | null>(null)
  const [why, setWhy] = useState('')
  const note = (
    hand: Hand,
    what: Pick<ObservationBody, 'pain' | 'symptom'>,
    places: readonly TissueId[] = [],
  ) =>
    add({
      kind: 'observation',
      athleteId: athlete.id,
      sessionId: session.id,
      body: { id: v7(), hand, note: '', places: places.length > 0 ? [...places] : null, ...what },
    })
  const latest = (hand: Hand) =>
    session.observations.filter((o) => o.hand === hand && o.pain !== null).at(-1)?.pain ?? null
  const asks = stops.filter((s) => s.by[0]?.class === 'ask')
  const lines = (class_: Finding['class']) => [
    ...new Set(stops.flatMap((s) => s.by.filter((f) => f.class === class_).map(findingLine))),
  ]
  const close = () => {
    setAsking(null)
    setAt([])
  }
  return (
    <div className="block safety">
      <h2 className="h3">Pain now, of 10</h2>
      {SIDES.map((hand) => (
        <div className="pain-row" role="group" aria-label={`Pain, ${hand} hand`} key={hand}>
          <HandLetter hand={hand} />
          {SCALE.map((n) => (
            <UnstyledButton
              key={n}
              className={latest(hand) === n ? 'on' : ''}
              aria-pressed={latest(hand) === n}
              onClick={() =>
                n >= 3 ? setAsking({ hand, pain: n }) : note(hand, { pain: n, symptom: null })
              }
            >
              {n}
            </UnstyledButton>
          ))}
        </div>
      ))}
      <div className="stop-line">
        {SIDES.map((hand) => (
          <Anchor
            component="button"
            type="button"
            key={hand}
            className="lnk"
            onClick={() => setSymptomsOf(hand)}
          >
            Pop, numb or tingling, {hand}
          </Anchor>
        ))}
      </div>
      {lines('stop').map((line) => (
        <p className="alarm-card" key={line}>
          <Icon name="stop" />
          <span>{line}</span>
        </p>
      ))}
      {lines('ask').map((line) => (
        <p className="alarm-card" key={line}>
          <Icon name="warn" />
          <span>{line}</span>
        </p>
      ))}
      {asks.length > 0 &&
        (may(me, 'coach') ? (
          <form
            className="change"
            onSubmit={(e) => {
              e.preventDefault()
              if (why.trim()) {
                onReason(why.trim())
                setWhy('')
              }
            }}
          >
            <label>
              Your reason, kept with the test
              <Input value={why} maxLength={400} onChange={(e) => setWhy(e.currentTarget.value)} />
            </label>
            <Button variant="default" type="submit" disabled={why.trim() === ''}>
              Go on with this hand
            </Button>
          </form>
        ) : (
          <p className="note">Only a coach can give this reason.</p>
        ))}
      <p className="note">
        0 to 2: go on. 3: maximal tests need a reason. 4 and more, a pop, numbness or tingling: this
        hand stops.
      </p>
      <Modal
        opened={asking !== null}
        onClose={close}
        title={asking ? `Pain ${asking.pain} of 10, ${asking.hand} hand` : ''}
      >
        {asking && (
          <div className="change">
            <p>
              {SAYS[asking.pain === 3 ? 0 : asking.pain <= 6 ? 1 : 2]} The other hand can go on.
            </p>
            <div className="reasons" role="group" aria-label="Where">
              {TISSUES.map((t) => (
                <Button
                  key={t.id}
                  type="button"
                  variant={at.includes(t.id) ? 'filled' : 'default'}
                  aria-pressed={at.includes(t.id)}
                  onClick={() =>
                    setAt(at.includes(t.id) ? at.filter((x) => x !== t.id) : [...at, t.id])
                  }
                >
                  {t.name}
                </Button>
              ))}
            </div>
            <p className="note">
              {at.length === 0
                ? 'Without a place it counts for all that this test loads.'
                : 'It counts for these.'}
            </p>
            <div className="row">
              <Button
                data-autofocus
                onClick={() => {
                  note(asking.hand, { pain: asking.pain, symptom: null }, at)
                  close()
                }}
              >
                {asking.pain === 3 ? 'Note pain 3' : 'Stop this hand'}
              </Button>
              <Button variant="default" onClick={close}>
                Mis-tapped
              </Button>
            </div>
          </div>
        )}
      </Modal>
      <Modal
        opened={symptomsOf !== null}
        onClose={() => setSymptomsOf(null)}
        title={symptomsOf ? `Caution, ${symptomsOf} hand` : ''}
      >
        <div className="change">
          <p>
            Any of these stops the hand until a clinician’s clearance is recorded. See a clinician
            today. Mano does not diagnose.
          </p>
          <div className="reasons">
            {SYMPTOMS.map((s) => (
              <Button
                variant="default"
                key={s.id}
                onClick={() => {
                  note(isWhole(s.id) ? 'both' : must(symptomsOf), {
                    pain: null,
                    symptom: s.id,
                  })
                  setSymptomsOf(null)
                }}
              >
                {s.name}
              </Button>
            ))}
          </div>
        </div>
      </Modal>
    </div>
  )
}
