import { Button, Checkbox, Input, NativeSelect } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useQueryClient } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { Link, useNavigate, useSearchParams } from 'react-router'
import { v7 } from 'uuid'
import type { SessionBody, SessionView } from '@mano/contract/tests'
import { asSetUp, type Protocol } from '@mano/core/catalogue/protocols'
import { testRefusal } from '@mano/core/match/unit'
import { whereIs } from '@mano/core/catalogue/places'
import {
  missingConditions,
  TEST_CONDITIONS,
  type TestConditions,
} from '@mano/core/safety/conditions'
import { judgeBy } from '@mano/core/safety/judge'
import { findingLine } from '@mano/core/safety/words'
import type { Hand } from '@mano/core/catalogue/person'
import { toSi } from '@mano/core/units/convert'
import { parseNumber } from '@mano/core/units/parse'
import { useCalm } from '../../base/calm'
import { focusHere } from '../../base/focusHere'
import { api, failureText } from '../../base/api'
import { keys, touchedBy, useKit, useTests, useWrite, may } from '../../base/data'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { HandLetter } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { HealthDialog } from '../intake/HealthDialog'
import { AddImplement } from '../kit/AddImplement'
import { statedNumber, unitOf } from './stated'
import { testGate } from './testGate'
import { formatLength } from '@mano/core/units/inch'
import { DayInput } from '../../base/DayInput'
import { must } from '@mano/core/units/must'
import { isAmong } from '@mano/core/units/among'

const NONE: TestConditions = { warm: false, rested: false, skinGood: false, well: false }
const ALL: TestConditions = { warm: true, rested: true, skinGood: true, well: true }

const handsOf = (protocol: Protocol): Hand[] =>
  protocol.hands === 'both' ? ['both'] : ['left', 'right']
/** Whether a choice is asked for with an implement of this kind. */
const isAsked = (v: Protocol['variants'][number], kind: string | undefined): boolean =>
  !v.kinds || (kind !== undefined && isAmong(v.kinds, kind))

/**
 * The gate and the set-up card of a test: what is used, how the hand takes it, and what must hold
 * before a maximal one.
 */
export function StartTest({ protocol: plain }: { protocol: Protocol }) {
  const { athlete, me } = useAthletePage()
  const [params] = useSearchParams()
  const battery = params.get('battery')
  const kit = useKit()
  const today = (useTests(athlete.id).data ?? []).filter((s) => s.performedOn === me.today)
  const navigate = useNavigate()
  const units = useUnits()
  const order = (kind: string) => plain.implements.findIndex((x) => x === kind)
  const fitting = (kit.data ?? [])
    .filter((u) => order(u.kind) >= 0)
    .sort(
      (a, b) =>
        Number(a.place !== 'hall') - Number(b.place !== 'hall') || order(a.kind) - order(b.kind),
    )
  const [unitId, setUnitId] = useState<string | null>(null)
  const [variant, setVariant] = useState<Record<string, string>>(() =>
    Object.fromEntries(
      plain.variants.map((v) => [
        v.id,
        v.options.find((o) => o.id === params.get(v.id))?.id ?? must(v.options[0]).id,
      ]),
    ),
  )
  const [numbers, setNumbers] = useState<Record<string, string>>({})
  const [ticked, setConditions] = useState<TestConditions | null>(null)
  const [familiar, setFamiliar] = useState(false)
  const [reason, setReason] = useState('')
  const [why, setWhy] = useState('')
  const [questions, setQuestions] = useState<{ given: TestConditions; why: string } | null>(null)
  const [adding, setAdding] = useCalm(false)
  const [expected, setExpected] = useState('')
  const [on, setOn] = useState(me.today)
  const earlierDay = on < me.today
  const protocol = useMemo(() => asSetUp(plain, variant), [plain, variant])
  // Within one visit what was asked before the first test still holds.
  const visit = battery ? today.at(-1)?.conditions : undefined
  const conditions = ticked ?? {
    ...NONE,
    ...(visit && Object.fromEntries(TEST_CONDITIONS.map((c) => [c.id, visit[c.id] === true]))),
  }
  const unit =
    fitting.find((u) => u.id === unitId) ??
    fitting.find((u) => testRefusal(u) === null) ??
    fitting[0]
  const ramped = protocol.entry === 'lift' && protocol.trialsUpTo > 1
  const asked = ramped || protocol.entry === 'spring'
  const e = parseNumber(expected)
  const expectedKg = asked && e.ok ? toSi(e.value, units.mass, 'kg') : null
  const inRange = expectedKg !== null && expectedKg >= 1 && expectedKg <= 300
  const ready = ramped ? inRange : expected.trim() === '' || inRange
  const refusal = unit ? testRefusal(unit) : null
  const hands = handsOf(protocol)
  const missing = missingConditions(conditions)
  const variants = protocol.variants.filter((v) => isAsked(v, unit?.kind))
  const stated = useMemo(
    () =>
      protocol.numbers
        .filter((n) => !n.when || variant[n.when.variant] === n.when.option)
        .map((n) => ({ n, value: statedNumber(n, numbers[n.id] ?? '', units, unit) })),
    [protocol, variant, numbers, units, unit],
  )
  // The one judge, with the implement and the load as they are set up here.
  const judge = useMemo(() => judgeBy(athlete.safety), [athlete.safety])
  const gates = useMemo(() => {
    const given = Object.fromEntries([
      ...protocol.variants
        .filter((v) => isAsked(v, unit?.kind))
        .flatMap(({ id }) => (variant[id] === undefined ? [] : [[id, variant[id]] as const])),
      ...stated.flatMap((g) => (g.value === null ? [] : [[g.n.id, g.value] as const])),
    ])
    return handsOf(protocol).map((hand) => ({
      hand,
      ...testGate(judge, athlete.reasons, {
        protocol,
        hand,
        unitKind: unit?.kind ?? '',
        variant: given,
      }),
    }))
  }, [judge, athlete.reasons, protocol, stated, unit?.kind, variant])
  const held = gates.filter((g) => g.class === 'stop')
  const stopLines = [...new Set(held.flatMap((h) => h.findings.map(findingLine)))].map((line) => ({
    line,
    hands: held.filter((h) => h.findings.some((f) => findingLine(f) === line)).map((h) => h.hand),
  }))
  const ageUnknown = held.some((h) =>
    h.findings.some((f) => f.caution.trigger.kind === 'age_unknown'),
  )
  const asks = gates.filter((g) => g.class === 'ask').flatMap((g) => g.findings)
  const unasked = asks.some((f) => f.caution.trigger.kind === 'unanswered')
  const asking = [
    ...new Set(asks.filter((f) => f.caution.trigger.kind !== 'unanswered').map(findingLine)),
  ]
  const coach = may(me, 'coach')
  const client = useQueryClient()
  // The test is on the screen whether or not the list was read anew in time.
  const show = (made: SessionView) =>
    client.setQueryData<SessionView[]>(keys.tests(athlete.id), (all) =>
      all && !all.some((s) => s.id === made.id) ? [...all, made] : all,
    )
  const write = useWrite(
    (body: SessionBody) => api.post<SessionView>(`/api/athletes/${athlete.id}/tests`, body),
    touchedBy(athlete.id),
  )
  // What was done is kept as it was done: a caution of today stops nothing of another day, the
  // record raises its alarm.
  const all = !earlierDay && held.length === hands.length
  const can =
    unit &&
    refusal === null &&
    !all &&
    !write.isPending &&
    stated.every((g) => g.value !== null) &&
    ready &&
    (earlierDay || asking.length === 0 || coach)
  const start = (given: TestConditions, why: string, answered = false) => {
    if (!unit || !can) return
    if (unasked && !answered && !earlierDay) {
      setQuestions({ given, why })
      return
    }
    const id = v7()
    write.mutate(
      {
        id,
        protocolId: protocol.id,
        unitId: unit.id,
        measurementId: unit.measurementId,
        variant: {
          ...Object.fromEntries(variants.map((v) => [v.id, must(variant[v.id])])),
          ...Object.fromEntries(stated.map((g) => [g.n.id, must(g.value)])),
        },
        conditions: { ...given, familiar },
        overrideReason: why,
        note: '',
        expectedKg,
        ...(earlierDay && { on }),
        deviceAt: new Date().toISOString(),
      },
      {
        onSuccess: (made) => {
          show(made)
          void navigate(
            `/athletes/${athlete.id}/tests/${id}` +
              `${earlierDay ? '?enter=1' : battery ? `?battery=${battery}` : ''}`,
          )
        },
      },
    )
  }
  return (
    <div className="start panel">
      {stopLines.map(({ line, hands: of }) => (
        <p key={line} className="held">
          <HandLetter hand={of.length > 1 ? 'both' : must(of[0])} />
          <span>
            {line}
            {ageUnknown && line.startsWith('Birth date') && (
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
      {asking.map((line) => (
        <p key={line} className="held ask">
          <Icon name="warn" />
          <span>{line}</span>
        </p>
      ))}
      <div className="start-grid">
        <fieldset className="set-up-card">
          <legend>Set-up card</legend>
          <label className="whole">
            Implement
            <NativeSelect
              value={unit?.id ?? ''}
              onChange={(e) =>
                e.currentTarget.value === '+' ? setAdding(true) : setUnitId(e.currentTarget.value)
              }
            >
              {fitting.map((u) => (
                <option key={u.id} value={u.id}>
                  {u.label}
                  {u.sizeMm === null ? '' : `, ${formatLength(u.sizeMm, units.length)}`}
                  {u.place === 'hall' ? '' : `, ${whereIs(u.place)}`}
                </option>
              ))}
              {fitting.length === 0 && (
                <option value="">{kit.isPending ? ' ' : 'None in the hall'}</option>
              )}
              {may(me, 'coach') && <option value="+">Add one to the hall …</option>}
            </NativeSelect>
          </label>
          {variants.map((v) => (
            <label key={v.id}>
              {v.name}
              <NativeSelect
                value={variant[v.id]}
                onChange={(e) => {
                  const value = e.currentTarget.value
                  setVariant((x) => ({ ...x, [v.id]: value }))
                }}
              >
                {v.options.map((o) => (
                  <option key={o.id} value={o.id}>
                    {o.name}
                  </option>
                ))}
              </NativeSelect>
            </label>
          ))}
          {stated
            .filter(({ n }) => !n.auto)
            .map(({ n, value }) => (
              <label key={n.id}>
                {n.name}, {unitOf(n, units)}
                <Input
                  value={numbers[n.id] ?? n.start ?? ''}
                  inputMode="decimal"
                  aria-invalid={(numbers[n.id] ?? '') !== '' && value === null}
                  onChange={(e) => {
                    const text = e.currentTarget.value
                    setNumbers((x) => ({ ...x, [n.id]: text }))
                  }}
                />
              </label>
            ))}
          <label>
            Done on
            <DayInput value={on} maxDate={me.today} onChange={(d) => setOn(d ?? me.today)} />
          </label>
          {asked && (
            <label>
              Expected best of the better hand, {units.mass}
              <Input
                value={expected}
                placeholder={ramped ? '' : 'If known'}
                inputMode="decimal"
                aria-invalid={expected !== '' && !inRange}
                onChange={(x) => setExpected(x.currentTarget.value)}
              />
            </label>
          )}
          {refusal && (
            <p className="said whole" role="alert">
              {refusal}
            </p>
          )}
          <p className="note whole">
            Another implement, size, position or hand style is another series; series are never
            joined.
          </p>
        </fieldset>
        <fieldset>
          <legend>{protocol.maximal ? 'Before a maximal test' : 'Before the test'}</legend>
          {TEST_CONDITIONS.map((c) => (
            <label className="tick" key={c.id}>
              <Checkbox
                checked={conditions[c.id]}
                onChange={(e) => setConditions({ ...conditions, [c.id]: e.currentTarget.checked })}
              />
              {c.ask}
            </label>
          ))}
          {protocol.familiarSessions > 0 && (
            <label className="tick">
              <Checkbox checked={familiar} onChange={(e) => setFamiliar(e.currentTarget.checked)} />
              Knows this test from before (else the first{' '}
              {protocol.familiarSessions === 1
                ? 'session is'
                : `${protocol.familiarSessions} are`}{' '}
              practice)
            </label>
          )}
          {asking.length > 0 &&
            (coach ? (
              <label>
                Your reason, kept with the test
                <Input
                  value={why}
                  maxLength={400}
                  onChange={(e) => setWhy(e.currentTarget.value)}
                />
              </label>
            ) : (
              <p className="note">Only a coach can give this reason.</p>
            ))}
          <div className="start-act">
            <Button
              size="lg"
              ref={focusHere}
              disabled={!can || (!earlierDay && asking.length > 0 && why.trim() === '')}
              onClick={() =>
                missing.length === 0 ? start(conditions, why.trim()) : start(ALL, why.trim())
              }
            >
              {missing.length === 0 ? 'Start' : 'All four met, start'}
            </Button>
          </div>
          <details className="override">
            <summary>Not all met, test all the same</summary>
            <label>
              Reason, kept on the record
              <Input value={reason} onChange={(e) => setReason(e.currentTarget.value)} />
            </label>
            <Button
              variant="default"
              disabled={!can || reason.trim() === '' || (asking.length > 0 && why.trim() === '')}
              onClick={() =>
                start(conditions, [reason.trim(), why.trim()].filter(Boolean).join('; '))
              }
            >
              Start without: {missing.length === 0 ? 'nothing' : missing.join(', ')}
            </Button>
          </details>
          <p className="said" role="alert">
            {write.error && failureText(write.error)}
          </p>
        </fieldset>
      </div>
      <HealthDialog
        opened={questions !== null}
        onClose={() => setQuestions(null)}
        onDone={() => {
          const q = questions
          setQuestions(null)
          if (q) start(q.given, q.why, true)
        }}
      />
      <AddImplement
        opened={adding}
        kinds={protocol.implements}
        onClose={() => setAdding(false)}
        onAdded={(id) => {
          setUnitId(id)
          setAdding(false)
          notifications.show({ message: 'Added to the hall' })
        }}
      />
    </div>
  )
}
