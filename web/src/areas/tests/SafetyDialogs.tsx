import { Button, Modal } from '@mantine/core'
import { useState } from 'react'
import { SYMPTOMS, type SymptomId } from '@mano/core/catalogue/cautions'
import type { Side } from '@mano/core/catalogue/person'
import { TISSUES, type TissueId } from '@mano/core/catalogue/tissues'

/** Pain of a hand that closes it, or asks. */
export interface HandPain {
  hand: Side
  pain: number
}

const SAYS = [
  'Maximal tests of this hand then need your reason.',
  'Tests of this hand stop today, and work of that tissue.',
  'This hand is done today.',
] as const

/** Where it hurts, once, before it is noted; a slip of the finger is taken back here. */
export function PainDialog({
  asking,
  onNote,
  onClose,
}: {
  asking: HandPain | null
  onNote: (pain: HandPain, places: readonly TissueId[]) => void
  onClose: () => void
}) {
  return (
    <Modal
      opened={asking !== null}
      onClose={onClose}
      title={asking ? `Pain ${asking.pain} of 10, ${asking.hand} hand` : ''}
    >
      {asking && <Where asking={asking} onNote={onNote} onClose={onClose} />}
    </Modal>
  )
}

function Where({
  asking,
  onNote,
  onClose,
}: {
  asking: HandPain
  onNote: (pain: HandPain, places: readonly TissueId[]) => void
  onClose: () => void
}) {
  const [at, setAt] = useState<readonly TissueId[]>([])
  const turn = (id: TissueId) => setAt(at.includes(id) ? at.filter((x) => x !== id) : [...at, id])
  return (
    <div className="change">
      <p>{SAYS[asking.pain === 3 ? 0 : asking.pain <= 6 ? 1 : 2]} The other hand can go on.</p>
      <div className="reasons" role="group" aria-label="Where">
        {TISSUES.map((t) => (
          <Button
            key={t.id}
            type="button"
            variant={at.includes(t.id) ? 'filled' : 'default'}
            aria-pressed={at.includes(t.id)}
            onClick={() => turn(t.id)}
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
            onNote(asking, at)
            onClose()
          }}
        >
          {asking.pain === 3 ? 'Note pain 3' : 'Stop this hand'}
        </Button>
        <Button variant="default" onClick={onClose}>
          Mis-tapped
        </Button>
      </div>
    </div>
  )
}

export function SymptomDialog({
  hand,
  onNote,
  onClose,
}: {
  hand: Side | null
  onNote: (hand: Side, symptom: SymptomId) => void
  onClose: () => void
}) {
  return (
    <Modal opened={hand !== null} onClose={onClose} title={hand ? `Caution, ${hand} hand` : ''}>
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
                if (hand) onNote(hand, s.id)
                onClose()
              }}
            >
              {s.name}
            </Button>
          ))}
        </div>
      </div>
    </Modal>
  )
}
