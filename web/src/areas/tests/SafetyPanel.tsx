import { Anchor, Button, Input, UnstyledButton } from '@mantine/core'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { ObservationBody, SessionView } from '@mano/contract/tests'
import { isWhole } from '@mano/core/catalogue/cautions'
import type { Hand, Side } from '@mano/core/catalogue/person'
import type { TissueId } from '@mano/core/catalogue/tissues'
import type { Finding } from '@mano/core/safety/judge'
import { findingLine } from '@mano/core/safety/words'
import { may } from '../../base/data'
import { useOutbox } from '../../base/outbox'
import { Icon } from '../../drawn/Icon'
import { HandLetter } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { PainDialog, SymptomDialog, type HandPain } from './SafetyDialogs'

interface Props {
  session: SessionView
  stops: readonly { hand: Hand; by: readonly Finding[] }[]
  onReason: (reason: string) => void
}

const SCALE = Array.from({ length: 11 }, (_, i) => i)
const SIDES: readonly Side[] = ['left', 'right']
const ICON = { stop: 'stop', ask: 'warn' } as const

/**
 * Pain now, hand by hand also in a two-handed test, and what stops or asks. From 3 up it asks once
 * where, because it closes the hand.
 */
export function SafetyPanel({ session, stops, onReason }: Props) {
  const { athlete } = useAthletePage()
  const add = useOutbox((s) => s.add)
  const [asking, setAsking] = useState<HandPain | null>(null)
  const [symptomsOf, setSymptomsOf] = useState<Side | null>(null)
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
  const notePain = ({ hand, pain }: HandPain, places: readonly TissueId[] = []) =>
    note(hand, { pain, symptom: null }, places)
  return (
    <div className="block safety">
      <h2 className="h3">Pain now, of 10</h2>
      {SIDES.map((hand) => (
        <PainRow
          key={hand}
          hand={hand}
          session={session}
          onPain={(pain) => (pain >= 3 ? setAsking({ hand, pain }) : notePain({ hand, pain }))}
        />
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
      <Found stops={stops} of="stop" />
      <Found stops={stops} of="ask" />
      {stops.some((s) => s.by[0]?.class === 'ask') && <Reason onReason={onReason} />}
      <p className="note">
        0 to 2: go on. 3: maximal tests need a reason. 4 and more, a pop, numbness or tingling: this
        hand stops.
      </p>
      <PainDialog asking={asking} onNote={notePain} onClose={() => setAsking(null)} />
      <SymptomDialog
        hand={symptomsOf}
        onNote={(hand, symptom) => note(isWhole(symptom) ? 'both' : hand, { pain: null, symptom })}
        onClose={() => setSymptomsOf(null)}
      />
    </div>
  )
}

function PainRow({
  hand,
  session,
  onPain,
}: {
  hand: Side
  session: SessionView
  onPain: (pain: number) => void
}) {
  const latest =
    session.observations.filter((o) => o.hand === hand && o.pain !== null).at(-1)?.pain ?? null
  return (
    <div className="pain-row" role="group" aria-label={`Pain, ${hand} hand`}>
      <HandLetter hand={hand} />
      {SCALE.map((n) => (
        <UnstyledButton
          key={n}
          className={latest === n ? 'on' : ''}
          aria-pressed={latest === n}
          onClick={() => onPain(n)}
        >
          {n}
        </UnstyledButton>
      ))}
    </div>
  )
}

/** What stops, or asks: each line once, whichever hands it is of. */
function Found({ stops, of }: { stops: Props['stops']; of: keyof typeof ICON }) {
  const lines = stops.flatMap((s) => s.by.filter((f) => f.class === of).map(findingLine))
  return [...new Set(lines)].map((line) => (
    <p className="alarm-card" key={line}>
      <Icon name={ICON[of]} />
      <span>{line}</span>
    </p>
  ))
}

function Reason({ onReason }: Pick<Props, 'onReason'>) {
  const { me } = useAthletePage()
  const [why, setWhy] = useState('')
  if (!may(me, 'coach')) return <p className="note">Only a coach can give this reason.</p>
  return (
    <form
      className="change"
      onSubmit={(e) => {
        e.preventDefault()
        if (why.trim() === '') return
        onReason(why.trim())
        setWhy('')
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
  )
}
