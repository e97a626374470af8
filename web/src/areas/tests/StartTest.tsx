import { Input } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { Link } from 'react-router'
import type { Protocol } from '@mano/core/catalogue/protocols'
import { whereIs } from '@mano/core/catalogue/places'
import { formatLength } from '@mano/core/units/inch'
import { must } from '@mano/core/units/must'
import { useCalm } from '../../base/calm'
import { DayInput } from '../../base/DayInput'
import { may } from '../../base/data'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { HandLetter } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { HealthDialog } from '../intake/HealthDialog'
import { AddImplement } from '../kit/AddImplement'
import { unitOf } from './stated'
import { Choice } from '../../base/Choice'
import { options } from '../../base/options'
import { BeforeTest } from './BeforeTest'
import { useBegin, useCard, useGate, type Card, type StartGate } from './useStart'

/**
 * The gate and the set-up card of a test: what is used, how the hand takes it, and what must hold
 * before a maximal one.
 */
export function StartTest({ protocol: plain }: { protocol: Protocol }) {
  const card = useCard(plain)
  const gate = useGate(card)
  const begin = useBegin(card, gate)
  const [adding, setAdding] = useCalm(false)
  const { questions, setQuestions } = begin
  return (
    <div className="start panel">
      <Held gate={gate} />
      <div className="start-grid">
        <SetUpCard card={card} onAdd={() => setAdding(true)} />
        <BeforeTest card={card} gate={gate} begin={begin} />
      </div>
      <HealthDialog
        opened={questions !== null}
        onClose={() => setQuestions(null)}
        onDone={() => {
          setQuestions(null)
          if (questions) begin.start(questions.given, questions.why, true)
        }}
      />
      <AddImplement
        opened={adding}
        kinds={card.protocol.implements}
        onClose={() => setAdding(false)}
        onAdded={(id) => {
          card.setUnitId(id)
          setAdding(false)
          notifications.show({ message: 'Added to the hall' })
        }}
      />
    </div>
  )
}

/** What stops this test and what asks for a reason, in words. */
function Held({ gate }: { gate: StartGate }) {
  const { athlete } = useAthletePage()
  return (
    <>
      {gate.stopLines.map(({ line, hands }) => (
        <p key={line} className="held">
          <HandLetter hand={hands.length > 1 ? 'both' : must(hands[0])} />
          <span>
            {line}
            {gate.ageUnknown && line.startsWith('Birth date') && (
              <>
                {' '}
                <Link className="lnk" to={`/athletes/${athlete.id}/intake`}>
                  Enter the birth date
                </Link>
              </>
            )}
          </span>
        </p>
      ))}
      {gate.asking.map((line) => (
        <p key={line} className="held ask">
          <Icon name="warn" />
          <span>{line}</span>
        </p>
      ))}
    </>
  )
}

function SetUpCard({ card, onAdd }: { card: Card; onAdd: () => void }) {
  const { me } = useAthletePage()
  const units = useUnits()
  return (
    <fieldset className="set-up-card">
      <legend>Set-up card</legend>
      <ImplementPick card={card} onAdd={onAdd} />
      {card.variants.map((v) => (
        <Choice
          key={v.id}
          label={v.name}
          value={card.variant[v.id]}
          onChange={(o) => card.setVariant((x) => ({ ...x, [v.id]: o }))}
          data={options(v.options)}
        />
      ))}
      <StatedNumbers card={card} />
      <label>
        Done on
        <DayInput value={card.on} maxDate={me.today} onChange={(d) => card.setOn(d ?? me.today)} />
      </label>
      {card.asked && (
        <label>
          Expected best of the better hand, {units.mass}
          <Input
            value={card.expected}
            placeholder={card.ramped ? '' : 'If known'}
            inputMode="decimal"
            aria-invalid={card.expected !== '' && !card.inRange}
            onChange={(x) => card.setExpected(x.currentTarget.value)}
          />
        </label>
      )}
      {card.refusal && (
        <p className="said whole" role="alert">
          {card.refusal}
        </p>
      )}
      {card.remark && (
        <p className="note whole">
          <Icon name="warn" /> {card.remark}
        </p>
      )}
      <p className="note whole">
        Another implement, size, position or hand style is another series; series are never joined.
      </p>
    </fieldset>
  )
}

function ImplementPick({ card, onAdd }: { card: Card; onAdd: () => void }) {
  const { me } = useAthletePage()
  const units = useUnits()
  return (
    <Choice
      className="whole"
      label="Implement"
      placeholder={card.pending ? '' : 'None in the hall'}
      value={card.unit?.id}
      onChange={(v) => (v === '+' ? onAdd() : card.setUnitId(v))}
      data={[
        ...card.fitting.map((u) => ({
          value: u.id,
          label: [
            u.label,
            ...(u.sizeMm === null ? [] : [formatLength(u.sizeMm, units.length)]),
            ...(u.place === 'hall' ? [] : [whereIs(u.place)]),
          ].join(', '),
        })),
        ...(may(me, 'coach') ? [{ value: '+', label: 'Add one to the hall …' }] : []),
      ]}
    />
  )
}

function StatedNumbers({ card }: { card: Card }) {
  const units = useUnits()
  return card.stated
    .filter(({ n }) => !n.auto)
    .map(({ n, value }) => (
      <label key={n.id}>
        {n.name}, {unitOf(n, units)}
        <Input
          value={card.numbers[n.id] ?? n.start ?? ''}
          inputMode="decimal"
          aria-invalid={(card.numbers[n.id] ?? '') !== '' && value === null}
          onChange={(e) => {
            const text = e.currentTarget.value
            card.setNumbers((x) => ({ ...x, [n.id]: text }))
          }}
        />
      </label>
    ))
}
