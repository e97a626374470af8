import { UnstyledButton } from '@mantine/core'
import { useState } from 'react'
import { SYMPTOMS, type SymptomId } from '@mano/core/catalogue/cautions'
import { TISSUES, type TissueId } from '@mano/core/catalogue/tissues'
import type { Hand, PainWhere } from '@mano/core/catalogue/person'
import { Icon } from '../../drawn/Icon'
import { must } from '@mano/core/units/must'

const SIDES = [
  { id: 'left', name: 'Left' },
  { id: 'right', name: 'Right' },
  { id: 'both', name: 'Both' },
] as const
const RULES = [
  '0 to 2: go on.',
  '3: light and moderate work can go on, load not raised.',
  '4 to 6: work of that tissue stops today.',
  '7 or more: this hand is done today.',
] as const
const ruleFor = (pain: number): string =>
  must(RULES[pain <= 2 ? 0 : pain === 3 ? 1 : pain <= 6 ? 2 : 3])

/** The first touch has stopped the timer; this asks afterwards: which hand, how much, where. */
export function PainStep({
  hand,
  onPain,
  onSymptom,
  onBack,
}: {
  hand: Hand
  onPain: (pain: number, where: PainWhere) => void
  onSymptom: (symptom: SymptomId, hand: Hand) => void
  onBack: () => void
}) {
  const [pain, setPain] = useState<number | null>(null)
  const [side, setSide] = useState<Hand | null>(hand === 'both' ? null : hand)
  const [at, setAt] = useState<readonly TissueId[]>([])
  const [sign, setSign] = useState<SymptomId | null>(null)
  const touch = (t: TissueId) => setAt(at.includes(t) ? at.filter((x) => x !== t) : [...at, t])
  const whole = sign !== null && SYMPTOMS.some((s) => s.id === sign && s.whole)
  const ready =
    sign !== null ? whole || side !== null : pain !== null && (side !== null || pain === 0)
  const keep = () => {
    if (sign !== null) onSymptom(sign, whole ? 'both' : must(side))
    else onPain(must(pain), { hand: pain === 0 ? null : side, at: at.length > 0 ? at : null })
  }
  return (
    <>
      <div className="f-log">
        <p className="f-word alarm" role="alert">
          <Icon name="stop" />
          Timer stopped. How much pain?
        </p>
        {hand === 'both' && (
          <div className="f-choice" role="group" aria-label="Which hand">
            {SIDES.map((s) => (
              <UnstyledButton
                key={s.id}
                className={`f-btn ${side === s.id ? 'on' : ''}`}
                aria-pressed={side === s.id}
                onClick={() => setSide(s.id)}
              >
                {s.name}
              </UnstyledButton>
            ))}
            <span>which hand</span>
          </div>
        )}
        <div className="f-scale" role="group" aria-label="Pain of 10">
          {Array.from({ length: 11 }, (_, n) => (
            <UnstyledButton
              key={n}
              className={`f-btn ${pain === n ? 'on' : ''}`}
              aria-pressed={pain === n}
              onClick={() => {
                setPain(n)
                setSign(null)
              }}
            >
              {n}
            </UnstyledButton>
          ))}
        </div>
        {pain !== null && pain > 0 && (
          <div className="f-choice grid" role="group" aria-label="Where">
            {TISSUES.map((t) => (
              <UnstyledButton
                key={t.id}
                className={`f-btn ${at.includes(t.id) ? 'on' : ''}`}
                aria-pressed={at.includes(t.id)}
                onClick={() => touch(t.id)}
              >
                {t.name}
              </UnstyledButton>
            ))}
          </div>
        )}
        <p className="f-rule">
          {pain === null ? RULES.join(' ') : ruleFor(pain)}{' '}
          {pain !== null && pain > 2 && at.length === 0
            ? 'Without a place it counts for all that this exercise loads.'
            : ''}
        </p>
        <p className="f-held">
          <Icon name="stop" />
          Any of these stops the hand until a clinician clears it. Mano does not diagnose.
        </p>
        <div className="f-choice grid" role="group" aria-label="Symptoms">
          {SYMPTOMS.map((s) => (
            <UnstyledButton
              key={s.id}
              className={`f-btn pain ${sign === s.id ? 'on' : ''}`}
              aria-pressed={sign === s.id}
              onClick={() => {
                setSign(sign === s.id ? null : s.id)
                setPain(null)
              }}
            >
              {s.name}
            </UnstyledButton>
          ))}
        </div>
      </div>
      <div className="f-bar f-stick">
        <UnstyledButton className="f-btn" onClick={onBack}>
          Pressed by mistake
        </UnstyledButton>
        <UnstyledButton className="f-btn main go" disabled={!ready} onClick={keep}>
          {sign !== null
            ? 'Stop: note the sign'
            : pain !== null && pain > 3
              ? 'Note it and stop'
              : 'Note it and go on'}
        </UnstyledButton>
      </div>
    </>
  )
}
