import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { useSearchParams } from 'react-router'
import type { SquadAthlete, SquadView } from '@mano/contract/review'
import { protocolById, TEST_PROTOCOLS } from '@mano/core/catalogue/protocols'
import { squadError, standing, type StandBy, type Standing } from '@mano/core/review/squad'
import { ageOn, daysBetween } from '@mano/core/units/dates'
import { must } from '@mano/core/units/must'
import { api } from '../../base/api'
import { useMe } from '../../base/data'

export type By = StandBy
export const BY: readonly { id: By; name: string }[] = [
  { id: 'best', name: 'Better hand' },
  { id: 'left', name: 'Left' },
  { id: 'right', name: 'Right' },
  { id: 'mass', name: 'Better hand per body mass' },
]

export interface Line extends Standing {
  a: SquadAthlete
}

export const COMPARED = TEST_PROTOCOLS.filter((p) => p.entry !== 'body' && !p.curve)

type Wanted = 'test' | 'setup' | 'by' | 'age' | 'sex' | 'find'

/** What is chosen, all of it in the address. */
function useChoices() {
  const [search, setSearch] = useSearchParams()
  const set = (key: Wanted, value: string) =>
    setSearch(
      (s) => {
        if (value) s.set(key, value)
        else s.delete(key)
        if (key === 'test') s.delete('setup')
        return s
      },
      { replace: true },
    )
  const get = (key: Wanted): string => search.get(key) ?? ''
  const protocol = COMPARED.find((p) => p.id === get('test')) ?? must(protocolById('dyno_seated'))
  const wanted = BY.find((b) => b.id === get('by'))?.id ?? 'best'
  const by: By = protocol.hands === 'both' && wanted !== 'mass' ? 'best' : wanted
  return {
    set,
    protocol,
    by,
    setup: get('setup'),
    age: get('age'),
    sex: get('sex'),
    find: get('find'),
  }
}
export type Choices = ReturnType<typeof useChoices>

/** The squad on the test that is chosen: lines of those who fit, and who is due. */
export function useSquad() {
  const me = useMe()
  const choices = useChoices()
  const { protocol, by, age, sex, find } = choices
  const squad = useQuery({
    queryKey: ['squad', protocol.id],
    queryFn: () => api.get<SquadView>(`/api/squad?protocol=${protocol.id}`),
  })
  const setups = squad.data?.setups ?? []
  const setup = setups.find((s) => s.key === choices.setup) ?? setups[0] ?? null
  const today = me.data?.today ?? ''
  const staleDays = me.data?.hall.staleDays ?? 42
  const all = squad.data?.athletes
  const fitting = useMemo(
    () =>
      (all ?? []).filter(
        (a) =>
          (sex === '' || a.sex === sex) &&
          a.name.toLowerCase().includes(find.toLowerCase()) &&
          (age === '' || (a.birthDate !== null && inAge(ageOn(a.birthDate, today), age))),
      ),
    [all, sex, find, age, today],
  )
  const lines = useMemo(
    () => (setup ? linesOf(fitting, all ?? [], setup.key, by) : []),
    [fitting, all, setup, by],
  )
  const due = fitting
    .filter((a) => a.lastTest === null || daysBetween(a.lastTest, today) > staleDays)
    .sort((a, b) => ((a.lastTest ?? '') < (b.lastTest ?? '') ? -1 : 1))
  return { choices, squad, setups, setup, lines, due, today, staleDays: me.data?.hall.staleDays }
}

const inAge = (years: number, range: string): boolean => {
  const [low = NaN, high = NaN] = range.split('-').map(Number)
  return years >= low && years <= high
}

function linesOf(
  filtered: readonly SquadAthlete[],
  all: readonly SquadAthlete[],
  setup: string,
  by: By,
): Line[] {
  const error = squadError(all.flatMap((a) => a.tests.filter((t) => t.setup === setup)))
  return filtered.flatMap((a): Line[] => {
    const s = standing(a, setup, by, error)
    return s ? [{ a, ...s }] : []
  })
}
