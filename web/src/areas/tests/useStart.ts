import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useMemo, useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { v7 } from 'uuid'
import type { SessionBody, SessionView } from '@mano/contract/tests'
import { asSetUp, type Protocol } from '@mano/core/catalogue/protocols'
import { handsOf } from '@mano/core/catalogue/person'
import { byWear, testRefusal, testRemark } from '@mano/core/match/unit'
import { TEST_CONDITIONS, type TestConditions } from '@mano/core/safety/conditions'
import { judgeBy } from '@mano/core/safety/judge'
import { findingLine } from '@mano/core/safety/words'
import { isAmong } from '@mano/core/units/among'
import { toSi } from '@mano/core/units/convert'
import { must } from '@mano/core/units/must'
import { parseNumber } from '@mano/core/units/parse'
import { api } from '../../base/api'
import { keys, touchedBy, useKit, useTests, useWrite, may } from '../../base/data'
import { useUnits } from '../../base/units'
import { useAthletePage } from '../athlete/AthletePage'
import { statedNumber } from './stated'
import { testGate } from './testGate'

const NONE: TestConditions = { warm: false, rested: false, skinGood: false, well: false }

/** Whether a choice is asked for with an implement of this kind. */
const isAsked = (v: Protocol['variants'][number], kind: string | undefined): boolean =>
  !v.kinds || (kind !== undefined && isAmong(v.kinds, kind))

/** Implements a protocol can be done with: the hall's first, kinds in the protocol's own order. */
function useFitting(plain: Protocol) {
  const kit = useKit()
  const order = (kind: string) => plain.implements.findIndex((x) => x === kind)
  const fitting = (kit.data ?? [])
    .filter((u) => order(u.kind) >= 0)
    .sort(
      (a, b) =>
        Number(a.place !== 'hall') - Number(b.place !== 'hall') ||
        order(a.kind) - order(b.kind) ||
        byWear(a, b),
    )
  return { fitting, pending: kit.isPending }
}

/** The set-up card: implement, how the hand takes it, stated numbers, day, expected best. */
export function useCard(plain: Protocol) {
  const { me } = useAthletePage()
  const [params] = useSearchParams()
  const units = useUnits()
  const { fitting, pending } = useFitting(plain)
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
  const [expected, setExpected] = useState('')
  const [on, setOn] = useState(me.today)
  const protocol = useMemo(() => asSetUp(plain, variant), [plain, variant])
  const unit =
    fitting.find((u) => u.id === unitId) ??
    fitting.find((u) => testRefusal(u) === null) ??
    fitting[0]
  const ramped = protocol.entry === 'lift' && protocol.trialsUpTo > 1
  const asked = ramped || protocol.entry === 'spring'
  const e = parseNumber(expected)
  const expectedKg = asked && e.ok ? toSi(e.value, units.mass, 'kg') : null
  const inRange = expectedKg !== null && expectedKg >= 1 && expectedKg <= 300
  const stated = useMemo(
    () =>
      protocol.numbers
        .filter((n) => !n.when || variant[n.when.variant] === n.when.option)
        .map((n) => ({ n, value: statedNumber(n, numbers[n.id] ?? '', units, unit) })),
    [protocol, variant, numbers, units, unit],
  )
  return {
    ...{ protocol, unit, fitting, pending, variant, numbers, stated, expected, expectedKg, on },
    ...{ ramped, asked, inRange, setUnitId, setVariant, setNumbers, setExpected, setOn },
    variants: protocol.variants.filter((v) => isAsked(v, unit?.kind)),
    refusal: unit ? testRefusal(unit) : null,
    remark: unit ? testRemark(unit) : null,
    complete:
      stated.every((g) => g.value !== null) &&
      (ramped ? inRange : expected.trim() === '' || inRange),
  }
}
export type Card = ReturnType<typeof useCard>

/** What the one judge says of each hand, with the implement and the load as they are set up. */
export function useGate({ protocol, unit, variant, stated }: Card) {
  const { athlete } = useAthletePage()
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
  const asks = gates.filter((g) => g.class === 'ask').flatMap((g) => g.findings)
  const isQuestion = (f: (typeof asks)[number]) => f.caution.trigger.kind === 'unanswered'
  return {
    /** What stops, and of which hands. */
    stopLines: [...new Set(held.flatMap((h) => h.findings.map(findingLine)))].map((line) => ({
      line,
      hands: held.filter((h) => h.findings.some((f) => findingLine(f) === line)).map((h) => h.hand),
    })),
    ageUnknown: held.some((h) => h.findings.some((f) => f.caution.trigger.kind === 'age_unknown')),
    allHeld: held.length === gates.length,
    /** Health questions are to be asked first. */
    unasked: asks.some(isQuestion),
    asking: [...new Set(asks.filter((f) => !isQuestion(f)).map(findingLine))],
  }
}
export type StartGate = ReturnType<typeof useGate>

/** What was asked before the test; within one visit what was asked before the first still holds. */
export function useConditions() {
  const { athlete, me } = useAthletePage()
  const [params] = useSearchParams()
  const today = (useTests(athlete.id).data ?? []).filter((s) => s.performedOn === me.today)
  const visit = params.get('battery') ? today.at(-1)?.conditions : undefined
  const before = useMemo<TestConditions>(
    () => ({
      ...NONE,
      ...(visit && Object.fromEntries(TEST_CONDITIONS.map((c) => [c.id, visit[c.id] === true]))),
    }),
    [visit],
  )
  const [ticked, setTicked] = useState<Partial<TestConditions>>({})
  const tick = useCallback(
    (id: keyof TestConditions, on: boolean) => setTicked((t) => ({ ...t, [id]: on })),
    [],
  )
  return { conditions: { ...before, ...ticked }, tick }
}

/** Begins the test, with the health questions before it where they are to be asked. */
export function useBegin(card: Card, gate: StartGate) {
  const { athlete, me } = useAthletePage()
  const [params] = useSearchParams()
  const battery = params.get('battery')
  const navigate = useNavigate()
  const client = useQueryClient()
  const [familiar, setFamiliar] = useState(false)
  const [questions, setQuestions] = useState<{ given: TestConditions; why: string } | null>(null)
  // The test is on the screen whether or not the list was read anew in time.
  const show = (made: SessionView) =>
    client.setQueryData<SessionView[]>(keys.tests(athlete.id), (all) =>
      all && !all.some((s) => s.id === made.id) ? [...all, made] : all,
    )
  const write = useWrite(
    (body: SessionBody) => api.post<SessionView>(`/api/athletes/${athlete.id}/tests`, body),
    touchedBy(athlete.id),
  )
  const { unit, on } = card
  // What was done is kept as it was done: a caution of today stops nothing of another day, the
  // record raises its alarm.
  const earlierDay = on < me.today
  const can =
    card.refusal === null &&
    (earlierDay || !gate.allHeld) &&
    !write.isPending &&
    card.complete &&
    (earlierDay || gate.asking.length === 0 || may(me, 'coach'))
  const start = (given: TestConditions, why: string, answered = false) => {
    if (!unit || !can) return
    if (gate.unasked && !answered && !earlierDay) return setQuestions({ given, why })
    const id = v7()
    const ask = earlierDay ? '?enter=1' : battery ? `?battery=${battery}` : ''
    write.mutate(
      {
        id,
        protocolId: card.protocol.id,
        unitId: unit.id,
        measurementId: unit.measurementId,
        variant: {
          ...Object.fromEntries(
            card.variants.map((v) => [v.id, card.variant[v.id] ?? must(v.options[0]).id]),
          ),
          ...Object.fromEntries(card.stated.map((g) => [g.n.id, must(g.value)])),
        },
        conditions: { ...given, familiar },
        overrideReason: why,
        note: '',
        expectedKg: card.expectedKg,
        ...(earlierDay && { on }),
        deviceAt: new Date().toISOString(),
      },
      {
        onSuccess: (made) => {
          show(made)
          void navigate(`/athletes/${athlete.id}/tests/${id}${ask}`)
        },
      },
    )
  }
  return {
    ...{ familiar, setFamiliar, questions, setQuestions, earlierDay, start },
    can: unit !== undefined && can,
    error: write.error,
  }
}
export type Begin = ReturnType<typeof useBegin>
