import { useQuery } from '@tanstack/react-query'
import { startTransition, useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { v7 } from 'uuid'
import type { KitUnit } from '@mano/contract/kit'
import { gateKey, GROUP_PROTOCOLS, type DayGate, type TestDayBody } from '@mano/contract/testday'
import type { SessionView } from '@mano/contract/tests'
import { protocolById } from '@mano/core/catalogue/protocols'
import { byWear } from '@mano/core/match/unit'
import { buildSeries, type Series } from '@mano/core/record/series'
import { oneImplement } from '@mano/core/testday/apart'
import { beginsAt, DAY_TIMES, FIRST_KG, STEP_KG } from '@mano/core/testday/begin'
import type { DaySetup, DayStation } from '@mano/core/testday/live'
import { massText, parseMass, type MassUnit } from '@mano/core/units/mass'
import { must } from '@mano/core/units/must'
import { api } from '../../base/api'
import { useKit, useNames } from '../../base/data'
import { takeBack, useUndoable } from '../../base/undo'
import { useUnits } from '../../base/units'
import { platesAt, startOf, triesAt, UNSTATED } from './stationStart'
import { useWished } from './useDay'

export const DAYS_KEY = ['test-days']
export const at = (athlete: string, station: string): string => `${athlete} ${station}`

/** A typed mass in kg; null where nothing, or no mass, is typed. */
const massOf = (text: string, unit: MassUnit): number | null => {
  const r = parseMass(text, unit)
  return r.ok ? r.kg : null
}
export const unread = (text: string, unit: MassUnit): boolean =>
  text.trim() !== '' && massOf(text, unit) === null

/** What each has lifted before, for the first load. */
const usePast = (chosen: readonly string[], enabled: boolean) =>
  useQuery({
    queryKey: ['estimates', ...chosen],
    enabled: enabled && chosen.length > 0,
    staleTime: 60_000,
    queryFn: async (): Promise<Record<string, Series[]>> => {
      const tests = (id: string) => api.get<SessionView[]>(`/api/athletes/${id}/tests`)
      const of = chosen.map(async (id) => [id, buildSeries(await tests(id))] as const)
      return Object.fromEntries(await Promise.all(of))
    },
  }).data

/** What the judge says of each athlete at each station, before anybody is called. */
function useMet(heldOn: string, chosen: readonly string[], stations: readonly DayStation[]) {
  const gates = useQuery({
    queryKey: ['day-gates', heldOn, chosen, stations.map((s) => [s.id, s.protocolId, s.unitId])],
    enabled: chosen.length > 0 && stations.length > 0,
    staleTime: 15_000,
    placeholderData: (before) => before,
    queryFn: () =>
      api.post<Record<string, DayGate>>('/api/test-days/gates', {
        heldOn,
        athletes: chosen,
        stations: stations.map(({ id, protocolId, unitId, variant }) => ({
          id,
          protocolId,
          unitId,
          variant,
        })),
      }),
  }).data
  return useMemo(
    () =>
      chosen.flatMap((a) =>
        stations.flatMap((s) => {
          const own = (['left', 'right'] as const).flatMap((hand) => {
            const g = gates?.[gateKey(a, s.id, hand)]
            return g ? [{ hand, ...g }] : []
          })
          return own.length > 0 ? [{ a, s, own }] : []
        }),
      ),
    [gates, chosen, stations],
  )
}
export type Met = ReturnType<typeof useMet>[number]

const NO_KIT: readonly KitUnit[] = []

/** Stations of the day, and what changes them. */
function useStations() {
  const all = useKit().data
  const kit = all ?? NO_KIT
  const [stations, setStations] = useState<readonly DayStation[]>([])
  const fitting = (protocolId: string) => {
    const kinds: readonly string[] = must(protocolById(protocolId)).implements
    return kit.filter((u) => kinds.includes(u.kind) && u.place === 'hall').sort(byWear)
  }
  const change = (id: string, more: Partial<DayStation>) =>
    setStations((now) => now.map((s) => (s.id === id ? { ...s, ...more } : s)))
  /** What a station is with an implement. */
  const withUnit = (protocolId: string, unit: (typeof kit)[number]) => ({
    unitId: unit.id,
    measurementId: unit.measurementId,
    variant: startOf(protocolId, unit),
  })
  /** The first protocol with an implement that stands at no station yet, and that implement. */
  const next = (now: readonly DayStation[]) =>
    GROUP_PROTOCOLS.flatMap((protocolId) => {
      const unit = fitting(protocolId).find((u) => now.every((s) => s.unitId !== u.id))
      return unit ? [{ protocolId, unit }] : []
    })[0]
  const of = (protocolId: string, unit: (typeof kit)[number]) => ({
    protocolId,
    ...withUnit(protocolId, unit),
    plates: platesAt(protocolId),
    ...triesAt(protocolId),
  })
  return {
    known: all !== undefined,
    kit,
    stations,
    fitting,
    protocols: GROUP_PROTOCOLS.filter((p) => fitting(p).length > 0),
    change,
    add: () => {
      const id = v7()
      // Fields typed into meanwhile change the stations too: each change is made to the newest.
      startTransition(() =>
        setStations((now) => {
          const own = next(now)
          const name = `Station ${now.length + 1}`
          return own ? [...now, { id, name, by: '', ...of(own.protocolId, own.unit) }] : now
        }),
      )
    },
    remove: (id: string) => setStations((now) => now.filter((s) => s.id !== id)),
    mayAdd: next(stations) !== undefined,
    choose: (s: DayStation, protocolId: string) =>
      setStations((now) => {
        const free = (u: KitUnit) => now.every((x) => x.id === s.id || x.unitId !== u.id)
        const unit = fitting(protocolId).find(free) ?? fitting(protocolId)[0]
        return now.map((x) =>
          unit && x.id === s.id ? { ...x, tries: undefined, ...of(protocolId, unit) } : x,
        )
      }),
    chooseUnit: (s: DayStation, unitId: string) =>
      change(s.id, withUnit(s.protocolId, must(kit.find((u) => u.id === unitId)))),
  }
}

/** Loads of a day: the first of each, and the step; typed, or as estimated. */
function useLoads(chosen: readonly string[], stations: readonly DayStation[]) {
  const units = useUnits()
  const [step, setStep] = useState('')
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({})
  const withPlates = stations.filter((s) => s.plates)
  const past = usePast(chosen, withPlates.length > 0)
  const estimate = (athlete: string, s: DayStation) => beginsAt(past?.[athlete] ?? [], s)
  const firstKg = Object.fromEntries(
    chosen.flatMap((a) =>
      withPlates.map((s) => {
        const own = massOf(typed[at(a, s.id)] ?? '', units.mass)
        return [at(a, s.id), own ?? estimate(a, s)] as const
      }),
    ),
  )
  return {
    mass: units.mass,
    typed,
    past,
    withPlates,
    step,
    setStep,
    estimate,
    firstKg,
    stepKg: massOf(step, units.mass) ?? STEP_KG,
    shown: (key: string) => typed[key] ?? massText(firstKg[key] ?? FIRST_KG, units.mass),
    isUnread: (key: string) => unread(typed[key] ?? '', units.mass),
    type: (key: string, text: string) => setTyped((all) => ({ ...all, [key]: text })),
    misread: [step, ...Object.values(typed)].some((t) => unread(t, units.mass)),
  }
}

/** A group test day as it is set up: who, where, in what order it will run, and what is kept. */
export function useSetUp(today: string) {
  const navigate = useNavigate()
  const names = useNames().data
  const roster = useMemo(() => names ?? [], [names])
  const [name, setName] = useState('Test day')
  const [heldOn, setHeldOn] = useState(today)
  const [chosen, setChosen] = useState<readonly string[]>([])
  const [params, setParams] = useState(DAY_TIMES)
  const [perHand, setPerHand] = useState(3)
  const [reasons, setReasons] = useState<Readonly<Record<string, string>>>({})
  const posts = useStations()
  const { stations } = posts
  const loads = useLoads(chosen, stations)
  const met = useMet(heldOn, chosen, stations)
  const closed = met.flatMap(({ a, s, own }) =>
    own.filter((g) => g.class === 'stop').map((g) => gateKey(a, s.id, g.hand)),
  )
  const setup: DaySetup = {
    params,
    stations,
    athletes: chosen.map((id) => ({ id, name: roster.find((a) => a.id === id)?.name ?? '' })),
    perHand,
    firstKg: loads.firstKg,
    stepKg: loads.stepKg,
    ...(closed.length > 0 && { closed }),
  }
  const unstated = stations.filter((s) => Object.values(s.variant).includes(UNSTATED))
  const shared = oneImplement(stations)
  const ready =
    chosen.length > 0 &&
    stations.length > 0 &&
    unstated.length === 0 &&
    !loads.misread &&
    shared === null
  const write = useUndoable((b: TestDayBody) => api.post('/api/test-days', b), [DAYS_KEY], {
    did: (b) => `${b.name} saved.`,
    undo: (b) => takeBack('test_day', b.id),
  })
  /** Reasons given at set-up hold at the station; one that is refused is asked for there. */
  const keepReasons = (dayId: string) =>
    Promise.allSettled(
      met.flatMap(({ a: athleteId, s: { id: stationId } }) => {
        const reason = reasons[at(athleteId, stationId)]?.trim()
        const body = { id: v7(), athleteId, stationId, reason }
        return reason ? [api.post(`/api/test-days/${dayId}/reasons`, body)] : []
      }),
    )
  return {
    today,
    roster,
    name,
    setName,
    heldOn,
    setHeldOn,
    chosen,
    setChosen,
    params,
    setParams,
    perHand,
    setPerHand,
    ...posts,
    loads,
    met,
    reasons,
    setReason: (key: string, text: string) => setReasons((all) => ({ ...all, [key]: text })),
    setup,
    unstated,
    shared,
    ready,
    order: useWished(ready ? setup : null, []),
    write,
    save: () => {
      const id = v7()
      const leave = () => void keepReasons(id).then(() => navigate(`/testday/${id}`))
      write.mutate({ id, name: name.trim(), heldOn, setup }, { onSuccess: leave })
    },
  }
}
export type SetUpOf = ReturnType<typeof useSetUp>
